import { arrived } from './documents.js';
import { testServer, Visitor, type TestServer } from './harness.js';

/** Nobody takes a figure to the books alone, whatever roles they have. */
describe('one person', () => {
  let server: TestServer;
  let clerk: Visitor;
  let ruth: Visitor;
  let abel: Visitor;
  let administrator: Visitor;
  beforeAll(async () => {
    server = await testServer();
    [clerk, ruth, abel, administrator] = await Promise.all(
      ['nell', 'ruth', 'abel', 'sol'].map((login) => Visitor.signedIn(server.httpPort, login)),
    );
  });
  afterAll(() => server.close());
  const at = (document: { id: number }, path: string) => `/api/documents/${document.id}/${path}`;

  /** Puts the total right and settles all doubts, as this person. */
  const checked = async (by: Visitor, document: { id: number }) => {
    let now = await by.ok('GET', `/api/documents/${document.id}`);
    const right = (Number(now.fields.netTotal.value) + Number(now.fields.taxTotal.value)).toFixed(2);
    now = await by.ok('PUT', at(now, 'fields/grossTotal'), { version: now.version, value: right });
    for (const doubt of now.doubts) now = await by.ok('POST', at(now, `doubts/${doubt.id}/settle`), { version: now.version });
    return now;
  };

  it('who checks it does not post it; another controller does', async () => {
    let document = await checked(ruth, await arrived(server, clerk, 'penaserena', 0, { totalOff: '9.00' }));
    document = await ruth.ok('POST', at(document, 'settle'), { version: document.version });
    expect(document.tray).toBe('post');
    const alone = await ruth.send('POST', at(document, 'post'), { version: document.version });
    expect(alone).toMatchObject({ status: 403, body: { code: 'own-posting' } });
    expect((await abel.send('POST', at(document, 'post'), { version: document.version })).status).toBe(200);
  });

  it('who changed a value is not asked to approve it, and does not approve it, also where another settled the check', async () => {
    const people = await server.pool.query<{ id: number; login: string }>("select id, login from people where login in ('ruth', 'abel')");
    const id = (login: string) => people.rows.find((one) => one.login === login)?.id;
    await server.pool.query(
      "insert into approval_rules (position, min_amount, only_exceptions, approver, person_id) values (5, 0, false, 'person', $1)",
      [id('ruth')],
    );
    let document = await checked(ruth, await arrived(server, clerk, 'penaserena', 1, { totalOff: '4.00' }));
    document = await clerk.ok('POST', at(document, 'settle'), { version: document.version });
    expect(document.tray).toBe('sign-off');
    expect(document.handledBy).toContain(id('ruth'));
    expect(document.approvals.map((one: { approver: string }) => one.approver)).toEqual(['Abel Fenwick']);
    expect(await ruth.send('POST', at(document, 'approve'), { version: document.version, comment: '' })).toMatchObject({
      status: 403,
      body: { code: 'own-work' },
    });
    document = await abel.ok('POST', at(document, 'approve'), { version: document.version, comment: '' });
    expect(document.tray).toBe('post');
    // Who approved does not post, and who changed it does not either.
    for (const one of [abel, ruth])
      expect(await one.send('POST', at(document, 'post'), { version: document.version })).toMatchObject({
        status: 403,
        body: { code: 'own-posting' },
      });
    // A company of two says so: then who approved may.
    expect((await ruth.send('PUT', '/api/approval/separation', { separation: 'two-people' })).status).toBe(403);
    expect(await administrator.ok('PUT', '/api/approval/separation', { separation: 'two-people' })).toEqual({ separation: 'two-people' });
    expect((await clerk.ok('GET', '/api/session')).company.separation).toBe('two-people');
    expect((await abel.send('POST', at(document, 'post'), { version: document.version })).status).toBe(200);
    await administrator.ok('PUT', '/api/approval/separation', { separation: 'three-people' });
  });

  it('an administrator touches no document', async () => {
    const document = await arrived(server, clerk, 'crakewell', 0);
    expect(document.tray).toBe('sign-off');
    for (const [path, body] of [
      ['post', { version: document.version }],
      ['approve', { version: document.version, comment: '' }],
      ['park', { version: document.version, reason: 'because I may' }],
      ['send-back', { version: document.version, reason: 'because I may' }],
    ] as const)
      expect((await administrator.send('POST', at(document, path), body)).status).toBe(403);
  });
});
