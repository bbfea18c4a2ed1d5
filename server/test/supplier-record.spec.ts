import { verifyBooks } from '../src/archive/verify-books.js';
import { arrived } from './documents.js';
import { testServer, Visitor, type TestServer } from './harness.js';

/** What two people do, and one cannot, with a supplier's record. */
describe('a supplier’s record', () => {
  let server: TestServer;
  const people: Record<string, Visitor> = {};
  beforeAll(async () => {
    server = await testServer();
    for (const login of ['nell', 'ruth', 'abel', 'sol', 'tom']) people[login] = await Visitor.signedIn(server.httpPort, login);
  });
  afterAll(() => server.close());
  const named = async (name: string) => (await people.nell.ok('GET', `/api/suppliers?q=${encodeURIComponent(name)}`))[0];
  const page = (id: number) => people.nell.ok('GET', `/api/suppliers/${id}`);
  const wish = async (id: number, more: Record<string, unknown>) => {
    const { record, version } = await page(id);
    return { ...record, version, reason: 'As they wrote to us', ...more };
  };

  it('is changed by one where no money follows, and the history says what was there', async () => {
    const { id } = await named('Tarnside');
    const changed = await people.nell.ok(
      'PUT',
      `/api/suppliers/${id}`,
      await wish(id, { termsDays: 14, address: 'Quay 3\nTarnside', note: 'Rings before delivery' }),
    );
    expect(changed.record).toMatchObject({ termsDays: 14, address: 'Quay 3\nTarnside' });
    expect(changed.changes[0]).toMatchObject({
      takesTwo: false,
      askedBy: 'Nell Ashgrove',
      changes: expect.arrayContaining([{ field: 'termsDays', before: '30', after: '14' }]),
    });
    const same = await people.nell.send('PUT', `/api/suppliers/${id}`, await wish(id, {}));
    expect(same).toMatchObject({ status: 409, body: { message: expect.stringContaining('Nothing is otherwise') } });
    expect(await people.nell.send('PUT', `/api/suppliers/${id}`, { ...(await wish(id, { termsDays: 20 })), version: 1 })).toMatchObject({
      status: 409,
      body: { code: 'stale' },
    });
    expect((await people.tom.send('PUT', `/api/suppliers/${id}`, await wish(id, { termsDays: 20 }))).status).toBe(403);
  });

  it('has another account, tax id or name only once a second person confirmed it', async () => {
    const { id, iban } = await named('Dapplemere');
    const other = 'GB82WEST12345698765432';
    const asked = await people.ruth.ok('PUT', `/api/suppliers/${id}`, await wish(id, { iban: other, termsDays: 21 }));
    expect(asked.record).toMatchObject({ iban, termsDays: 21 });
    const [waiting] = asked.changes;
    expect(waiting).toMatchObject({ takesTwo: true, changes: [{ field: 'iban', before: iban, after: other }], confirmedBy: null });
    const say = (who: string, confirmed: boolean) => people[who].send('POST', `/api/suppliers/${id}/changes/${waiting.id}`, { confirmed });
    expect(await say('ruth', true)).toMatchObject({ status: 403, body: { code: 'own-work' } });
    expect((await say('nell', true)).status).toBe(403);
    expect(await people.nell.send('PUT', `/api/suppliers/${id}`, await wish(id, { iban: null }))).toMatchObject({
      status: 409,
      body: { code: 'already-there' },
    });
    const both = await Promise.all([say('abel', true), say('sol', true)]);
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
    const now = await page(id);
    expect(now.record.iban).toBe(other);
    expect(now.accounts.find(({ account }: { account: string }) => account === iban)).toMatchObject({ endedAt: expect.any(String) });
    await expect(
      server.pool.query('update supplier_changes set confirmed_by = asked_by where id = $1', [waiting.id]),
    ).rejects.toMatchObject({ constraint: 'supplier_changes_two' });
  });

  it('refuses an account that is another firm’s, and one that is none', async () => {
    const [one, other] = [await named('Crakewell'), await named('Mossrigg')];
    const taken = await people.nell.send('PUT', `/api/suppliers/${one.id}`, await wish(one.id, { iban: other.iban }));
    expect(taken).toMatchObject({ status: 409, body: { message: expect.stringContaining(other.name) } });
    const add = async (account: string) =>
      people.nell.send('POST', `/api/suppliers/${one.id}/accounts`, {
        version: (await page(one.id)).version,
        act: 'add',
        account,
        reason: 'On their letter',
      });
    expect((await add('021000022 987654321')).status).toBe(400);
    expect((await add('20-41-17 12345678')).body.changes[0]).toMatchObject({
      takesTwo: true,
      changes: [{ field: 'accountAdded', after: '20-41-17, account 12345678' }],
    });
  });

  it('blocked, nothing of it goes on, whatever reason is given; one blocks, two lift it', async () => {
    const { id } = await named('Ovenden');
    const blocked = await people.nell.ok('PUT', `/api/suppliers/${id}/blocked`, {
      version: (await page(id)).version,
      blocked: true,
      reason: 'Insolvency notice',
    });
    expect(blocked.blocked).toBe('Insolvency notice');
    const document = await arrived(server, people.nell, 'ovenden', 0, { part: 0.05 });
    expect(document).toMatchObject({ tray: 'match', exceptions: [{ facts: { code: 'supplier-blocked', reason: 'Insolvency notice' } }] });
    const accepted = await people.nell.send('POST', `/api/documents/${document.id}/exceptions/${document.exceptions[0].id}/accept`, {
      version: document.version,
      reason: 'Never mind',
    });
    expect(accepted).toMatchObject({ status: 409, body: { code: 'incomplete' } });
    const lifted = await people.nell.ok('PUT', `/api/suppliers/${id}/blocked`, {
      version: blocked.version,
      blocked: false,
      reason: 'They pay again',
    });
    expect(lifted.blocked).toBe('Insolvency notice');
    const after = await people.ruth.ok('POST', `/api/suppliers/${id}/changes/${lifted.changes[0].id}`, { confirmed: true });
    expect(after.blocked).toBeNull();
  });

  it('of a twin is merged by two: its orders, documents and names are the other’s then', async () => {
    const { id: into } = await named('Lindenau');
    const { id: from } = await named('Brandtal');
    const document = await arrived(server, people.nell, 'brandtal', 0, { part: 0.1 });
    expect(document.supplier.id).toBe(from);
    const booked = await arrived(server, people.nell, 'brandtal', 0, { part: 0.2 });
    await people.ruth.ok('POST', `/api/documents/${booked.id}/post`, { version: booked.version });
    const asked = await people.nell.ok('POST', `/api/suppliers/${from}/merge`, {
      version: (await page(from)).version,
      into,
      reason: 'One firm since May',
    });
    await people.ruth.ok('POST', `/api/suppliers/${from}/changes/${asked.changes[0].id}`, { confirmed: true });
    const merged = await page(into);
    expect(merged.record.formerNames[0]).toMatch(/Brandtal/);
    expect(merged.record.otherTaxIds.length).toBe(1);
    expect(merged.accounts.length).toBeGreaterThan(1);
    expect((await people.nell.ok('GET', `/api/documents/${document.id}`)).supplier.id).toBe(into);
    // The books have it under the name of then, which is the same firm.
    expect(await verifyBooks(server.pool)).toEqual([]);
    expect((await named('Brandtal')).id).toBe(into);
    const late = await people.nell.send('PUT', `/api/suppliers/${from}`, await wish(from, { termsDays: 3 }));
    expect(late).toMatchObject({ status: 409, body: { message: expect.stringContaining('became part of') } });
  });

  it('is found by any name, number, account, domain or address, also mistyped, with the reason', async () => {
    const { id } = await named('Tarnside');
    await people.nell.ok(
      'PUT',
      `/api/suppliers/${id}`,
      await wish(id, { tradingNames: ['Lakeland Greases'], otherDomains: ['lakeland-greases.example'] }),
    );
    const { record } = await page(id);
    for (const [asked, kind] of [
      ['Lakeland Grease', 'trading-name'],
      ['Tarnsyde Lubricants', null],
      [record.taxId, 'tax-id'],
      [record.iban, 'account'],
      ['lakeland-greases.example', 'domain'],
      ['Quay 3', 'address'],
    ] as const) {
      const [found] = await people.nell.ok('GET', `/api/suppliers?q=${encodeURIComponent(asked)}`);
      expect([asked, found?.id, found?.by?.kind ?? null]).toEqual([asked, id, kind]);
    }
  });
});
