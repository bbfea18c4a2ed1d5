import { arrived, invoicePdf } from './documents.js';
import { testServer, until, Visitor, type TestServer } from './harness.js';

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- tests look into answers freely
type View = any;

/** All that people can do, for programs: with a token, as its scopes say, once by key, with errors as problems. */
describe('the programs’ API', () => {
  let server: TestServer;
  const people: Record<string, Visitor> = {};
  let document: View;
  const token: Record<string, string> = {};
  const made = async (login: string, name: string, scopes: string[], days: number | null = null): Promise<View> =>
    people[login].ok('POST', '/api/tokens', { name, scopes, days });
  beforeAll(async () => {
    server = await testServer();
    for (const login of ['nell', 'ruth', 'sol', 'wyn']) people[login] = await Visitor.signedIn(server.httpPort, login);
    document = await arrived(server, people.nell, 'mossrigg', 0, { part: 0.3, totalOff: '3.00' });
    token.read = (await made('nell', 'looks', ['read'])).token;
    token.write = (await made('nell', 'writes', ['read', 'write'], 30)).token;
    token.arrivals = (await made('nell', 'brings', ['arrivals'])).token;
  });
  afterAll(() => server.close());

  const call = async (method: string, path: string, bearer: string | null, body?: unknown, more: Record<string, string> = {}) => {
    const response = await fetch(`http://127.0.0.1:${server.httpPort}/api/v1${path}`, {
      method,
      headers: { 'Content-Type': 'application/json', ...(bearer === null ? {} : { Authorization: `Bearer ${bearer}` }), ...more },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
    const text = await response.text();
    return {
      status: response.status,
      type: response.headers.get('content-type') ?? '',
      replay: response.headers.get('idempotent-replay'),
      body: text === '' ? null : (JSON.parse(text) as View),
    };
  };

  it('looks with a token that may, and writes with one that may', async () => {
    expect(await call('GET', `/documents/${document.id}`, token.read)).toMatchObject({ status: 200, body: { id: document.id } });
    expect(await call('GET', '/trays/check', token.read)).toMatchObject({ status: 200 });
    const change = { version: document.version, value: 'BY-PROGRAM' };
    expect(await call('PUT', `/documents/${document.id}/fields/invoiceNumber`, token.read, change)).toMatchObject({ status: 401 });
    const changed = await call('PUT', `/documents/${document.id}/fields/invoiceNumber`, token.write, change);
    expect(changed).toMatchObject({ status: 200, body: { fields: { invoiceNumber: { value: 'BY-PROGRAM' } } } });
    expect(changed.body.trail[0]).toMatchObject({ person: 'Nell Ashgrove' });
    expect(await call('GET', `/documents/${document.id}`, token.arrivals)).toMatchObject({ status: 401 });
  });

  it('brings a file, waits for it, and has its values and its PDF', async () => {
    const pdf = await invoicePdf('dapplemere', 0, { part: 0.3 });
    const brought = await fetch(`http://127.0.0.1:${server.httpPort}/api/v1/arrivals?name=brought.pdf`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/octet-stream', Authorization: `Bearer ${token.arrivals}` },
      body: new Uint8Array(pdf),
    });
    const { arrivalId } = (await brought.json()) as { arrivalId: number };
    const id = await until('it to be read', async () => {
      const { body } = await call('GET', `/arrivals/${arrivalId}`, token.read);
      return body.steps.find(({ name, state }: View) => name === 'checked' && state === 'done')?.documentId as number | undefined;
    });
    const { body } = await call('GET', `/documents/${id}`, token.read);
    expect(body.fields.grossTotal.value).toMatch(/^\d+\.\d\d$/);
    const saved = await fetch(`http://127.0.0.1:${server.httpPort}/api/v1/documents/${id}/searchable.pdf`, {
      headers: { Authorization: `Bearer ${token.read}` },
    });
    expect(
      Buffer.from(await saved.arrayBuffer())
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-');
  });

  it('does no more than its person may, and nothing with tokens, sessions or a cookie', async () => {
    expect(await call('POST', `/documents/${document.id}/post`, token.write, { version: 1 })).toMatchObject({
      status: 403,
      body: { code: 'not-allowed' },
    });
    for (const [method, path] of [
      ['POST', '/tokens'],
      ['GET', '/tokens'],
      ['GET', '/all-tokens'],
      ['GET', '/session'],
      ['POST', '/session'],
      ['GET', '/events'],
    ])
      expect(await call(method, path, token.write, method === 'POST' ? {} : undefined)).toMatchObject({
        status: 404,
        body: { code: 'no-such-route' },
      });
    expect(await people.nell.send('GET', `/api/v1/documents/${document.id}`)).toMatchObject({ status: 401 });
    expect(await call('GET', `/documents/${document.id}`, 'umber_nothing')).toMatchObject({ status: 401 });
  });

  it('has errors as problems, with a code that stays', async () => {
    expect(await call('POST', '/arrivals?name=x.pdf', token.read)).toMatchObject({
      status: 401,
      type: expect.stringContaining('application/problem+json'),
      body: { code: 'not-signed-in' },
    });
    const missing = await call('GET', '/documents/999999', token.read);
    expect(missing.type).toContain('application/problem+json');
    expect(missing.body).toEqual({
      type: 'urn:umber-tray:problem:no-such-document',
      title: 'no such document',
      status: 404,
      detail: expect.stringContaining('no such document'),
      code: 'no-such-document',
    });
    expect(await call('PUT', `/documents/${document.id}/fields/invoiceNumber`, token.write, { version: 'x' })).toMatchObject({
      status: 400,
      body: { code: 'bad-request' },
    });
    expect(await call('GET', '/nowhere', token.read)).toMatchObject({ status: 404, body: { code: 'no-such-route' } });
  });

  it('does a write once by its key, also when it is asked for twice at a time, and refuses another under it', async () => {
    const { version } = (await call('GET', `/documents/${document.id}`, token.read)).body;
    const note = { version, text: 'From a program' };
    const key = { 'Idempotency-Key': 'note-1' };
    const both = await Promise.all([0, 1].map(() => call('POST', `/documents/${document.id}/notes`, token.write, note, key)));
    expect(both.map(({ status }) => status).filter((status) => status >= 300 && status !== 409)).toEqual([]);
    const again = await call('POST', `/documents/${document.id}/notes`, token.write, note, key);
    expect(again).toMatchObject({ status: both.find(({ status }) => status < 300)?.status, replay: 'true' });
    const { body } = await call('GET', `/documents/${document.id}`, token.read);
    expect(body.notes.filter(({ text }: View) => text === note.text)).toHaveLength(1);
    expect(await call('POST', `/documents/${document.id}/notes`, token.write, { version, text: 'Another' }, key)).toMatchObject({
      status: 422,
      body: { code: 'key-used' },
    });
    // What was refused stays refused under its key.
    const refused = { 'Idempotency-Key': 'note-2' };
    for (const replay of [null, 'true'])
      expect(await call('POST', '/documents/999999/notes', token.write, note, refused)).toMatchObject({
        status: 404,
        replay,
        body: { code: 'no-such-document' },
      });
  });

  it('ends at its day, and is revoked by its person and by an administrator', async () => {
    const short = await made('ruth', 'short', ['read'], 1);
    expect(short.expiresAt).not.toBeNull();
    expect(await call('GET', '/trays', short.token)).toMatchObject({ status: 200 });
    await server.pool.query("update tokens set expires_at = now() - interval '1 second' where id = $1", [short.id]);
    expect(await call('GET', '/trays', short.token)).toMatchObject({ status: 401 });
    const other = await made('ruth', 'other', ['read']);
    const all = await people.sol.ok('GET', '/api/all-tokens');
    expect(all).toContainEqual(expect.objectContaining({ id: other.id, person: 'Ruth Denholm' }));
    expect((await people.ruth.send('GET', '/api/all-tokens')).status).toBe(403);
    await people.sol.ok('DELETE', `/api/all-tokens/${other.id}`);
    expect(await call('GET', '/trays', other.token)).toMatchObject({ status: 401 });
    expect((await people.sol.send('DELETE', `/api/all-tokens/${other.id}`)).status).toBe(404);
    expect((await people.nell.send('POST', '/api/tokens', { name: 'x', scopes: ['everything'] })).status).toBe(400);
  });

  it('shows its description on a page of its own files, and nothing else of the library', async () => {
    const page = (path: string) => fetch(`http://127.0.0.1:${server.httpPort}/api/v1${path}`);
    expect(await (await page('/')).text()).toContain('reader/swagger-ui-bundle.js');
    for (const path of ['/reader/swagger-ui-bundle.js', '/reader/swagger-ui.css', '/reader/begin.js'])
      expect((await page(path)).status).toBe(200);
    for (const path of ['/reader/index.html', '/reader/package.json', '/reader/../package.json', '/reader/%2e%2e/package.json'])
      expect((await page(path)).status).toBeGreaterThanOrEqual(400);
  });

  it('is described as OpenAPI 3.1: every endpoint that a token may ask, with its input', async () => {
    const { status, body } = await call('GET', '/openapi.json', null);
    expect(status).toBe(200);
    expect(body.openapi).toBe('3.1.0');
    expect(Object.keys(body.paths).length).toBeGreaterThan(80);
    expect(body.paths['/session']).toBeUndefined();
    const put = body.paths['/documents/{id}/fields/{field}'].put;
    expect(put.requestBody.content['application/json'].schema.properties.version).toMatchObject({ type: 'integer' });
    expect(put.parameters.map(({ name, $ref }: View) => name ?? $ref)).toEqual(['id', 'field', '#/components/parameters/Once']);
    const ids = Object.values(body.paths as Record<string, Record<string, { operationId: string }>>).flatMap((path) =>
      Object.values(path).map(({ operationId }) => operationId),
    );
    expect(new Set(ids).size).toBe(ids.length);
  });
});
