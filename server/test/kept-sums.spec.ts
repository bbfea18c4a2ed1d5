import { sumUpRestingCounts } from '../src/trays/queries.js';
import { arrived } from './documents.js';
import { testServer, Visitor, type TestServer } from './harness.js';

/** Sums and counts that are kept as they change are what adding all up gives. */
describe('kept sums', () => {
  let server: TestServer;
  let clerk: Visitor;
  beforeAll(async () => {
    server = await testServer();
    clerk = await Visitor.signedIn(server.httpPort, 'nell');
  });
  afterAll(() => server.close());

  const at = (document: { id: number }, path: string) => `/api/documents/${document.id}/${path}`;
  const differing = async (kept: string, counted: string) =>
    (await server.pool.query(`(${kept} except ${counted}) union all (${counted} except ${kept})`)).rows;
  const LEDGER = [
    'select period, account, debit, credit from account_totals',
    `select e.period, l.account, sum(l.debit)::numeric(16, 2), sum(l.credit)::numeric(16, 2) from journal_lines l join journal_entries e on e.id = l.entry_id group by 1, 2`,
  ] as const;
  const SUPPLIERS = [
    'select supplier_id, account, lines, debit, credit from supplier_totals',
    `select supplier_id, account, count(*)::int, sum(debit)::numeric(16, 2), sum(credit)::numeric(16, 2) from journal_lines where supplier_id is not null group by 1, 2`,
  ] as const;
  const RESTING = [
    'select tray, sum(documents)::int from resting_counts group by tray having sum(documents) <> 0',
    `select tray, count(*)::int from documents where tray in ('posted', 'parked', 'filed', 'turned-away') group by tray`,
  ] as const;

  it('are those of the journal after documents were posted, by several people at once', async () => {
    const controller = await Visitor.signedIn(server.httpPort, 'ruth');
    const documents = [];
    for (const [supplier, n] of [
      ['crakewell', 0],
      ['crakewell', 1],
      ['hartscale', 0],
    ] as const)
      documents.push(await arrived(server, clerk, supplier, n));
    const waiting = documents.filter(({ tray }) => tray === 'post');
    expect(waiting.length).toBeGreaterThan(1);
    const before = await server.pool.query('select count(*)::int as n from journal_entries');
    await Promise.all(waiting.map((document) => controller.ok('POST', at(document, 'post'), { version: document.version })));
    const after = await server.pool.query('select count(*)::int as n from journal_entries');
    expect(after.rows[0].n - before.rows[0].n).toBe(waiting.length);
    expect(await differing(...LEDGER)).toEqual([]);
    expect(await differing(...SUPPLIERS)).toEqual([]);
  });

  it('are those of the trays after documents came and went, and once they were summed up', async () => {
    const document = await arrived(server, clerk, 'tarnside', 0, { totalOff: '3.00' });
    const parked = await clerk.ok('POST', at(document, 'park'), { version: document.version, reason: 'asked the buyer' });
    expect(await differing(...RESTING)).toEqual([]);
    await clerk.ok('POST', at(document, 'reopen'), { version: parked.version });
    expect(await differing(...RESTING)).toEqual([]);
    await sumUpRestingCounts(server.pool);
    expect(await differing(...RESTING)).toEqual([]);
    const { rows } = await server.pool.query('select tray, count(*)::int as n from resting_counts group by tray having count(*) > 1');
    expect(rows).toEqual([]);
    const counts = await clerk.ok('GET', '/api/trays');
    const { total } = await clerk.ok('GET', '/api/trays/posted');
    expect(counts.find(({ tray }: { tray: string }) => tray === 'posted').documents).toBe(total);
  });
});
