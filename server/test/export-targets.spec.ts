import { mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { createServer, type IncomingHttpHeaders, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { simpleParser, type ParsedMail } from 'mailparser';
import { SMTPServer } from 'smtp-server';
import { PLAIN_LAYOUT } from '@umber/core/exports';
import { deliverExport } from '../src/exports/deliver.js';
import { arrived } from './documents.js';
import { testServer, until, Visitor, type TestServer } from './harness.js';

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- tests look into answers freely
type View = any;

/** Exports that go into a folder, by mail or to an address by themselves. */
describe('where exports go', () => {
  let server: TestServer;
  let folder: string;
  let program: Server;
  let post: SMTPServer;
  let answer = 200;
  const got: { headers: IncomingHttpHeaders; body: string }[] = [];
  const mails: ParsedMail[] = [];
  const people: Record<string, Visitor> = {};
  const portOf = (one: { address(): unknown }) => (one.address() as AddressInfo).port;
  beforeAll(async () => {
    folder = await mkdtemp(join(tmpdir(), 'umber-exports-'));
    program = createServer((request, response) => {
      const chunks: Buffer[] = [];
      request
        .on('data', (chunk: Buffer) => chunks.push(chunk))
        .on('end', () => {
          got.push({ headers: request.headers, body: Buffer.concat(chunks).toString() });
          response.writeHead(answer).end();
        });
    }).listen(0, '127.0.0.1');
    post = new SMTPServer({
      authOptional: true,
      disabledCommands: ['STARTTLS'],
      onData: (stream, _session, done) => void simpleParser(stream).then((mail) => (mails.push(mail), done())),
    });
    await new Promise<void>((resolve) => post.listen(0, '127.0.0.1', resolve));
    server = await testServer({ mailOut: { host: '127.0.0.1', port: portOf(post.server), from: 'invoices@kestrelfell.example' } });
    for (const login of ['nell', 'ruth', 'sol']) people[login] = await Visitor.signedIn(server.httpPort, login);
    await arrived(server, people.nell, 'hartscale', 0, { part: 0.2 });
    const what = { trays: [], kinds: [], supplierId: null, date: 'issueDate', from: null, to: null, words: '', since: 'all' };
    await people.nell.ok('PUT', '/api/export/kept', { name: 'Month', every: null, what, layout: { ...PLAIN_LAYOUT, shape: 'apart' } });
    wish = { what, layout: { ...PLAIN_LAYOUT, shape: 'apart' } };
  });
  afterAll(async () => {
    await server.close();
    program.close();
    post.close();
    await rm(folder, { recursive: true, force: true });
  });
  let wish: object;

  const exportId = async (): Promise<number> => (await people.nell.ok('GET', '/api/export')).kept[0].id;
  const goesTo = async (target: object | null) => people.ruth.ok('PUT', `/api/export/kept/${await exportId()}/target`, { target });
  const run = async (): Promise<View> => {
    const { id } = await people.nell.ok('POST', '/api/export/runs', { ...wish, exportId: await exportId() });
    return until('the delivery', async () => {
      const one = (await people.nell.ok('GET', '/api/export')).runs.find((each: View) => each.id === id);
      return one.delivery && (one.delivery.arrivedAt !== null || one.delivery.fault !== null) ? one : undefined;
    });
  };

  it('is said by a controller alone, within reach', async () => {
    const id = await exportId();
    const target = { kind: 'folder', to: folder };
    for (const login of ['nell', 'sol'])
      expect((await people[login].send('PUT', `/api/export/kept/${id}/target`, { target })).status).toBe(403);
    for (const wrong of [
      { kind: 'folder', to: '/etc' },
      { kind: 'folder', to: 'x' },
      { kind: 'mail', to: 'x' },
      { kind: 'address', to: 'ftp://x' },
      { kind: 'x', to: 'y' },
    ])
      expect([wrong, (await people.ruth.send('PUT', `/api/export/kept/${id}/target`, { target: wrong })).status]).toEqual([wrong, 400]);
    expect((await people.ruth.send('PUT', '/api/export/kept/999999/target', { target })).status).toBe(404);
  });

  it('is not filled with something else, or taken away, by those who may not say where', async () => {
    const id = await exportId();
    await goesTo({ kind: 'folder', to: folder });
    const before = (await people.nell.ok('GET', '/api/export')).kept;
    const other = { ...wish, name: 'Month', every: 'day', replaces: { id, version: 1 } };
    for (const refused of [
      await people.nell.send('PUT', '/api/export/kept', other),
      await people.nell.send('DELETE', `/api/export/kept/${id}`),
    ])
      expect(refused).toMatchObject({ status: 403, body: { message: expect.stringContaining('Ask a controller') } });
    expect((await people.nell.ok('GET', '/api/export')).kept).toEqual(before);
    expect((await people.ruth.ok('PUT', '/api/export/kept', { ...other, every: null })).kept).toMatchObject([{ id, version: 2 }]);
  });

  it('into a folder: beside what is there, once', async () => {
    await goesTo({ kind: 'folder', to: folder });
    const { files, delivery } = await run();
    expect(delivery).toMatchObject({ fault: null, nextAt: null, tries: 1 });
    expect((await readdir(folder)).sort()).toEqual(files.map(({ name }: View) => name).sort());
    await writeFile(join(folder, files[0].name), 'mine');
    await server.pool.query('update export_deliveries set next_at = now()');
    await deliverExport(server.services);
    await until('the second writing', async () => ((await readdir(folder)).length === 3 ? true : undefined));
    expect(await readFile(join(folder, files[0].name), 'utf8')).toBe('mine');
  });

  it('by mail, with the files attached', async () => {
    await goesTo({ kind: 'mail', to: 'accountant@books.example' });
    const { files } = await run();
    const [mail] = mails;
    expect(mail.subject).toBe('Month');
    expect(mail.attachments.map(({ filename }) => filename)).toEqual(files.map(({ name }: View) => name));
  });

  it('to an address: each file under a key of its own, again later where it is not taken, and when asked', async () => {
    await goesTo({ kind: 'address', to: `http://127.0.0.1:${portOf(program)}/files` });
    answer = 503;
    const refused = await run();
    expect(refused.delivery).toMatchObject({ fault: 'It answered with 503.', arrivedAt: null });
    expect(refused.delivery.nextAt).not.toBeNull();
    answer = 201;
    got.length = 0;
    await people.ruth.ok('POST', `/api/export/runs/${refused.id}/again`);
    await until('it to arrive', async () => (got.length === 2 ? true : undefined));
    expect(got.map(({ headers }) => headers['idempotency-key'])).toEqual([`export-${refused.id}-0`, `export-${refused.id}-1`]);
    expect(got[0].headers['content-type']).toBe('text/csv');
    await until('it to be noted', async () =>
      (await people.nell.ok('GET', '/api/export')).runs.find((one: View) => one.id === refused.id).delivery.arrivedAt ? true : undefined,
    );
    expect((await people.ruth.send('POST', `/api/export/runs/${refused.id}/again`)).status).toBe(404);
  });

  it('nowhere any more', async () => {
    await goesTo(null);
    const { id } = await people.nell.ok('POST', '/api/export/runs', { ...wish, exportId: await exportId() });
    const run = await until('the run', async () =>
      (await people.nell.ok('GET', '/api/export')).runs.find((one: View) => one.id === id && one.doneAt),
    );
    expect(run.delivery).toBeNull();
  });
});
