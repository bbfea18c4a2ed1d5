import { movesBetween, stageOf, TRAYS } from '@umber/core/documents';
import type { EventEmitter } from 'node:events';
import { mkdtemp, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { inTransaction, openPool, type Pool } from '../src/database/database.js';
import { migrate } from '../src/database/migrate.js';
import { demoDatabase, freshDatabase } from './harness.js';

describe('what the database itself guards', () => {
  let pool: Pool;
  beforeAll(async () => ({ pool } = await demoDatabase()));
  afterAll(() => pool.end());
  const entry = (lines: string, more = "posted_on => '2026-11-20'") => {
    const [, day] = /'(.*)'/.exec(more) ?? [];
    return `with number as (update journal_counter set last_number = last_number + 1 returning last_number),
      receipt as (insert into receipts (number, order_id, received_on) select 'T-' || (select last_number from number), min(id), current_date from orders returning id),
      entry as (insert into journal_entries (number, kind, posted_on, period, description, receipt_id, currency, exchange_rate)
        select (select last_number from number), 'receipt', '${day}', to_char('${day}'::date, 'YYYY-MM'), 'test', (select id from receipt), 'GBP', 1 returning id)
      insert into journal_lines (entry_id, position, account, text, debit, credit) select (select id from entry), v.* from (values ${lines}) v`;
  };

  it('a connection cut while it is used fails what uses it and nothing else', async () => {
    const cut = inTransaction(pool, async (db) => {
      const ended = new Promise((resolve) => (db as unknown as EventEmitter).on('end', resolve));
      const { rows } = await db.query<{ pid: number }>('select pg_backend_pid() as pid');
      await pool.query('select pg_terminate_backend($1)', [rows[0].pid]);
      await ended;
      await db.query('select 1');
    });
    await expect(cut).rejects.toThrow();
    await expect(pool.query('select 1 as one')).resolves.toMatchObject({ rows: [{ one: 1 }] });
  });

  it('knows the trays and the moves between them as the core does, and lets no other move pass', async () => {
    const known = await pool.query<{ name: string; stage: string }>('select name, stage from trays');
    expect(known.rows.map(({ name, stage }) => `${name} ${stage}`).sort()).toEqual(TRAYS.map((tray) => `${tray} ${stageOf(tray)}`).sort());
    const moves = await pool.query<{ move: string }>("select from_tray || ' ' || to_tray as move from tray_moves");
    expect(moves.rows.map(({ move }) => move).sort()).toEqual(
      movesBetween()
        .map(([from, to]) => `${from} ${to}`)
        .sort(),
    );
    const { rows } = await pool.query<{ id: number }>(
      `with blob as (insert into blobs (sha256, bytes) values (sha256('\\x01'), '\\x01') returning sha256),
         arrival as (insert into arrivals (source_id, kind, blob) select (select min(id) from sources), 'file', sha256 from blob returning id),
         file as (insert into files (arrival_id, name, blob) select (select id from arrival), 'x.pdf', sha256 from blob returning id)
       insert into documents (arrival_id, file_id, gross_total) select (select id from arrival), (select id from file), 1 returning id`,
    );
    const allowed = new Set(moves.rows.map(({ move }) => move));
    for (const from of TRAYS)
      for (const to of TRAYS.filter((tray) => tray !== from)) {
        await pool.query('alter table documents disable trigger documents_move');
        await pool.query('update documents set tray = $2 where id = $1', [rows[0].id, from]);
        await pool.query('alter table documents enable trigger documents_move');
        const moved = pool.query('update documents set tray = $2 where id = $1', [rows[0].id, to]);
        if (allowed.has(`${from} ${to}`)) await expect(moved).resolves.toBeDefined();
        else await expect(moved).rejects.toMatchObject({ constraint: 'tray_move' });
      }
  });

  it('has an index for every foreign key but those to the few rows of people, accounts and the like', async () => {
    const few = ['people', 'accounts', 'cost_centres', 'periods', 'trays', 'sources', 'blobs', 'suppliers'];
    const { rows } = await pool.query<{ missing: string }>(
      `select c.conrelid::regclass || ' (' || string_agg(a.attname, ', ') || ')' as missing
       from pg_constraint c join pg_attribute a on a.attrelid = c.conrelid and a.attnum = any(c.conkey)
       where c.contype = 'f' and c.connamespace = 'public'::regnamespace and c.confrelid::regclass::text <> all($1)
         and not exists (select from pg_index i where i.indrelid = c.conrelid and (i.indkey::int2[])[0] = c.conkey[1])
       group by c.oid, c.conrelid`,
      [few],
    );
    expect(rows.map(({ missing }) => missing)).toEqual([]);
  });

  it('takes an entry that balances', async () => {
    await expect(pool.query(entry("(1, '5010', 'a', 10.00, 0), (2, '2100', 'b', 0, 10.00)"))).resolves.toBeDefined();
  });

  it('refuses an entry that does not sum to zero, and one without lines', async () => {
    await expect(pool.query(entry("(1, '5010', 'a', 10.00, 0), (2, '2100', 'b', 0, 9.99)"))).rejects.toMatchObject({
      constraint: 'journal_entry_balances',
    });
    await expect(
      pool.query(
        "insert into journal_entries (number, kind, posted_on, period, description, receipt_id, currency, exchange_rate) select 99999, 'receipt', '2026-11-20', '2026-11', 'x', (select id from receipts where not exists (select 1 from journal_entries e where e.receipt_id = receipts.id) limit 1), 'GBP', 1",
      ),
    ).rejects.toThrow();
  });

  it('refuses a closed period', async () => {
    await expect(pool.query(entry("(1, '5010', 'a', 10.00, 0), (2, '2100', 'b', 0, 10.00)", "posted_on => '2026-01-20'"))).rejects.toThrow(
      'closed',
    );
  });

  it('keeps the journal and the trail as they were written', async () => {
    for (const statement of [
      'update journal_lines set debit = 1',
      'delete from journal_entries',
      'truncate trail',
      'truncate journal_lines',
      'update blobs set bytes = bytes',
    ]) {
      const rows = /blobs/.test(statement)
        ? await pool.query("insert into blobs (sha256, bytes) values (sha256('x'), 'x') on conflict do nothing")
        : null;
      await expect(pool.query(statement)).rejects.toThrow(/append-only|foreign key/);
      expect(rows?.rowCount ?? 0).toBeLessThanOrEqual(1);
    }
  });

  it('leaves no gap in the numbers when a posting fails', async () => {
    const last = async () => (await pool.query('select last_number from journal_counter')).rows[0].last_number;
    const before = await last();
    await pool.query(entry("(1, '5010', 'a', 1, 0)")).catch(() => undefined);
    expect(await last()).toBe(before);
  });
});

describe('migrations', () => {
  it('run once, even when several servers start at once', async () => {
    const url = await freshDatabase();
    const pools = [1, 2, 3].map(() => openPool(url, 2));
    const applied = await Promise.all(pools.map((pool) => migrate(pool)));
    expect(applied.map((names) => names.length).sort((a, b) => a - b)).toEqual([0, 0, applied.flat().length]);
    await Promise.all(pools.map((pool) => pool.end()));
  });

  it('refuse one that was changed after it had been applied', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'migrations-'));
    const pool = openPool(await freshDatabase(), 2);
    await writeFile(join(folder, '0001_first.sql'), 'create table a (n int);');
    expect(await migrate(pool, folder)).toEqual(['0001_first.sql']);
    await writeFile(join(folder, '0001_first.sql'), 'create table a (n bigint);');
    await expect(migrate(pool, folder)).rejects.toThrow('0001_first.sql was changed');
    await pool.end();
  });
});
