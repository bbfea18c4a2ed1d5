import pg from 'pg';
import { maybe, troubleOf } from '../src/database/database.js';
import { Jobs } from '../src/pipeline/jobs.js';
import { arrived } from './documents.js';
import { demoDatabase, testServer, until, Visitor, type TestServer } from './harness.js';

describe('a database in trouble', () => {
  let server: TestServer;
  let clerk: Visitor;
  beforeAll(async () => {
    server = await testServer();
    clerk = await Visitor.signedIn(server.httpPort, 'nell');
  });
  afterAll(() => server.close());

  it('lets nobody wait for a row that another holds for long: the one is told, the others go on', async () => {
    const document = await arrived(server, clerk, 'hartscale', 0, { dearer: 6.5 });
    const holder = await server.pool.connect();
    await holder.query('begin');
    await holder.query('select from suppliers where id = $1 for update', [document.supplier.id]);
    const accepted = clerk.send('POST', `/api/documents/${document.id}/exceptions/${document.exceptions[0].id}/accept`, {
      version: document.version,
      reason: 'Agreed',
    });
    expect((await clerk.send('GET', '/api/trays')).status).toBe(200);
    expect(await accepted).toMatchObject({
      status: 503,
      body: { code: 'database-busy', message: expect.stringContaining('Nothing was changed') },
    });
    await holder.query('rollback');
    holder.release();
    const after = await clerk.ok('GET', `/api/documents/${document.id}`);
    expect([after.tray, after.version]).toEqual(['match', document.version]);
  });

  it('is told from what was asked: away, busy, full', () => {
    const said = (error: object) => troubleOf(Object.assign(new Error(''), error));
    expect([
      said({ code: '57P01' }),
      said({ code: 'ECONNREFUSED' }),
      said({ message: 'Connection terminated unexpectedly' }),
      said({ code: '55P03' }),
      said({ code: '57014' }),
      said({ code: '53100' }),
      said({ message: 'could not extend file "base/1": No space left on device' }),
      said({ code: '23505' }),
      said({ message: 'a value is missing' }),
    ]).toEqual(['away', 'away', 'away', 'busy', 'busy', 'full', 'full', null, null]);
  });

  it('that lost every connection of a pool is asked over a new one; one that refuses them is not asked again', async () => {
    const { url, pool } = await demoDatabase();
    await pool.end();
    class Losing extends pg.Pool {
      asked = 0;
      override query = (async (text: string) => {
        if (++this.asked <= this.options.max) throw Object.assign(new Error('terminating connection'), { code: '57P01' });
        return super.query(text);
      }) as unknown as pg.Pool['query'];
    }
    const losing = new Losing({ connectionString: url, max: 4 });
    expect(await maybe(losing, 'select 7 as answer')).toEqual({ answer: 7 });
    losing.asked = 0;
    await expect(maybe(losing, "insert into blobs values ('twice?')")).rejects.toThrow('terminating');
    expect(losing.asked).toBe(1);
    await losing.end();
    class Refusing extends Losing {
      override query = (async () => {
        this.asked++;
        throw Object.assign(new Error('connect ECONNREFUSED'), { code: 'ECONNREFUSED' });
      }) as unknown as pg.Pool['query'];
    }
    const refusing = new Refusing({ connectionString: url, max: 4 });
    await expect(maybe(refusing, 'select 7 as answer')).rejects.toThrow('ECONNREFUSED');
    expect(refusing.asked).toBe(1);
    await refusing.end();
  });

  it('is told by the server’s health, and ends nothing', async () => {
    const ready = await fetch(`http://127.0.0.1:${server.httpPort}/readyz`);
    expect([ready.status, await ready.json()]).toEqual([200, { database: true, queue: true, readers: true }]);
    await server.pool.query(
      'select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()',
    );
    // What only reads is asked again on another connection.
    for (let i = 0; i < 5; i++) expect((await clerk.send('GET', '/api/trays')).status).toBe(200);
  });

  it('that did not hear of the end of a job has it done again as soon as it answers, not when the job counts as lost', async () => {
    const { id } = await arrived(server, clerk, 'hartscale', 1);
    await server.pool.query(
      `begin; set local session_replication_role = replica; update documents set tray = 'arriving' where id = ${id}; commit`,
    );
    await server.pool.query(
      "insert into jobs.job (name, data, state, started_on, singleton_key) values ('read-document', $1, 'active', now(), $2)",
      [{ id }, String(id)],
    );
    await server.pool.query(
      'select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()',
    );
    await until(
      'the document is read again',
      async () => (await maybe<{ tray: string }>(server.pool, 'select tray from documents where id = $1', [id]))?.tray !== 'arriving',
    );
  });

  it('is not given the same work many times over, by however many looks for what waits', async () => {
    const { url, pool } = await demoDatabase();
    const jobs = new Jobs(url);
    await jobs.open();
    for (const id of [7, 7, 8, 7]) await jobs.send('read-document', id);
    const { rows } = await pool.query("select singleton_key as key from jobs.job where name = 'read-document' order by 1");
    expect(rows).toEqual([{ key: '7' }, { key: '8' }]);
    await jobs.close();
    await pool.end();
  });
});
