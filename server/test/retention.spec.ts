import { access, mkdtemp, readdir, rename, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { verifyBooks } from '../src/archive/verify-books.js';
import { sha256 } from '../src/archive/blobs.js';
import { openPool, type Pool } from '../src/database/database.js';
import { keepFile } from '../src/keeping/kept-folder.js';
import { carryOutDeletion } from '../src/retention/deletion.js';
import { bringUpToDate } from '../src/searching/keep-up.js';
import { arrived, arrivedFile, invoicePdf } from './documents.js';
import { applicationUrl, mail, testServer, until, Visitor, type TestServer } from './harness.js';

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- tests look into answers freely
type View = any;

const REASON = 'kept for as long as the law wants';

/** How long originals are kept, what holds them, and how they go. */
describe('retention', () => {
  let server: TestServer;
  let application: Pool;
  let folder: string;
  const people: Record<string, Visitor> = {};
  beforeAll(async () => {
    folder = await mkdtemp(join(tmpdir(), 'umber-retention-'));
    server = await testServer({ reach: { folderRoots: [tmpdir()], ownFolders: [], mailHosts: [] } });
    application = openPool(applicationUrl(server.url), 4);
    for (const login of ['nell', 'ruth', 'abel', 'sol', 'wyn']) people[login] = await Visitor.signedIn(server.httpPort, login);
  });
  afterAll(async () => {
    await application.end();
    await server.close();
    await rm(folder, { recursive: true, force: true });
  });

  const view = (id: number): Promise<View> => people.nell.ok('GET', `/api/documents/${id}`);
  const retention = (): Promise<View> => people.nell.ok('GET', '/api/retention');
  const value = async (text: string, values: unknown[] = []): Promise<View> =>
    Object.values((await server.pool.query(text, values)).rows[0] ?? {})[0];
  /** As if it had come, been issued and posted so many years earlier. */
  const age = async (id: number, years: number) => {
    const client = await server.pool.connect();
    await client.query('begin');
    await client.query('set local session_replication_role = replica');
    await client.query(
      'update arrivals set received_at = received_at - make_interval(years => $2) where id = (select arrival_id from documents where id = $1)',
      [id, years],
    );
    await client.query('update documents set issue_date = issue_date - make_interval(years => $2) where id = $1', [id, years]);
    await client.query('update journal_entries set posted_on = posted_on - make_interval(years => $2) where document_id = $1', [id, years]);
    await client.query('commit');
    client.release();
  };
  const posted = async (key: string, nth: number, part: number, years: number): Promise<View> => {
    const document = await arrived(server, people.nell, key, nth, { part });
    await people.ruth.ok('POST', `/api/documents/${document.id}/post`, { version: document.version });
    await age(document.id, years);
    return view(document.id);
  };
  const ask = (who = 'nell', more: object = {}) =>
    people[who].send('POST', '/api/retention/deletions', { until: '2025-12-31', reason: REASON, ...more });
  const agree = (who: string, { id, originals }: View) => people[who].send('POST', `/api/retention/deletions/${id}/agreed`, { originals });
  const done = (id: number) =>
    until('the deletion to be done', async () => {
      const page = await people.nell.ok('GET', `/api/retention/deletions/${id}`);
      return page.state === 'done' ? page : undefined;
    });
  const blobsOf = async (id: number): Promise<string[]> =>
    (
      await server.pool.query(
        `select encode(b, 'hex') as hash from (select a.blob as b from arrivals a join documents d on d.arrival_id = a.id where d.id = $1
           union select f.blob from files f join documents d on d.file_id = f.id where d.id = $1
           union select unnest(array[p.picture, p.small]) from file_pages p join documents d on d.file_id = p.file_id where d.id = $1) x where b is not null`,
        [id],
      )
    ).rows.map(({ hash }) => hash as string);
  const bytesOf = (hashes: readonly string[]) =>
    value("select coalesce(sum(length(bytes)), 0)::int from blobs where encode(sha256, 'hex') = any($1)", [hashes]);
  const refusal = (pool: Pool, text: string, values: unknown[] = []) =>
    pool.query(text, values).then(
      () => 'done',
      (error: { code: string }) => error.code,
    );

  it('counts whole years from the end of the financial year, whatever its last month', async () => {
    const day = fc
      .date({ min: new Date('1990-01-01'), max: new Date('2090-12-31'), noInvalidDate: true })
      .map((date) => date.toISOString().slice(0, 10));
    await fc.assert(
      fc.asyncProperty(day, fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 99 }), async (since, month, years) => {
        const last: string = await value('select kept_until($1::date, $2, $3)::text', [since, month, years]);
        // The last day of that month, so many years later than the year that has the day in it.
        expect(new Date(Date.parse(last) + 86_400_000).getUTCDate()).toBe(1);
        expect(Number(last.slice(5, 7))).toBe(month);
        const begins = await value('select kept_until($1::date, $2, 0)::text', [since, month]);
        expect(begins >= since).toBe(true);
        expect(Number(last.slice(0, 4)) - Number(begins.slice(0, 4))).toBe(years);
        expect(Date.parse(begins) - Date.parse(since)).toBeLessThan(366 * 86_400_000);
      }),
      { numRuns: 60 },
    );
    expect(await value("select kept_until('2016-03-31', 3, 6)::text")).toBe('2022-03-31');
    expect(await value("select kept_until('2016-04-01', 3, 6)::text")).toBe('2023-03-31');
    expect(await value("select kept_until('2015-02-10', 2, 1)::text")).toBe('2016-02-29');
    expect(await value("select kept_until('2016-03-31', 3, null)::text")).toBeNull();
  });

  it('is set by a controller, kind by kind, and the trail of settings has it', async () => {
    const { years } = await retention();
    const wish = { years: { ...years, reminder: 2, statement: null }, yearEndsIn: 3 };
    expect((await people.nell.send('PUT', '/api/retention', wish)).status).toBe(403);
    expect((await people.sol.send('PUT', '/api/retention', wish)).status).toBe(403);
    expect((await people.ruth.send('PUT', '/api/retention', { ...wish, years: { ...wish.years, reminder: 0 } })).status).toBe(400);
    expect((await people.ruth.send('PUT', '/api/retention', { ...wish, yearEndsIn: 13 })).status).toBe(400);
    expect(await people.ruth.ok('PUT', '/api/retention', wish)).toMatchObject(wish);
    const [entry] = await people.wyn.ok('GET', '/api/audit?q=retention');
    expect(entry.act).toMatchObject({
      before: 12,
      after: 3,
      changes: expect.arrayContaining([
        { kind: 'reminder', before: 10, after: 2 },
        { kind: 'statement', before: 10, after: null },
      ]),
    });
    // Only what somebody changed is set: what others set meanwhile stays.
    await Promise.all([
      people.ruth.ok('PUT', '/api/retention', { years: { reminder: 4 } }),
      people.ruth.ok('PUT', '/api/retention', { years: { other: 7 } }),
      people.ruth.ok('PUT', '/api/retention', { years: {}, yearEndsIn: 6 }),
    ]);
    expect(await retention()).toMatchObject({ years: { ...years, reminder: 4, statement: null, other: 7 }, yearEndsIn: 6 });
    await people.ruth.ok('PUT', '/api/retention', { years, yearEndsIn: 12 });
  });

  it('deletes what two people agreed to, and what was done with it stays', async () => {
    const document = await posted('hartscale', 0, 0.2, 12);
    const young = await arrived(server, people.nell, 'hartscale', 0, { part: 0.1 });
    expect(document.original).toEqual({ keptUntil: '2024-12-31', holds: [], deleted: null });
    expect(young.original.keptUntil).toBe('2036-12-31');
    await people.nell.raw(`/api/documents/${document.id}/searchable.pdf`);
    await people.nell.raw(`/api/files/${document.file.id}/pages/1/small`);
    await bringUpToDate(server.pool);
    const number: string = document.fields.invoiceNumber.value;
    const word = document.lines[0].cells.description.split(' ')[0];
    const search = async (q: string) =>
      ((await people.nell.ok('GET', `/api/archive/search?q=${encodeURIComponent(q)}`)).hits as View[]).map(({ id }) => id);
    expect(await search(word)).toContain(document.id);
    expect((await retention()).days).toContainEqual({ until: '2024-12-31', isDue: true, originals: 1, documents: 1, held: 0 });
    const due = await people.nell.ok('GET', '/api/retention/due?until=2025-12-31');
    expect(due).toMatchObject({
      originals: 1,
      isCut: false,
      documents: [{ documentId: document.id, number, keptUntil: '2024-12-31', holds: [] }],
    });

    // What is not over cannot be asked for, and nobody who only looks asks.
    expect((await ask('nell', { until: '2026-12-31' })).status).toBe(409);
    expect((await ask('nell', { reason: '' })).status).toBe(400);
    expect((await ask('wyn')).status).toBe(403);
    const asked = await ask('ruth');
    expect(asked.status).toBe(201);
    expect(asked.body).toMatchObject({ state: 'asked', originals: 1, documents: 1, isMine: true });
    expect((await ask('nell')).body.message).toMatch(/asked for already/);
    expect((await agree('nell', asked.body)).status).toBe(403);
    expect((await agree('ruth', asked.body)).body.code).toBe('own-work');
    expect((await agree('sol', asked.body)).status).toBe(403);
    expect((await agree('abel', { ...asked.body, originals: 7 })).body.code).toBe('stale');
    const hashes = await blobsOf(document.id);
    expect(hashes.length).toBeGreaterThanOrEqual(4);
    expect(await bytesOf(hashes)).toBeGreaterThan(10_000);

    const both = await Promise.all([agree('abel', asked.body), agree('abel', asked.body)]);
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
    const page = await done(asked.body.id);
    expect(page).toMatchObject({
      deleted: 1,
      keptBack: 0,
      fault: null,
      answer: { by: 'Abel Fenwick' },
      listed: [{ outcome: 'deleted', documentId: document.id }],
    });

    expect(await bytesOf(hashes)).toBe(0);
    const after = await view(document.id);
    expect(after).toMatchObject({
      tray: 'posted',
      pages: [],
      original: { keptUntil: null, deleted: { deletion: asked.body.id, askedBy: 'Ruth Denholm', agreedBy: 'Abel Fenwick' } },
    });
    expect(after.arrival.text).toBe('');
    expect(after.fields.invoiceNumber.value).toBe(number);
    expect(after.lines.length).toBe(document.lines.length);
    expect(after.entryNumber).toBe(document.entryNumber);
    // The newest first: all that stood there stands there.
    expect(after.trail[0]).toMatchObject({ act: { code: 'original-deleted', deletion: asked.body.id }, person: 'Abel Fenwick' });
    expect(after.trail.slice(1)).toEqual(document.trail);
    await bringUpToDate(server.pool);
    expect(await search(number)).toContain(document.id);
    expect(await search(word)).not.toContain(document.id);
    const hex = (text: string) => Buffer.from(text).toString('hex');
    for (const text of [
      'select page_text from archive_texts where document_id = $1',
      'select words::text from archive where document_id = $1',
    ])
      expect(hex(await value(text, [document.id]))).not.toContain(hex(word.toLowerCase()));

    for (const path of ['file', 'kept.pdf', 'searchable.pdf'])
      expect([path, (await people.nell.raw(`/api/documents/${document.id}/${path}`)).status]).toEqual([path, 410]);
    expect((await people.nell.raw(`/api/documents/${document.id}/pages/1/picture`)).status).toBe(404);
    expect((await people.nell.raw(`/api/arrivals/${document.arrival.id}/original`)).status).toBe(410);
    expect(await people.nell.ok('GET', `/api/arrivals/${document.arrival.id}`)).toMatchObject({
      deletion: asked.body.id,
      html: null,
      text: '',
    });
    expect((await people.nell.raw(`/api/documents/${document.id}/package.zip`)).status).toBe(200);
    const record = await (await people.wyn.raw(`/api/retention/deletions/${asked.body.id}/record.csv`)).text();
    expect(record).toContain(number);
    for (const hash of await blobsOf(document.id)) expect(record).toContain(hash);
    expect(await verifyBooks(server.pool)).toEqual([]);
    expect((await people.nell.ok('GET', '/api/archive')).damaged).toEqual([]);
    expect((await people.nell.raw(`/api/documents/${young.id}/file`)).status).toBe(200);
    // Done twice, it does nothing more.
    await Promise.all([carryOutDeletion(server.services, asked.body.id), carryOutDeletion(server.services, asked.body.id)]);
    expect(await done(asked.body.id)).toEqual(page);
  });

  it('knows what was deleted when it comes again, and keeps it whole', async () => {
    const content = await invoicePdf('tarnside', 0);
    const document = await arrivedFile(server, people.nell, 'again.pdf', content, 'accounts@tarnside.example');
    await people.ruth.ok('POST', `/api/documents/${document.id}/post`, { version: document.version });
    await age(document.id, 12);
    const asked = (await ask('nell')).body;
    expect((await agree('ruth', asked)).status).toBe(200);
    await done(asked.id);
    const hash = sha256(content).toString('hex');
    expect(await bytesOf([hash])).toBe(0);
    await mail(server.smtpPort, [{ filename: 'once-more.pdf', content }], { subject: 'once more' });
    const twin = await until('the second to be turned away', async () => {
      const found = await server.pool.query(
        "select d.id, d.rest_reason as reason from documents d join files f on f.id = d.file_id where f.name = 'once-more.pdf' and d.tray = 'turned-away'",
      );
      return found.rows[0];
    });
    expect(twin.reason).toEqual({ code: 'same-file', document: document.id });
    expect(await bytesOf([hash])).toBe(content.length);
    // The bytes are there for the one that came now; the other's stay deleted.
    expect((await people.nell.raw(`/api/documents/${twin.id}/file`)).status).toBe(200);
    expect((await people.nell.raw(`/api/documents/${document.id}/file`)).status).toBe(410);
    expect(await verifyBooks(server.pool)).toEqual([]);
  });

  it('keeps the bytes that something else that is kept has too', async () => {
    const content = await invoicePdf('tarnside', 1);
    const document = await arrivedFile(server, people.nell, 'shared.pdf', content, 'accounts@tarnside.example');
    await people.ruth.ok('POST', `/api/documents/${document.id}/post`, { version: document.version });
    await mail(server.smtpPort, [{ filename: 'shared-twin.pdf', content }], { subject: 'twin' });
    await until(
      'the twin',
      async () =>
        (
          await server.pool.query(
            "select 1 from documents d join files f on f.id = d.file_id where f.name = 'shared-twin.pdf' and d.tray = 'turned-away'",
          )
        ).rows[0],
    );
    await age(document.id, 12);
    const asked = (await ask('nell')).body;
    expect((await agree('ruth', asked)).status).toBe(200);
    expect(await done(asked.id)).toMatchObject({ deleted: 1 });
    expect(await bytesOf([sha256(content).toString('hex')])).toBe(content.length);
    expect((await people.nell.raw(`/api/documents/${document.id}/file`)).status).toBe(410);
    expect((await view(document.id)).pages).toEqual([]);
  });

  it('lets nothing go that a hold keeps, and ends a hold by two people', async () => {
    const [first, second] = [await posted('dapplemere', 0, 0.1, 12), await posted('dapplemere', 0, 0.2, 12)];
    const hold = (more: object) =>
      people.nell.send('POST', '/api/retention/holds', { name: 'Dispute', reason: 'the court asks for it', ...more });
    expect((await hold({})).body.message).toMatch(/what must not go/);
    expect((await hold({ documents: [first.id], supplier: first.supplier.id })).status).toBe(409);
    expect((await hold({ documents: [999999] })).status).toBe(404);
    expect((await hold({ first: '2015-02-01', last: '2015-01-01' })).status).toBe(409);
    expect((await hold({ search: { q: 'nothing has this word anywhere' } })).status).toBe(409);
    expect((await people.wyn.send('POST', '/api/retention/holds', { name: 'x', reason: 'y y y', documents: [first.id] })).status).toBe(403);
    expect((await hold({ search: { q: first.fields.invoiceNumber.value } })).status).toBe(201);
    expect((await view(first.id)).original.holds).toEqual(['Dispute']);
    expect((await view(first.id)).trail[0].act).toMatchObject({ code: 'put-on-hold', hold: 'Dispute' });
    expect((await retention()).days).toContainEqual({ until: '2024-12-31', isDue: true, originals: 2, documents: 2, held: 1 });
    const asked = (await ask('nell')).body;
    expect(asked).toMatchObject({ originals: 1, listed: [{ documentId: second.id }] });
    // A hold that is placed when it has been agreed to, but not done, still counts.
    await hold({ name: 'Tax audit', supplier: second.supplier.id, first: '2014-01-01', last: '2014-12-31' });
    expect((await agree('abel', asked)).status).toBe(200);
    expect(await done(asked.id)).toMatchObject({ deleted: 0, keptBack: 1, listed: [{ outcome: 'on-hold', holds: ['Tax audit'] }] });
    expect((await people.nell.raw(`/api/documents/${second.id}/file`)).status).toBe(200);
    expect((await ask('nell')).status).toBe(409);

    const holds = async (): Promise<View[]> => (await retention()).holds;
    const audit = (await holds()).find(({ name }) => name === 'Tax audit');
    expect(audit).toMatchObject({ documents: 2, supplier: second.supplier.name, first: '2014-01-01', release: null });
    const release = (who: string, released = true) => people[who].send('POST', `/api/retention/holds/${audit.id}/released`, { released });
    expect((await release('ruth')).body.code).toBe('stale');
    // It holds on, whatever the supplier became part of.
    await server.pool.query("update suppliers set merged_into = (select id from suppliers where name like 'Garth Valley%') where id = $1", [
      second.supplier.id,
    ]);
    await server.pool.query("update documents set supplier_id = (select id from suppliers where name like 'Garth Valley%') where id = $1", [
      second.id,
    ]);
    expect((await view(second.id)).original.holds).toEqual(['Tax audit']);
    await server.pool.query('update suppliers set merged_into = null where id = $1', [second.supplier.id]);
    await server.pool.query('update documents set supplier_id = $1 where id = $2', [second.supplier.id, second.id]);
    await people.ruth.ok('POST', `/api/retention/holds/${audit.id}/release`, { reason: 'the audit is over' });
    expect((await people.nell.send('POST', `/api/retention/holds/${audit.id}/release`, { reason: 'again' })).body.code).toBe(
      'already-there',
    );
    expect((await release('nell')).status).toBe(403);
    expect((await release('ruth')).body.code).toBe('own-work');
    await people.abel.ok('POST', `/api/retention/holds/${audit.id}/released`, { released: false });
    expect((await holds()).find(({ id }) => id === audit.id).release).toBeNull();
    await people.ruth.ok('POST', `/api/retention/holds/${audit.id}/release`, { reason: 'the audit is over' });
    expect((await release('abel')).status).toBe(200);
    expect((await release('abel')).body.code).toBe('stale');
    expect((await holds()).find(({ id }) => id === audit.id)).toMatchObject({ released: { by: 'Abel Fenwick' } });
    const next = (await ask('ruth')).body;
    expect(next).toMatchObject({ originals: 1 });
    await people.nell.ok('POST', `/api/retention/deletions/${next.id}/refused`, { reason: 'not this year' });
    expect((await agree('abel', next)).body.code).toBe('stale');
    expect((await people.nell.ok('GET', `/api/retention/deletions/${next.id}`)).state).toBe('left');
    expect((await people.nell.raw(`/api/documents/${second.id}/file`)).status).toBe(200);
  });

  it('takes the files in folders away too, and waits where it cannot', async () => {
    // Once in another folder: nothing stays there either.
    const earlier = await mkdtemp(join(tmpdir(), 'umber-retention-earlier-'));
    await people.sol.ok('PUT', '/api/keeping', { folder: earlier, pattern: '{id}' });
    const document = await posted('ovenden', 0, 0.05, 13);
    await keepFile(server.services, document.id);
    expect(await readdir(earlier)).toEqual([`${document.id}.pdf`]);
    await people.sol.ok('PUT', '/api/keeping', { folder, pattern: '{supplier}/{id}' });
    await keepFile(server.services, document.id);
    const files = async () => (await readdir(folder, { recursive: true })).filter((name) => name.endsWith('.pdf'));
    expect((await files()).some((name) => name.endsWith(`${document.id}.pdf`))).toBe(true);
    const asked = (await ask('nell', { until: '2023-12-31' })).body;
    expect(asked.originals).toBe(1);
    await rename(folder, `${folder}-away`);
    expect((await agree('abel', asked)).status).toBe(200);
    await until('the fault', async () =>
      (await people.nell.ok('GET', `/api/retention/deletions/${asked.id}`)).fault === null ? undefined : true,
    );
    expect(await people.nell.ok('GET', `/api/retention/deletions/${asked.id}`)).toMatchObject({
      state: 'under-way',
      deleted: 0,
      fault: 'The folder is not there.',
    });
    expect((await people.nell.raw(`/api/documents/${document.id}/file`)).status).toBe(200);
    await rename(`${folder}-away`, folder);
    await carryOutDeletion(server.services, asked.id);
    expect(await done(asked.id)).toMatchObject({ deleted: 1, fault: null });
    expect((await files()).some((name) => name.endsWith(`${document.id}.pdf`))).toBe(false);
    await access(folder);
    await keepFile(server.services, document.id);
    expect(await people.nell.ok('GET', '/api/keeping')).toMatchObject({ faults: [] });
    expect(await readdir(earlier, { recursive: true })).toEqual([]);
    await rm(earlier, { recursive: true });
    await people.sol.ok('PUT', '/api/keeping', { folder: null, pattern: '{id}' });
  });

  it('deletes what nothing came of, and leaves alone what somebody works with', async () => {
    await mail(server.smtpPort, [], { subject: 'only words', text: 'nothing to read here' });
    const arrival = await until(
      'the mail',
      async () => (await server.pool.query("select id from arrivals where subject = 'only words' and state = 'no-documents'")).rows[0],
    );
    const working = await arrived(server, people.nell, 'elsterfurt', 0, { totalOff: '7.00' });
    expect(working.tray).toBe('check');
    await server.pool.query("update arrivals set received_at = received_at - interval '14 years' where id = any($1)", [
      [arrival.id, working.arrival.id],
    ]);
    await server.pool.query("update documents set issue_date = issue_date - interval '14 years' where id = $1", [working.id]);
    const asked = (await ask('nell', { until: '2022-12-31', kinds: ['no-document'] })).body;
    expect(asked).toMatchObject({
      originals: 1,
      documents: 0,
      listed: [{ arrivalId: arrival.id, kind: 'no-document', name: 'only words' }],
    });
    expect((await agree('ruth', asked)).status).toBe(200);
    expect(await done(asked.id)).toMatchObject({ deleted: 1 });
    expect(await people.nell.ok('GET', `/api/arrivals/${arrival.id}`)).toMatchObject({
      subject: 'only words',
      text: '',
      deletion: asked.id,
    });
    expect((await ask('nell', { until: '2022-12-31' })).status).toBe(409);
    expect((await people.nell.raw(`/api/documents/${working.id}/file`)).status).toBe(200);
  });

  it('is done by the database alone, which looks itself', async () => {
    const old = await posted('bellwether', 0, 0.1, 12);
    const young = await arrived(server, people.nell, 'bellwether', 0, { part: 0.2 });
    const [ruth, abel] = [
      await value("select id from people where login = 'ruth'"),
      await value("select id from people where login = 'abel'"),
    ];
    const made = (who: number) =>
      value("insert into deletions (until, kinds, reason, asked_by) values ('2025-12-31', '{}', 'mine', $1) returning id", [who]);
    const lists = (deletion: number, arrival: number) =>
      server.pool.query("insert into deletion_arrivals (deletion_id, arrival_id, kept_until) values ($1, $2, '2020-12-31')", [
        deletion,
        arrival,
      ]);
    const alone = await made(ruth);
    await lists(alone, old.arrival.id);
    const blob = `(select blob from arrivals where id = ${old.arrival.id})`;
    expect(await refusal(application, 'select delete_originals($1, $2)', [alone, old.arrival.id])).toBe('42501');
    expect(
      await refusal(application, 'update deletions set agreed = true, answered_by = asked_by, answered_at = now() where id = $1', [alone]),
    ).toBe('23514');
    for (const text of [
      `update blobs set bytes = '' where sha256 = ${blob}`,
      `delete from blobs where sha256 = ${blob}`,
      `update deletion_arrivals set outcome = 'deleted', settled_at = now() where deletion_id = ${alone}`,
      `delete from deletions where id = ${alone}`,
      `update deletions set asked_by = ${abel} where id = ${alone}`,
      `update holds set released_at = now(), released_by = ${abel} where released_at is null`,
      'delete from hold_documents',
    ])
      expect([text, await refusal(application, text)]).toEqual([text, expect.stringMatching(/^(42501|23514)$/)]);
    // Not even the owner, without a deletion that two people agreed to, nor while something wants it.
    expect(await refusal(server.pool, `update blobs set bytes = '', deletion_id = ${alone} where sha256 = ${blob}`)).toBe('42501');
    await server.pool.query('update deletions set agreed = true, answered_by = $2, answered_at = now() where id = $1', [alone, abel]);
    expect(await refusal(server.pool, `update blobs set bytes = '', deletion_id = ${alone} where sha256 = ${blob}`)).toBe('42501');
    expect(
      await refusal(
        server.pool,
        `insert into deletion_arrivals (deletion_id, arrival_id, kept_until) values (${alone}, ${young.arrival.id}, '2020-12-31')`,
      ),
    ).toBe('42501');
    // What is too young, or wanted for ever, stays whoever agreed.
    const wrong = await made(ruth);
    await lists(wrong, young.arrival.id);
    await server.pool.query('update deletions set agreed = true, answered_by = $2, answered_at = now() where id = $1', [wrong, abel]);
    expect(await value('select delete_originals($1, $2)', [wrong, young.arrival.id])).toBe('at-work');
    await server.pool.query("update retention_rules set years = null where kind = 'invoice'");
    expect(await value('select retention_state($1)', [old.arrival.id])).toBe('not-due');
    expect(await value('select delete_originals($1, $2)', [alone, old.arrival.id])).toBe('not-due');
    await server.pool.query("update retention_rules set years = 10 where kind = 'invoice'");
    expect((await people.nell.raw(`/api/documents/${old.id}/file`)).status).toBe(200);

    // Who goes round it is seen.
    const client = await server.pool.connect();
    await client.query(
      `begin; set local session_replication_role = replica; update blobs set bytes = '', deletion_id = ${wrong} where sha256 = ${blob}; commit`,
    );
    client.release();
    expect((await verifyBooks(server.pool)).map(({ code }) => code)).toEqual(['deleted-in-use']);
  });

  it('is carried out once, whoever else does it at the same moment', async () => {
    const documents = [
      await posted('mossrigg', 0, 0.05, 15),
      await posted('mossrigg', 0, 0.06, 15),
      await posted('crakewell', 0, 0.05, 15),
    ];
    const asked = (await ask('nell', { until: '2021-12-31' })).body;
    expect(asked.originals).toBe(3);
    const [agreed] = await Promise.all([agree('abel', asked), ...[1, 2, 3].map(() => carryOutDeletion(server.services, asked.id))]);
    expect(agreed.status).toBe(200);
    await Promise.all([1, 2, 3].map(() => carryOutDeletion(server.services, asked.id)));
    expect(await done(asked.id)).toMatchObject({ deleted: 3, keptBack: 0 });
    for (const { id } of documents)
      expect((await view(id)).trail.filter(({ act }: View) => act.code === 'original-deleted')).toHaveLength(1);
  });

  it('lets nobody work on with a document whose original is gone', async () => {
    const document = await arrived(server, people.nell, 'elsterfurt', 1, { totalOff: '7.00' });
    await people.nell.ok('POST', `/api/documents/${document.id}/turn-away`, { version: document.version, reason: 'not ours' });
    await age(document.id, 12);
    const asked = (await ask('nell')).body;
    expect((await agree('ruth', asked)).status).toBe(200);
    await done(asked.id);
    const { version } = await view(document.id);
    for (const [method, path, body] of [
      ['POST', 'reopen', { version }],
      ['PUT', 'kind', { version, kind: 'statement' }],
    ] as const) {
      const answer = await people.nell.send(method, `/api/documents/${document.id}/${path}`, body);
      expect([path, answer.status, answer.body.code]).toEqual([path, 410, 'original-deleted']);
    }
    expect(await refusal(application, `update documents set tray = 'check' where id = ${document.id}`)).toBe('23514');
  });
});
