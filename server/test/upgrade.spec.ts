import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { gunzip } from 'node:zlib';
import pg from 'pg';
import type { RunningServer } from '../src/server.js';
import { freshDatabase, serverOn, Visitor } from './harness.js';

const FILLED = fileURLToPath(new URL('fixtures/before-codes.sql.gz', import.meta.url));

/** Fills a database with a dump of `pg_dump`: its COPY blocks become inserts, as the driver speaks no COPY. */
async function restore(url: string, file: string): Promise<void> {
  const sql = (await promisify(gunzip)(await readFile(file))).toString('utf8').replace(/^\\(un)?restrict .*$/gm, '');
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    const copies = /^COPY (\S+) \(([^)]*)\) FROM stdin;\n([\s\S]*?)^\\\.$/gm;
    let from = 0;
    for (const copy of sql.matchAll(copies)) {
      await client.query(sql.slice(from, copy.index));
      const [whole, table, columns, block] = copy;
      const width = columns.split(',').length;
      const values = block.split('\n').filter((line) => line !== '');
      for (const line of values) {
        const cells = line.split('\t').map((cell) => (cell === '\\N' ? null : unescaped(cell)));
        const places = Array.from({ length: width }, (_, i) => `$${i + 1}`).join(', ');
        await client.query(`insert into ${table} (${columns}) overriding system value values (${places})`, cells);
      }
      from = copy.index + whole.length;
    }
    await client.query(sql.slice(from));
  } finally {
    await client.end();
  }
}

/** Lines as they stand where one had been removed among them: those after it are counted on, with what is asked of them. */
async function leaveGaps(url: string): Promise<void> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  await client.query(`
    insert into doubts (document_id, field, line, reason) select document_id, 'quantity', max(position), 'why?' from document_lines group by 1 having count(*) > 1 limit 1;
    update document_lines set position = position + 1000 where position > 0;
    update document_lines set position = position - 995 where position > 1000;
    update doubts set line = line + 5 where line > 0;
    update exceptions set line = line + 5 where line > 0;`);
  await client.end();
}

const ESCAPES: Readonly<Record<string, string>> = { t: '\t', n: '\n', r: '\r', b: '\b', f: '\f', v: '\v' };
const unescaped = (cell: string): string => cell.replace(/\\(.)/g, (_all, sign: string) => ESCAPES[sign] ?? sign);

describe('a database that the version before filled', () => {
  let server: RunningServer;
  let clerk: Visitor;
  const named = async (file: string) => {
    const { rows } = await server.services.pool.query('select d.id from documents d join files f on f.id = d.file_id where f.name = $1', [
      file,
    ]);
    return clerk.ok('GET', `/api/documents/${rows[0].id}`);
  };

  beforeAll(async () => {
    const url = await freshDatabase();
    await restore(url, FILLED);
    await leaveGaps(url);
    server = await serverOn(url);
    clerk = await Visitor.signedIn(server.httpPort, 'nell');
  });
  afterAll(() => server.close());

  it('counts the lines of every document without gaps, and what is asked of them stays with them', async () => {
    const { rows } = await server.services.pool.query(
      'select document_id, array_agg(position order by position) as positions from document_lines group by 1',
    );
    expect(rows.some(({ positions }) => positions.length > 1)).toBe(true);
    for (const { positions } of rows) expect(positions).toEqual(positions.map((_: number, i: number) => i));
    const lost = await server.services.pool.query(
      `select 1 from doubts q where q.line is not null and q.settled_at is null
         and not exists (select from document_lines l where l.document_id = q.document_id and l.position = q.line)`,
    );
    expect(lost.rows).toEqual([]);
  });

  it('shows every document as it was, its sentences as they were worded', async () => {
    const doubted = await named('b.pdf');
    expect(doubted.tray).toBe('check');
    expect(doubted.doubts[0].question).toEqual({ code: 'as-worded', text: expect.stringContaining('do not make the total') });
    expect(doubted.fields.invoiceNumber.read.evidence[0]).toEqual({ code: 'as-worded', text: expect.stringContaining('“') });
    expect(doubted.trail.at(-1)).toMatchObject({ act: null, sentence: expect.stringContaining('Came by mail') });
    const [arrival] = await clerk.ok('GET', '/api/arrivals');
    expect((await clerk.ok('GET', `/api/arrivals/${arrival.id}`)).steps[0].note).toEqual({
      code: 'as-worded',
      text: expect.stringContaining('kept as it came'),
    });
    expect(await named('f.pdf')).toMatchObject({ tray: 'parked', reason: { code: 'as-worded', text: 'Asked the supplier' } });
    const asked = await named('c.pdf');
    expect(asked.approvals[0].because.because).toEqual([{ code: 'as-worded', text: expect.any(String) }]);
    expect(asked.exceptions[0]).toMatchObject({ facts: { code: 'as-worded', of: 'price' }, acceptedReason: 'New price list' });
    expect(asked.exceptions[0].figures.map(({ name }: { name: string }) => name)).toContain('unit-price');
    for (const tray of ['check', 'match', 'sign-off', 'parked', 'posted'])
      expect((await clerk.ok('GET', `/api/trays/${tray}`)).rows.length).toBeGreaterThan(0);
  });

  it('goes on from there: a doubt is settled, a parked document reopened, the books still balance', async () => {
    const doubted = await named('b.pdf');
    const settled = await clerk.ok('POST', `/api/documents/${doubted.id}/doubts/${doubted.doubts[0].id}/settle`, {
      version: doubted.version,
    });
    expect(settled.doubts.length).toBeLessThan(doubted.doubts.length);
    expect(settled.trail[0].act.code).toBe('question-answered');
    const parked = await named('f.pdf');
    expect(await clerk.ok('POST', `/api/documents/${parked.id}/reopen`, { version: parked.version })).toMatchObject({ tray: 'check' });
    const balance = await clerk.ok('GET', '/api/ledger/trial-balance');
    expect(balance.debit).toBe(balance.credit);
  });
});
