import { mkdtemp, readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readHeads, writeHeads } from '../src/archive/seal-file.js';
import { seal } from '../src/archive/seal.js';
import { verifyBooks } from '../src/archive/verify-books.js';
import { openPool, type Pool } from '../src/database/database.js';
import { arrived } from './documents.js';
import { applicationUrl, testServer, TODAY, Visitor, type TestServer } from './harness.js';

describe('what shows that the past was changed', () => {
  let server: TestServer;
  let clerk: Visitor;
  let application: Pool;
  beforeAll(async () => {
    server = await testServer();
    clerk = await Visitor.signedIn(server.httpPort, 'nell');
    application = openPool(applicationUrl(server.url), 2);
    const document = await arrived(server, clerk, 'tarnside', 0);
    const controller = await Visitor.signedIn(server.httpPort, 'ruth');
    await controller.ok('POST', `/api/documents/${document.id}/post`, { version: document.version });
  });
  afterAll(async () => {
    await application.end();
    await server.close();
  });
  const found = async (file?: string) =>
    (await verifyBooks(server.pool, file === undefined ? [] : await readHeads(file))).map(({ code, name }) => `${code} ${name}`);
  /** As who may do everything in the database would: guards off, change, guards on again. */
  const tamper = async (text: string) => {
    const client = await server.pool.connect();
    await client.query(`begin; set local session_replication_role = replica; ${text}; commit`);
    client.release();
  };

  it('is that the server works as a role that owns nothing and changes nothing that is only added to', async () => {
    const { rows } = await application.query(
      `select rolsuper, rolcreaterole, rolcreatedb, (select count(*)::int from pg_class where relowner = r.oid and relnamespace = 'public'::regnamespace) as owns from pg_roles r where rolname = current_user`,
    );
    expect(rows).toEqual([{ rolsuper: false, rolcreaterole: false, rolcreatedb: false, owns: 0 }]);
    for (const text of [
      'update journal_lines set debit = debit + 1',
      'delete from trail',
      'truncate audit',
      'update account_totals set debit = 0',
      'alter table trail disable trigger all',
      'drop trigger trail_append_only on trail',
      'set session_replication_role = replica',
      'delete from seals',
      'create table public.mine (x int)',
    ])
      await expect([
        text,
        await application.query(text).then(
          () => 'done',
          (error: { code: string }) => error.code,
        ),
      ]).toEqual([text, expect.stringMatching(/^42501|^42/)]);
  });

  it('finds nothing where nothing was changed, before and after days are sealed', async () => {
    expect(await found()).toEqual([]);
    await tamper(
      "update trail set at = at - interval '3 days'; update journal_entries set posted_at = posted_at - interval '2 days'; update audit set at = at - interval '2 days'",
    );
    const file = join(await mkdtemp(join(tmpdir(), 'umber-seals-')), 'seals.txt');
    await writeHeads(file, await seal(server.pool, TODAY));
    await writeHeads(file, await seal(server.pool, TODAY));
    const lines = (await readFile(file, 'utf8')).trim().split('\n');
    expect(new Set(lines.map((line) => line.split(' ')[0]))).toEqual(new Set(['trail', 'journal', 'audit']));
    expect(new Set(lines).size).toBe(lines.length);
    expect(await found(file)).toEqual([]);
  });

  it.each([
    ['a person in the trail', 'update trail set person_id = 2 where id = (select min(id) from trail)', /^seal-broken trail/],
    [
      'an amount in the journal, on both sides',
      'update journal_lines set debit = debit * 2, credit = credit * 2 where entry_id = (select max(id) from journal_entries)',
      /^seal-broken journal/,
    ],
    ['who may have signed in', 'delete from audit where id = (select min(id) from audit)', /^seal-broken audit/],
    [
      'one side of an entry',
      'update journal_lines set debit = debit + 1 where debit > 0 and entry_id = (select max(id) from journal_entries)',
      /^entry-unbalanced/,
    ],
    [
      'a whole entry',
      'delete from journal_lines where entry_id = (select max(id) from journal_entries); delete from entry_accounts; delete from journal_entries where id = (select max(id) from journal_entries)',
      /^number-missing/,
    ],
    ['a sum', 'update account_totals set debit = debit + 1', /^account-sum-differs/],
    ['a guard', 'alter table trail disable trigger trail_append_only', /^guard-off trail_append_only/],
    [
      'a file',
      "update blobs set bytes = bytes || 'x'::bytea where sha256 = (select sha256 from blobs order by size limit 1)",
      /^blob-damaged/,
    ],
    ['where money went', "update entry_accounts set account = 'GB82WEST12345698765432'", /^seal-broken journal/],
  ])('finds %s', async (_name, text, finding) => {
    const client = await server.pool.connect();
    try {
      await client.query('begin');
      await client.query('set local session_replication_role = replica');
      await client.query(text);
      expect((await verifyBooks(client)).map(({ code, name }) => `${code} ${name}`)).toEqual(
        expect.arrayContaining([expect.stringMatching(finding)]),
      );
    } finally {
      await client.query('rollback');
      client.release();
    }
  });

  it('finds a chain that was made anew over what was changed, by the heads that were written down', async () => {
    const file = join(await mkdtemp(join(tmpdir(), 'umber-seals-')), 'seals.txt');
    const { rows } = await server.pool.query("select kind, day, rows, encode(head, 'hex') as head from seals");
    await writeHeads(
      file,
      rows.map((row) => ({ ...row, upTo: null })),
    );
    await tamper("update trail set person_id = 2 where id = (select min(id) from trail); delete from seals where kind = 'trail'");
    await seal(server.pool, TODAY);
    expect(await found()).toEqual([]);
    expect(await found(file)).toEqual([expect.stringMatching(/^head-differs trail/)]);
  });

  it('is shown with what is kept, and everybody sees it', async () => {
    const { books } = await clerk.ok('GET', '/api/archive');
    expect(books).toBeNull();
    expect((await clerk.send('GET', '/api/audit?q=')).status).toBe(403);
  });
});
