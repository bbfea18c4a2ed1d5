import { drawInvoice, invoiceWithoutOrder } from '@umber/demo/drawing';
import { supplierOf } from '@umber/demo/scenario';
import { releaseSpreads } from '../src/ledger/release.js';
import { arrivedFile } from './documents.js';
import { testServer, Visitor, type TestServer } from './harness.js';

interface Line {
  readonly position: number;
  readonly account: string;
  readonly costCentre: string;
  readonly project: string | null;
  readonly cells: Readonly<Record<string, string>>;
  readonly spread: { readonly from: string; readonly months: number } | null;
  readonly parts: readonly object[];
}
interface Posted {
  readonly number: number;
  readonly lines: readonly {
    readonly account: string;
    readonly costCentre: string | null;
    readonly debit: string;
    readonly credit: string;
  }[];
}

/** Costs of several months: what is not of the month that an invoice is posted in waits as prepaid, and each month takes its part. */
describe('a cost spread over months', () => {
  let server: TestServer;
  const people: Record<string, Visitor> = {};
  let serial = 6000;
  beforeAll(async () => {
    server = await testServer();
    for (const login of ['nell', 'abel', 'tom', 'ines', 'piet', 'ruth']) people[login] = await Visitor.signedIn(server.httpPort, login);
  });
  afterAll(() => server.close());

  const at = (document: { id: number }, path: string) => `/api/documents/${document.id}/${path}`;
  const fellbeam = supplierOf('fellbeam');
  const came = async () => {
    const pdf = await drawInvoice(invoiceWithoutOrder(fellbeam, '2026-11-10', ++serial));
    return arrivedFile(server, people.nell, `fellbeam-${serial}.pdf`, pdf, `accounts@${fellbeam.domain}`);
  };
  const wish = (line: Line, more: object) => ({
    position: line.position,
    account: line.account,
    costCentre: line.costCentre,
    project: line.project,
    parts: [],
    ...more,
  });
  const code = (document: { id: number; version: number }, lines: object[]) =>
    people.nell.send('PUT', at(document, 'coding'), { version: document.version, lines });
  const posted = async (document: { id: number; version: number; approvals: { approver: string; state: string }[] }): Promise<Posted> => {
    let now = document;
    for (const { approver } of document.approvals.filter(({ state }) => state === 'asked'))
      now = await people[approver.split(' ')[0].toLowerCase()].ok('POST', at(now, 'approve'), { version: now.version, comment: '' });
    return people.abel.ok('POST', at(now, 'post'), { version: now.version });
  };
  const cents = (amount: string) => Math.round(Number(amount) * 100);
  const on = (lines: Posted['lines'], account: string, centre?: string) =>
    lines
      .filter((line) => line.account === account && (centre === undefined || line.costCentre === centre))
      .reduce((sum, { debit, credit }) => sum + cents(debit) - cents(credit), 0);
  const releases = async (id: number) =>
    (
      await server.pool.query<{ period: string; amount: string; account: string; costCentre: string; entry: string | null }>(
        'select period, amount, account, cost_centre as "costCentre", entry_id as entry from spread_releases where document_id = $1 order by period, id',
        [id],
      )
    ).rows;
  /** What the general ledger has on an account, in cents. */
  const inBooks = async (account: string) =>
    cents(
      (
        await server.pool.query<{ amount: string }>(
          'select coalesce(sum(debit - credit), 0)::text as amount from journal_lines where account = $1',
          [account],
        )
      ).rows[0].amount,
    );
  const openPeriods = (periods: readonly string[]) =>
    server.pool.query("insert into periods (id, state) select unnest($1::text[]), 'open' on conflict (id) do update set state = 'open'", [
      periods,
    ]);

  it('is refused where it is none', async () => {
    const document = await came();
    const [line] = document.lines as Line[];
    for (const spread of [
      { from: '2026-13', months: 12 },
      { from: '2026-11', months: 1 },
      { from: '2026-11', months: 61 },
      { from: '2026-11' },
    ]) {
      const { status, body } = await code(document, [wish(line, { spread })]);
      expect({ status, message: body.message }).toEqual({
        status: 400,
        message: expect.stringContaining('2 to 60 months from a month such as 2026-11'),
      });
    }
  });

  it('waits as prepaid, to the cent, and each month takes its part once when it has come and is open', async () => {
    let document = await came();
    const [first, ...others] = document.lines as Line[];
    const parts = [{ account: '5310', costCentre: 'WS', project: null, percent: '33.3333', amount: null }];
    document = (
      await code(document, [
        wish(first, { spread: { from: '2026-11', months: 12 }, parts }),
        ...others.map((line) => wish(line, { account: line.account })),
      ])
    ).body;
    expect(document.lines[0]).toMatchObject({ spread: { from: '2026-11', months: 12 }, parts: [{ percent: '33.3333' }] });
    const trail = (await people.nell.ok('GET', `/api/documents/${document.id}`)).trail as { act: { code: string; months?: number } }[];
    expect(trail.map(({ act }) => act)).toContainEqual(expect.objectContaining({ code: 'line-coded', months: 12 }));

    const whole = cents(first.cells.netAmount);
    const before = await inBooks('1330');
    const entry = await posted(document);
    const waiting = await releases(document.id);
    const later = waiting.reduce((sum, { amount }) => sum + cents(amount), 0);
    expect(on(entry.lines, '1330')).toBe(later);
    // A twelfth, give or take the cents that cannot be shared out.
    expect(Math.abs(whole - later - whole / 12)).toBeLessThan(2);
    expect(new Set(waiting.map(({ period }) => period)).size).toBe(11);
    expect(waiting[0].period).toBe('2026-12');
    expect(waiting.at(-1)?.period).toBe('2027-10');
    expect(new Set(waiting.map(({ costCentre }) => costCentre))).toEqual(new Set(['WS', first.costCentre]));
    expect(entry.lines.reduce((sum, { debit, credit }) => sum + cents(debit) - cents(credit), 0)).toBe(0);

    // Its month has not come, then it has come and is not open, then it is.
    expect(await releaseSpreads(server.services)).toBe(0);
    await server.pool.query("delete from periods where id in ('2026-12', '2027-01')");
    const january = { ...server.services, today: () => '2027-01-05' };
    expect(await releaseSpreads(january)).toBe(0);
    await openPeriods(['2026-12', '2027-01']);
    expect(await Promise.all([releaseSpreads(january), releaseSpreads(january)]).then(([a, b]) => a + b)).toBe(2);
    expect(await releaseSpreads(january)).toBe(0);
    const left = (await releases(document.id)).filter(({ entry: taken }) => taken === null);
    expect(left.map(({ period }) => period).sort()[0]).toBe('2027-02');
    expect((await inBooks('1330')) - before).toBe(left.reduce((sum, { amount }) => sum + cents(amount), 0));

    await openPeriods(Array.from({ length: 9 }, (_, i) => `2027-${String(i + 2).padStart(2, '0')}`));
    await releaseSpreads({ ...server.services, today: () => '2027-10-31' });
    expect(await inBooks('1330')).toBe(before);
    const kinds = await server.pool.query<{ kind: string; n: number }>(
      'select kind, count(*)::int as n from journal_entries where kind = $1 group by kind',
      ['release'],
    );
    expect(kinds.rows).toEqual([{ kind: 'release', n: 11 }]);
  });

  it('of months that are over is booked whole', async () => {
    let document = await came();
    document = (
      await code(
        document,
        (document.lines as Line[]).map((line) => wish(line, { spread: { from: '2026-08', months: 3 } })),
      )
    ).body;
    const entry = await posted(document);
    expect(on(entry.lines, '1330')).toBe(0);
    expect(await releases(document.id)).toEqual([]);
  });

  it('and its parts outlive a change of the line at Check that is taken back, and go when the line is coded without them', async () => {
    let document = await came();
    const [line] = document.lines as Line[];
    const parts = [{ account: '5310', costCentre: 'WS', project: null, percent: '40', amount: null }];
    const spread = { from: '2027-01', months: 6 };
    document = (await code(document, [wish(line, { spread, parts })])).body;
    document = await people.nell.ok('POST', at(document, 'send-back'), { version: document.version, reason: 'Another look' });
    expect(document.tray).toBe('check');
    const was = document.lines[0] as Line;
    expect(was).toMatchObject({ spread, parts: [{ percent: '40' }] });
    document = await people.nell.ok('PUT', at(document, 'lines/0/description'), { version: document.version, value: 'Something else' });
    document = await people.nell.ok('POST', at(document, 'undo'), { version: document.version, step: document.steps.at(-1).id });
    expect(document.lines[0]).toMatchObject({ cells: was.cells, spread, parts: [{ percent: '40' }] });
    document = (await code(document, [wish(document.lines[0], {})])).body;
    expect(document.lines[0]).toMatchObject({ spread: null, parts: [] });
  });
});
