import { mkdtemp, rm } from 'node:fs/promises';
import { createServer, type IncomingHttpHeaders, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parse } from 'csv-parse/sync';
import { openLedger } from '@umber/stand-ins/ledger';
import { handOn } from '../src/other-ledger/hand-on.js';
import { arrived } from './documents.js';
import { freePort, testServer, until, Visitor, type TestServer } from './harness.js';

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- tests look into answers freely
type View = any;

/** Entries handed to a stand-in for another ledger, through something between them that may fail. */
describe('another ledger', () => {
  let server: TestServer;
  let between: Server;
  let folder: string;
  /** What the one between does: hand on; or answer by itself. */
  let does: 'pass' | 'lose the answer' | number | string = 'pass';
  const seen: { key: string; csv: string; headers: IncomingHttpHeaders }[] = [];
  const people: Record<string, Visitor> = {};

  beforeAll(async () => {
    folder = await mkdtemp(join(tmpdir(), 'umber-ledger-'));
    const ledgerPort = await freePort();
    await openLedger(ledgerPort, join(folder, 'books.json'));
    between = createServer((request, response) => {
      const chunks: Buffer[] = [];
      request
        .on('data', (chunk: Buffer) => chunks.push(chunk))
        .on('end', () => {
          const [csv, key] = [Buffer.concat(chunks).toString(), String(request.headers['idempotency-key'])];
          seen.push({ key, csv, headers: request.headers });
          if (typeof does === 'number') response.writeHead(does).end();
          else if (does !== 'pass' && does !== 'lose the answer') response.writeHead(200).end(does);
          else
            void fetch(`http://127.0.0.1:${ledgerPort}/`, { method: 'POST', headers: { 'Idempotency-Key': key }, body: csv }).then(
              async (answer) => {
                const text = await answer.text();
                if (does === 'lose the answer') response.destroy();
                else response.writeHead(answer.status).end(text);
              },
            );
        });
    }).listen(0, '127.0.0.1');
    await new Promise((resolve) => between.once('listening', resolve));
    server = await testServer({ ledgerUrl: `http://127.0.0.1:${(between.address() as AddressInfo).port}/entries` });
    for (const login of ['nell', 'ruth', 'sol', 'tom']) people[login] = await Visitor.signedIn(server.httpPort, login);
    const document = await arrived(server, people.nell, 'hartscale', 0, { part: 0.2 });
    await people.ruth.ok('POST', `/api/documents/${document.id}/post`, { version: document.version });
  });
  afterAll(async () => {
    await server.close();
    between.close();
    await rm(folder, { recursive: true, force: true });
  });

  const view = (): Promise<View> => people.ruth.ok('GET', '/api/other-ledger');
  const hand = () => handOn({ pool: server.pool, ledgerUrl: server.services.ledgerUrl });
  const soon = () => server.pool.query("update ledger_batches set next_at = now() - interval '1 second' where answered_at is null");
  const codes = async (theirs: (ours: string) => string | null) => {
    const { codes: known } = await view();
    return people.ruth.ok('PUT', '/api/other-ledger/codes', {
      codes: known.filter(({ kind }: View) => kind !== 'tax-rate').map(({ kind, ours }: View) => ({ kind, ours, theirs: theirs(ours) })),
    });
  };

  it('gets nothing until it is switched on, and by whom it may be', async () => {
    expect(await hand()).toBe(0);
    expect((await people.nell.send('PUT', '/api/other-ledger', { isOn: true })).status).toBe(403);
    expect(
      (await people.nell.send('PUT', '/api/other-ledger/codes', { codes: [{ kind: 'account', ours: '2100', theirs: '1' }] })).status,
    ).toBe(403);
    expect(
      (await people.ruth.send('PUT', '/api/other-ledger/codes', { codes: [{ kind: 'account', ours: 'none', theirs: '1' }] })).status,
    ).toBe(404);
    expect(await people.ruth.ok('PUT', '/api/other-ledger', { isOn: true })).toMatchObject({ isOn: true, accepted: 0 });
  });

  it('is handed no entry with a code that it has no name for; each is named', async () => {
    await hand();
    const { stopped, batches } = await view();
    expect(batches).toEqual([]);
    expect(stopped.length).toBeGreaterThan(0);
    expect(stopped[0].because).toMatchObject({ code: 'no-code' });
  });

  it('is asked again under the same key where its answer was lost, and books nothing twice', async () => {
    does = 'lose the answer';
    await codes((ours) => (/^\d/.test(ours) ? `${ours}00` : ours));
    await Promise.all([hand(), hand()]);
    await until('the first try', async () => ((await view()).batches[0]?.fault ? true : undefined));
    expect((await view()).batches).toMatchObject([{ accepted: 0, fault: 'The other ledger does not answer.', answeredAt: null }]);
    does = 'pass';
    await soon();
    await hand();
    const { batches, accepted, waiting, stopped } = await until('the answer', async () =>
      (await view()).batches[0].answeredAt ? view() : undefined,
    );
    expect(batches).toHaveLength(1);
    expect(batches[0]).toMatchObject({ fault: null, nextAt: null });
    expect(accepted).toBe(batches[0].entries);
    expect([waiting, stopped]).toEqual([0, []]);
    expect(new Set(seen.map(({ key }) => key)).size).toBe(1);
    expect(new Set(seen.map(({ csv }) => csv)).size).toBe(1);
    const { rows } = await server.pool.query('select their_number from ledger_batch_entries order by 1');
    expect(rows[0].their_number).toBe('GL-000001');
    expect(new Set(rows.map((row) => row.their_number)).size).toBe(rows.length);
    const lines: Record<string, string>[] = parse(seen[0].csv, { columns: true });
    expect(lines.every(({ account }) => /^\d{6}$/.test(account))).toBe(true);
    // Where no rate is named there, it is told none.
    expect(new Set(lines.map((line) => line['tax code']))).toEqual(new Set(['']));
    expect(seen[0].headers['content-type']).toContain('text/csv');
    expect(await (await people.tom.raw(`/api/other-ledger/batches/${batches[0].id}/entries.csv`)).text()).toBe(seen[0].csv);
    await hand();
    expect((await view()).batches).toHaveLength(1);
  });

  it('says why it refuses; what was mended goes again in a batch of its own', async () => {
    const { codes: known } = await view();
    const payables = known.find(({ name }: View) => /payable/i.test(name)).ours;
    await people.ruth.ok('PUT', '/api/other-ledger/codes', { codes: [{ kind: 'account', ours: payables, theirs: 'WRONG' }] });
    const document = await arrived(server, people.nell, 'dapplemere', 0, { part: 0.3 });
    await people.ruth.ok('POST', `/api/documents/${document.id}/post`, { version: document.version });
    await hand();
    const refused = await until('the refusal', async () => ((await view()).stopped.length > 0 ? view() : undefined));
    expect(refused.stopped).toMatchObject([{ because: { code: 'refused', reason: 'There is no account WRONG.' } }]);
    expect(refused.batches[0]).toMatchObject({ entries: 1, accepted: 0, refused: 1 });
    await people.ruth.ok('PUT', '/api/other-ledger/codes', { codes: [{ kind: 'account', ours: payables, theirs: `${payables}00` }] });
    await hand();
    expect((await view()).batches).toHaveLength(refused.batches.length);
    const { entryId } = refused.stopped[0];
    await people.ruth.ok('POST', `/api/other-ledger/entries/${entryId}/again`);
    expect((await people.ruth.send('POST', `/api/other-ledger/entries/${entryId}/again`)).status).toBe(404);
    await hand();
    const done = await until('it to be taken', async () => ((await view()).waiting === 0 ? view() : undefined));
    expect(done.stopped).toEqual([]);
  });

  it('is told the tax of each line once rates are named, and waits for one that is not', async () => {
    const { codes: known } = await view();
    const rates = known.filter(({ kind }: View) => kind === 'tax-rate');
    expect(rates).toMatchObject([{ ours: '20', name: '20 %', theirs: null }]);
    await server.pool.query("insert into ledger_codes values ('tax-rate', '5', 'V5')");
    const document = await arrived(server, people.nell, 'dapplemere', 0, { part: 0.1 });
    await people.ruth.ok('POST', `/api/documents/${document.id}/post`, { version: document.version });
    await hand();
    expect((await view()).stopped).toMatchObject([{ because: { code: 'no-code', kind: 'tax-rate', ours: '20' } }]);
    await people.ruth.ok('PUT', '/api/other-ledger/codes', { codes: [{ kind: 'tax-rate', ours: '20', theirs: 'V20' }] });
    await hand();
    await until('it to be taken', async () => ((await view()).waiting === 0 ? true : undefined));
    const lines: Record<string, string>[] = parse(seen[seen.length - 1].csv, { columns: true });
    const owed = lines.find(({ supplier }) => supplier !== '');
    expect(owed?.['tax code']).toBe('');
    expect(new Set(lines.filter((line) => line !== owed).map((line) => line['tax code']))).toEqual(new Set(['V20']));
    expect(lines.length).toBeGreaterThan(2);
  });

  it('is tried again after a while where it cannot, and by somebody where it will not; half an answer is none', async () => {
    const document = await arrived(server, people.nell, 'dapplemere', 1, { part: 0.3 });
    await people.ruth.ok('POST', `/api/documents/${document.id}/post`, { version: document.version });
    for (const [answer, fault, again] of [
      [503, 'The other ledger answered with 503.', true],
      ['{"accepted": []', 'The other ledger’s answer could not be read.', true],
      ['{"accepted": [], "refused": []}', /^It said nothing of the entries \d+\.$/, true],
      ['{"accepted": [{"entry": 999999, "number": "X"}], "refused": []}', /^It said nothing of the entries \d+\.$/, true],
      [400, 'The other ledger answered with 400.', false],
    ] as const) {
      does = answer;
      await soon();
      const tries = (await view()).batches[0]?.answeredAt === null ? (await view()).batches[0].tries : 0;
      await hand();
      const [batch] = await until(`${answer}`, async () => {
        const { batches } = await view();
        return batches[0].answeredAt === null && batches[0].tries > tries && batches[0].fault !== null ? batches : undefined;
      });
      if (typeof fault === 'string') expect(batch.fault).toBe(fault);
      else expect(batch.fault).toMatch(fault);
      expect([answer, batch.nextAt !== null]).toEqual([answer, again]);
    }
    does = 'pass';
    const [{ id }] = (await view()).batches;
    // Some try was not answered: it may have been booked, and goes in no other batch.
    expect(await people.ruth.send('POST', `/api/other-ledger/batches/${id}/anew`)).toMatchObject({
      status: 409,
      body: { message: expect.stringContaining('may have been booked there') },
    });
    await people.ruth.ok('POST', `/api/other-ledger/batches/${id}/again`);
    await hand();
    await until('it to be taken', async () => ((await view()).waiting === 0 ? true : undefined));
    for (const act of ['again', 'anew'])
      expect((await people.ruth.send('POST', `/api/other-ledger/batches/${id}/${act}`)).status).toBe(404);
  });

  it('that refuses a whole batch gets its entries in another, under the codes as they are by then', async () => {
    const { codes: known } = await view();
    const payables = known.find(({ name }: View) => /payable/i.test(name)).ours;
    const named = (theirs: string) =>
      people.ruth.ok('PUT', '/api/other-ledger/codes', { codes: [{ kind: 'account', ours: payables, theirs }] });
    await named('WRONG');
    const document = await arrived(server, people.nell, 'hartscale', 1, { part: 0.2 });
    await people.ruth.ok('POST', `/api/documents/${document.id}/post`, { version: document.version });
    does = 422;
    await hand();
    const [batch] = await until('the refusal', async () => {
      const { batches } = await view();
      return batches[0].fault === 'The other ledger answered with 422.' ? batches : undefined;
    });
    await named(`${payables}00`);
    does = 'pass';
    await hand();
    expect((await view()).batches[0]).toMatchObject({ id: batch.id, answeredAt: null });
    expect((await people.nell.send('POST', `/api/other-ledger/batches/${batch.id}/anew`)).status).toBe(403);
    const together = await Promise.all([1, 2].map(() => people.ruth.send('POST', `/api/other-ledger/batches/${batch.id}/anew`)));
    expect(together.map(({ status }) => status).sort()).toEqual([200, 404]);
    await hand();
    const done = await until('it to be taken', async () => ((await view()).waiting === 0 ? view() : undefined));
    expect(done.batches.slice(0, 2)).toMatchObject([
      { accepted: 1, refused: 0 },
      { id: batch.id, accepted: 0, refused: 1 },
    ]);
    expect(done.stopped).toEqual([]);
    const { rows } = await server.pool.query("select act from audit where act ->> 'code' = 'ledger-batch-anew'");
    expect(rows).toEqual([{ act: { code: 'ledger-batch-anew', batch: batch.id, entries: 1 } }]);
  });
});
