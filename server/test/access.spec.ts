import { MAY, ROLES, type Right, type Role } from '@umber/core/permissions';
import { testServer, Visitor, type TestServer } from './harness.js';

/** Routes that ask for nobody: sign-in, and whether the server is well; what describes the API; the live stream is tested by itself. */
const OPEN = /\/api\/(session|events|healthz|readyz|openapi\.json|reader\/begin\.js|)$/;

/** Every route and the right it wants; null: any signed-in role may. */
const ROUTES: readonly (readonly [method: string, path: string, right: Right | null])[] = [
  ['GET', '/api/trays', null],
  ['GET', '/api/trays/check', null],
  ['GET', '/api/arrivals', null],
  ['GET', '/api/arrivals/999999', null],
  ['GET', '/api/arrivals/999999/original', null],
  ['POST', '/api/arrivals', null],
  ['POST', '/api/arrivals/999999/again', 'submit'],
  ['POST', '/api/arrivals/999999/send', 'check'],
  ['POST', '/api/arrivals/999999/read-aside', 'check'],
  ['GET', '/api/sources', null],
  ['GET', '/api/sorting', null],
  ['GET', '/api/archive', null],
  ['GET', '/api/audit', 'audit'],
  ['GET', '/api/documents/999999/searchable.pdf', null],
  ['GET', '/api/documents/999999/package.zip', null],
  ['GET', '/api/documents/999999/ubl.xml', null],
  ['GET', '/api/documents/999999/cii.xml', null],
  ['GET', '/api/separator-sheet.pdf', null],
  ['GET', '/api/reading/risk', null],
  ['PUT', '/api/reading/risk', 'risk'],
  ['PUT', '/api/reading/page-leads', 'risk'],
  ['GET', '/api/export', null],
  ['GET', '/api/all-tokens', 'sources'],
  ['DELETE', '/api/all-tokens/999999', 'sources'],
  ['POST', '/api/export/preview', 'exports'],
  ['POST', '/api/export/runs', 'exports'],
  ['GET', '/api/export/runs/999999/files/0', 'exports'],
  ['PUT', '/api/export/kept', 'keepExports'],
  ['DELETE', '/api/export/kept/999999', 'keepExports'],
  ['GET', '/api/all/arrivals', null],
  ['GET', '/api/all/entries', null],
  ['GET', '/api/all/orders', null],
  ['GET', '/api/all/suppliers', null],
  ['GET', '/api/all/audit', 'audit'],
  ['GET', '/api/retention', null],
  ['PUT', '/api/retention', 'retention'],
  ['GET', '/api/retention/due', null],
  ['POST', '/api/retention/holds', 'placeHolds'],
  ['POST', '/api/retention/holds/999999/release', 'placeHolds'],
  ['POST', '/api/retention/holds/999999/released', 'agreeDeletions'],
  ['POST', '/api/retention/deletions', 'askDeletions'],
  ['GET', '/api/retention/deletions/999999', null],
  ['POST', '/api/retention/deletions/999999/agreed', 'agreeDeletions'],
  ['POST', '/api/retention/deletions/999999/refused', 'askDeletions'],
  ['GET', '/api/retention/deletions/999999/record.csv', null],
  ['GET', '/api/documents/999999/e-invoice', null],
  ['POST', '/api/sources', 'sources'],
  ['PUT', '/api/sources/999999', 'sources'],
  ['DELETE', '/api/sources/999999', 'sources'],
  ['POST', '/api/sources/999999/try', 'sources'],
  ['PUT', '/api/sources/999999/rules', 'rules'],
  ['POST', '/api/uploads', 'submit'],
  ['GET', '/api/uploads/5b2f8a1e-7a51-4a55-9b53-7d2b6a1f0c11', 'submit'],
  ['PUT', '/api/uploads/5b2f8a1e-7a51-4a55-9b53-7d2b6a1f0c11/pieces/0', 'submit'],
  ['GET', '/api/tokens', 'submit'],
  ['POST', '/api/tokens', 'submit'],
  ['DELETE', '/api/tokens/999999', 'submit'],
  ['GET', '/api/documents/999999', null],
  ['GET', '/api/documents/999999/pages/1/picture', null],
  ['GET', '/api/documents/999999/pages/1/as-it-came', null],
  ['GET', '/api/documents/999999/file', null],
  ['GET', '/api/files/999999', null],
  ['GET', '/api/files/999999/pages/1/picture', null],
  ['GET', '/api/files/999999/pages/1/small', null],
  ['PUT', '/api/files/999999/documents', 'check'],
  ['GET', '/api/alike/999999', null],
  ['POST', '/api/alike/999999', 'check'],
  ['POST', '/api/alike/999999/accept', 'check'],
  ['GET', '/api/documents/999999/proposals', null],
  ['GET', '/api/documents/999999/entry', null],
  ['GET', '/api/coding', null],
  ['GET', '/api/habits', null],
  ['GET', '/api/habits/1', null],
  ['POST', '/api/habits/1/trials', 'habits'],
  ['GET', '/api/habits/1/trials/1', null],
  ['PUT', '/api/habits/1/switched', 'habits'],
  ['PUT', '/api/habits/1/version', 'habits'],
  ['PUT', '/api/habits/1/merged', 'habits'],
  ['PUT', '/api/habits/1/rule', 'habits'],
  ['PUT', '/api/habits/1/rule-removed', 'habits'],
  ['POST', '/api/habits/1/rule-tried', 'habits'],
  ['GET', '/api/habits/1/file', null],
  ['GET', '/api/habits/1/progress', null],
  ['GET', '/api/progress', null],
  ['GET', '/api/habits-file', null],
  ['POST', '/api/habits-file', 'habits'],
  ['POST', '/api/suppliers/999999/habits', 'habits'],
  ['GET', '/api/own-fields', null],
  ['POST', '/api/own-fields', 'ownFields'],
  ['PUT', '/api/own-fields/site', 'ownFields'],
  ['DELETE', '/api/own-fields/site', 'ownFields'],
  ['GET', '/api/suppliers', null],
  ['POST', '/api/suppliers', 'suppliers'],
  ['POST', '/api/suppliers/999999/confirm', 'confirmSuppliers'],
  ['GET', '/api/suppliers/999999', null],
  ['PUT', '/api/suppliers/999999', 'suppliers'],
  ['POST', '/api/suppliers/999999/accounts', 'suppliers'],
  ['PUT', '/api/suppliers/999999/blocked', 'suppliers'],
  ['POST', '/api/suppliers/999999/merge', 'suppliers'],
  ['POST', '/api/suppliers/999999/changes/1', 'confirmSuppliers'],
  ['GET', '/api/documents/999999/supplier-draft', null],
  ['GET', '/api/orders', null],
  ['GET', '/api/imports', null],
  ['POST', '/api/imports', 'imports'],
  ['GET', '/api/imports/999999', 'imports'],
  ['PUT', '/api/imports/999999/mapping', 'imports'],
  ['POST', '/api/imports/999999/apply', 'imports'],
  ['POST', '/api/imports/999999/undo', 'imports'],
  ['GET', '/api/exports/orders', null],
  ['GET', '/api/ordering-lists', null],
  ['GET', '/api/orders/999999', null],
  ['POST', '/api/orders', 'orders'],
  ['PUT', '/api/orders/999999', 'orders'],
  ['PUT', '/api/orders/999999/state', 'orders'],
  ['POST', '/api/orders/999999/receipts', 'receipts'],
  ['PUT', '/api/receipts/999999/inspection', 'receipts'],
  ['PUT', '/api/documents/999999/pairs/0', 'match'],
  ['GET', '/api/documents/999999/creditable', null],
  ['PUT', '/api/documents/999999/credited', 'match'],
  ['PUT', '/api/documents/999999/replaces', 'match'],
  ['GET', '/api/documents/999999/order-lines', null],
  ['GET', '/api/ledger/entries', null],
  ['GET', '/api/ledger/open-items', null],
  ['GET', '/api/ledger/trial-balance', null],
  ['POST', '/api/documents/999999/park', 'check'],
  ['POST', '/api/documents/999999/turn-away', 'check'],
  ['POST', '/api/documents/999999/reopen', 'check'],
  ['PUT', '/api/documents/999999/fields/issueDate', 'check'],
  ['PUT', '/api/documents/999999/kind', 'check'],
  ['PUT', '/api/documents/999999/lines', 'check'],
  ['PUT', '/api/documents/999999/dispute', 'check'],
  ['POST', '/api/documents/999999/undo', 'check'],
  ['POST', '/api/documents/999999/read-again', 'check'],
  ['POST', '/api/documents/999999/letters', 'check'],
  ['POST', '/api/documents/999999/notes', 'note'],
  ['PUT', '/api/documents/999999/tags', 'note'],
  ['PUT', '/api/documents/999999/handed', 'note'],
  ['GET', '/api/documents/999999/holders', null],
  ['POST', '/api/documents/999999/holders', 'note'],
  ['GET', '/api/colleagues', null],
  ['GET', '/api/search?q=x', null],
  ['GET', '/api/documents', null],
  ['GET', '/api/other-ledger', null],
  ['PUT', '/api/other-ledger', 'post'],
  ['PUT', '/api/other-ledger/codes', 'masterData'],
  ['POST', '/api/other-ledger/entries/999999/again', 'post'],
  ['POST', '/api/other-ledger/batches/999999/again', 'post'],
  ['POST', '/api/other-ledger/batches/999999/anew', 'post'],
  ['GET', '/api/other-ledger/batches/999999/entries.csv', null],
  ['PUT', '/api/export/kept/999999/target', 'exportTargets'],
  ['POST', '/api/export/runs/999999/again', 'exportTargets'],
  ['GET', '/api/hooks', 'sources'],
  ['POST', '/api/hooks', 'sources'],
  ['DELETE', '/api/hooks/999999', 'sources'],
  ['POST', '/api/hooks/deliveries/999999/again', 'sources'],
  ['GET', '/api/keeping', null],
  ['PUT', '/api/keeping', 'sources'],
  ['POST', '/api/keeping/again', 'sources'],
  ['GET', '/api/keeping/preview?pattern=x', null],
  ['GET', '/api/documents/999999/kept.pdf', null],
  ['GET', '/api/archive/search?q=x', null],
  ['GET', '/api/archive/kept', null],
  ['PUT', '/api/archive/kept', 'keepSearches'],
  ['POST', '/api/archive/kept/999999/looked', 'keepSearches'],
  ['DELETE', '/api/archive/kept/999999', 'keepSearches'],
  ['GET', '/api/archive/lists', null],
  ['GET', '/api/archive/lists/999999', null],
  ['POST', '/api/archive/lists', 'handLists'],
  ['POST', '/api/archive/lists/999999/closed', 'handLists'],
  ['GET', '/api/archive/readers', null],
  ['GET', '/api/sweep', null],
  ['POST', '/api/sweep', 'check'],
  ['POST', '/api/sweep/undo', 'check'],
  ['PUT', '/api/documents/999999/lines/0/quantity', 'check'],
  ['POST', '/api/documents/999999/doubts/1/settle', 'check'],
  ['POST', '/api/documents/999999/settle', 'check'],
  ['PUT', '/api/documents/999999/supplier', 'match'],
  ['PUT', '/api/documents/999999/order', 'match'],
  ['PUT', '/api/documents/999999/coding/0', 'match'],
  ['PUT', '/api/documents/999999/coding', 'match'],
  ['GET', '/api/coding-rules', null],
  ['PUT', '/api/coding-rules', 'codingRules'],
  ['POST', '/api/coding-templates', 'match'],
  ['DELETE', '/api/coding-templates/999999', 'match'],
  ['POST', '/api/documents/999999/exceptions/1/accept', 'match'],
  ['POST', '/api/documents/999999/exceptions/1/confirm', 'confirmAccounts'],
  ['POST', '/api/documents/999999/exceptions/1/ask', 'match'],
  ['POST', '/api/documents/999999/exceptions/1/wait', 'match'],
  ['POST', '/api/documents/999999/exceptions/1/pay-short', 'match'],
  ['GET', '/api/questions', null],
  ['POST', '/api/questions/999999/answer', 'note'],
  ['POST', '/api/documents/999999/approve', 'approve'],
  ['POST', '/api/documents/999999/send-back', 'sendBack'],
  ['POST', '/api/documents/999999/post', 'post'],
  ['POST', '/api/ledger/post', 'post'],
  ['GET', '/api/approval/separation', null],
  ['PUT', '/api/approval/separation', 'separation'],
  ['POST', '/api/demo/supplier-writes', 'demo'],
  ['POST', '/api/demo/scanner-feeds', 'demo'],
];
const LOGINS: Readonly<Record<Role, string>> = { clerk: 'nell', approver: 'tom', controller: 'ruth', administrator: 'sol', auditor: 'wyn' };

describe('who may do what', () => {
  let server: TestServer;
  const people = new Map<Role, Visitor>();
  beforeAll(async () => {
    server = await testServer();
    for (const role of ROLES) people.set(role, await Visitor.signedIn(server.httpPort, LOGINS[role]));
  });
  afterAll(() => server.close());

  it.each(ROUTES)('%s %s', async (method, path, right) => {
    const nobody = new Visitor(server.httpPort);
    expect((await nobody.send(method, path, method === 'GET' ? undefined : {})).status).toBe(401);
    for (const role of ROLES) {
      const visitor = people.get(role);
      if (!visitor) throw new Error(role);
      const answer = await visitor.send(method, path, method === 'GET' ? undefined : {});
      const allowed = right === null || (MAY[right] as readonly Role[]).includes(role);
      expect([role, answer.status === 403]).toEqual([role, !allowed]);
      if (!allowed) expect(answer.body.code).toBe('not-allowed');
      expect(answer.status).toBeLessThan(500);
    }
  });

  it('lists every route there is', async () => {
    const { createApp } = await import('../src/app.js');
    type Layer = { route?: { path: string; methods: Record<string, boolean> }; handle?: { stack?: Layer[] }; name: string };
    const app = createApp(server.services, null) as unknown as { router: { stack: Layer[] } };
    const found: string[] = [];
    const visit = (stack: readonly Layer[]) => {
      for (const layer of stack) {
        if (layer.route)
          found.push(...Object.keys(layer.route.methods).map((method) => `${method.toUpperCase()} /api${layer.route?.path}`));
        if (layer.handle?.stack) visit(layer.handle.stack);
      }
    };
    visit(app.router.stack);
    const known = (name: string) => {
      const pattern = new RegExp(`^${name.replace(/:\w+/g, '[^/]+')}$`);
      return ROUTES.some(([method, path]) => pattern.test(`${method} ${path.split('?')[0]}`)) || OPEN.test(name);
    };
    expect(found.length).toBeGreaterThan(30);
    expect(found.filter((name) => !known(name))).toEqual([]);
  });

  it('refuses writes that come from another site, with the cookie or without an origin', async () => {
    const clerk = people.get('clerk');
    for (const origin of ['http://elsewhere.example', 'null', '']) {
      const answer = await clerk?.send('POST', '/api/documents/1/settle', { version: 1 }, { Origin: origin });
      expect(answer).toMatchObject({ status: 403, body: { code: 'wrong-origin' } });
    }
  });

  it('sets a session cookie that scripts and other sites do not get, and a strict policy', async () => {
    const visitor = new Visitor(server.httpPort);
    const answer = await visitor.send('POST', '/api/session', { login: 'Nell ', password: 'tray-by-the-window' });
    expect(answer.headers.getSetCookie()[0]).toMatch(/HttpOnly; SameSite=Strict/);
    const policy = answer.headers.get('content-security-policy') ?? '';
    expect(policy).toContain("script-src 'self'");
    expect(policy).toContain("frame-ancestors 'none'");
    expect(answer.headers.get('x-powered-by')).toBeNull();
    const { rows } = await server.pool.query("select 1 from people where password_hash not like '$argon2id$%'");
    expect(rows).toEqual([]);
  });

  it('says what is wrong with a request', async () => {
    const clerk = people.get('clerk');
    expect(await clerk?.send('GET', '/api/documents/abc')).toMatchObject({ status: 400, body: { code: 'bad-request' } });
    expect(await clerk?.send('GET', '/api/trays/nowhere')).toMatchObject({ status: 400 });
    expect(await clerk?.send('GET', '/api/documents/999999')).toMatchObject({ status: 404, body: { code: 'no-such-document' } });
    expect(await clerk?.send('GET', '/api/nothing')).toMatchObject({ status: 404, body: { code: 'no-such-route' } });
    expect(await clerk?.send('GET', "/api/suppliers?q=%25'; drop table people;--")).toMatchObject({ status: 200, body: [] });
  });

  it('ends a session at sign-out', async () => {
    const visitor = await Visitor.signedIn(server.httpPort, 'wyn');
    expect((await visitor.send('GET', '/api/session')).body.person).toMatchObject({ login: 'wyn', role: 'auditor' });
    await visitor.send('DELETE', '/api/session');
    expect((await visitor.send('GET', '/api/session')).status).toBe(401);
  });

  it('slows down guessing of passwords', async () => {
    const visitor = new Visitor(server.httpPort);
    const statuses: number[] = [];
    for (let i = 0; i < 12; i++)
      statuses.push((await visitor.send('POST', '/api/session', { login: 'nell', password: `guess ${i}` })).status);
    expect(statuses.slice(0, 5)).toEqual(Array(5).fill(401));
    expect(statuses.slice(5)).toContain(429);
  });
});
