import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { SMTPServer } from 'smtp-server';
import { simpleParser } from 'mailparser';
import { writeFileSync } from 'node:fs';
import { arrived } from './documents.js';
import { testServer, Visitor, type TestServer } from './harness.js';

/** A mail server that lays what it takes into a folder; it refuses while `away` is set. */
async function postOffice() {
  const folder = mkdtempSync(join(tmpdir(), 'letters-'));
  const state = { away: false };
  let count = 0;
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    logger: false,
    onData(stream, _session, done) {
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      stream.on('end', () => {
        if (state.away) return done(new Error('451 not now'));
        writeFileSync(join(folder, `${++count}.eml`), Buffer.concat(chunks));
        done();
      });
    },
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.server.address() as { port: number };
  return { state, port, letters: () => readdirSync(folder).map((name) => readFileSync(join(folder, name))), close: () => server.close() };
}

describe('around a document', () => {
  let server: TestServer;
  let office: Awaited<ReturnType<typeof postOffice>>;
  const people = new Map<string, Visitor>();
  const as = (login: string) => people.get(login)!;
  beforeAll(async () => {
    office = await postOffice();
    server = await testServer({ mailOut: { host: '127.0.0.1', port: office.port, from: 'invoices@kestrelfell.example' } });
    for (const login of ['nell', 'tom', 'ruth', 'sol', 'wyn']) people.set(login, await Visitor.signedIn(server.httpPort, login));
  });
  afterAll(async () => {
    await server.close();
    office.close();
  });
  const at = (document: { id: number }, path: string) => `/api/documents/${document.id}/${path}`;

  it('notes, tags and handing over are seen by all, stand in the trail, and are no hand in what the document says', async () => {
    let document = await arrived(server, as('nell'), 'lindenau', 0, { totalOff: '7.00' });
    const handled = document.handledBy;
    document = await as('tom').ok('POST', at(document, 'notes'), { version: document.version, text: 'They will send a credit note' });
    document = await as('tom').ok('PUT', at(document, 'tags'), { version: document.version, tags: ['workshop', 'No. 4'] });
    const { id: ruth } = (await as('tom').ok('GET', '/api/colleagues')).find(({ name }: { name: string }) => name === 'Ruth Denholm');
    document = await as('tom').ok('PUT', at(document, 'handed'), { version: document.version, to: ruth, text: 'Please look' });
    expect(document).toMatchObject({ tags: ['workshop', 'No. 4'], handed: { to: 'Ruth Denholm', by: 'Tom Brackley' }, handledBy: handled });
    expect(document.notes.map(({ text }: { text: string }) => text)).toEqual(['Please look', 'They will send a credit note']);
    expect(document.trail.slice(0, 3).map(({ act }: { act: { code: string } }) => act.code)).toEqual(['handed', 'tagged', 'noted']);
    const { rows } = await as('nell').ok('GET', '/api/trays/check');
    expect(rows.find(({ id }: { id: number }) => id === document.id)).toMatchObject({ handedTo: 'Ruth Denholm' });
    const { id: wyn } = (await server.pool.query("select id from people where login = 'wyn'")).rows[0];
    expect(await as('tom').send('PUT', at(document, 'handed'), { version: document.version, to: Number(wyn), text: '' })).toMatchObject({
      status: 404,
    });
    expect(await as('tom').send('POST', at(document, 'notes'), { version: document.version, text: ' ' })).toMatchObject({ status: 400 });
    expect(await as('tom').send('POST', at(document, 'notes'), { version: 1, text: 'late' })).toMatchObject({ status: 409 });
  });

  it('one person has a document at a time; another may take it over, and the first is told', async () => {
    const document = await arrived(server, as('nell'), 'lindenau', 1, { totalOff: '7.00' });
    const hold = (login: string, act: string) => as(login).ok('POST', at(document, 'holders'), { act });
    const holder = (found: { name: string; holds: boolean }[]) => found.filter(({ holds }) => holds).map(({ name }) => name);
    expect(holder(await hold('nell', 'stay'))).toEqual(['Nell Ashgrove']);
    expect(holder(await hold('ruth', 'stay'))).toEqual(['Nell Ashgrove']);
    expect(holder(await hold('ruth', 'take-over'))).toEqual(['Ruth Denholm']);
    expect(holder(await hold('nell', 'stay'))).toEqual(['Ruth Denholm']);
    expect(holder(await hold('ruth', 'leave'))).toEqual([]);
    expect(holder(await hold('nell', 'stay'))).toEqual(['Nell Ashgrove']);
    await server.pool.query("update holders set seen_at = now() - interval '1 minute' where document_id = $1", [document.id]);
    expect(holder(await hold('ruth', 'stay'))).toEqual(['Ruth Denholm']);
  });

  it('two who open a document in the same moment do not both have it', async () => {
    const document = await arrived(server, as('nell'), 'lindenau', 2, { totalOff: '7.00' });
    await Promise.all(['nell', 'ruth', 'tom'].map((login) => as(login).ok('POST', at(document, 'holders'), { act: 'stay' })));
    const found = await as('wyn').ok('GET', at(document, 'holders'));
    expect(found.filter(({ holds }: { holds: boolean }) => holds)).toHaveLength(1);
  });

  it('a document that rests until a day is taken up on that day, where it was', async () => {
    let document = await arrived(server, as('nell'), 'elsterfurt', 0, { totalOff: '7.00' });
    const park = { version: document.version, reason: 'Waiting for the delivery' };
    expect(await as('nell').send('POST', at(document, 'park'), { ...park, until: '2026-11-23' })).toMatchObject({ status: 400 });
    document = await as('nell').ok('POST', at(document, 'park'), { ...park, until: '2026-11-24' });
    expect(document).toMatchObject({ tray: 'parked', restsUntil: '2026-11-24' });
    const { wakeRested } = await import('../src/matching/resolve.js');
    await wakeRested(server.services);
    expect(await as('nell').ok('GET', `/api/documents/${document.id}`)).toMatchObject({ tray: 'parked' });
    await wakeRested({ ...server.services, today: () => '2026-11-24' });
    document = await as('nell').ok('GET', `/api/documents/${document.id}`);
    expect(document).toMatchObject({ tray: 'check', restsUntil: null });
    expect(document.trail[0]).toMatchObject({ person: null, act: { code: 'moved', act: 'reopen' } });
  });

  it('a letter goes out once, in the document’s name; where the mail server is away it is tried again, and says so meanwhile', async () => {
    let document = await arrived(server, as('nell'), 'elsterfurt', 1, { totalOff: '7.00' });
    office.state.away = true;
    const letter = { to: 'accounts@elsterfurt.example', subject: 'Ihre Rechnung', text: 'Guten Tag,\n\nbitte senden Sie eine neue.' };
    document = await as('nell').ok('POST', at(document, 'letters'), { version: document.version, ...letter });
    expect(document.letters).toMatchObject([{ to: letter.to, by: 'Nell Ashgrove', sentAt: null }]);
    const shown = async () => (await as('nell').ok('GET', `/api/documents/${document.id}`)).letters[0];
    while ((await shown()).failed === null) await sleep(100);
    expect((await shown()).failed).toContain('not now');
    office.state.away = false;
    while ((await shown()).sentAt === null) await sleep(100);
    const [taken, ...more] = office.letters();
    expect(more).toEqual([]);
    const mail = await simpleParser(taken);
    expect([mail.subject, mail.text?.trim(), mail.from?.value[0].address]).toEqual([
      letter.subject,
      letter.text,
      'invoices@kestrelfell.example',
    ]);
    expect(mail.messageId).toContain(`document-${document.id}@`);
    for (const bad of [{ to: 'nobody' }, { subject: 'two\nlines' }, { text: '' }])
      expect(await as('nell').send('POST', at(document, 'letters'), { version: document.version, ...letter, ...bad })).toMatchObject({
        status: 400,
      });
  });

  it('one search finds documents by number, amount, supplier and the words on their pages', async () => {
    const { id, fields, supplier } = await arrived(server, as('nell'), 'ovenden', 0, { totalOff: '5.00' });
    const document = { id, number: fields.invoiceNumber.value, total: fields.grossTotal.value, supplier: supplier.name };
    const found = async (q: string) =>
      (await as('wyn').ok('GET', `/api/search?q=${encodeURIComponent(q)}`)).map(({ id, by }: { id: number; by: string }) => [id, by]);
    expect(await found(document.number)).toContainEqual([document.id, 'number']);
    expect(await found(document.total)).toContainEqual([document.id, 'amount']);
    expect(await found(document.supplier.slice(2, 9).toLowerCase())).toContainEqual([document.id, 'supplier']);
    expect((await found('Kestrel Fell')).length).toBeGreaterThan(0);
    expect((await found('Kestrel Fell'))[0][1]).toBe('page');
    // A page of words without end is kept all the same, and found by how it begins.
    const words = Array.from({ length: 60_000 }, (_, i) => ({ text: `${i}wörterbuchwort${i * 7919}`, x: 1, y: 1, width: 1, height: 1 }));
    await server.pool.query(
      'update file_pages set words = $2 where file_id = (select file_id from documents where id = $1) and number = 1',
      [document.id, JSON.stringify(words)],
    );
    expect(await found('17wörterbuchwort134623')).toEqual([[document.id, 'page']]);
    expect(await found('%')).toEqual([]);
    expect(await found("' or 1=1 --")).toEqual([]);
  });
});

describe('the sweep', () => {
  let server: TestServer;
  let clerk: Visitor;
  beforeAll(async () => {
    server = await testServer();
    clerk = await Visitor.signedIn(server.httpPort, 'nell');
  });
  afterAll(() => server.close());
  const open = (id: number) => clerk.ok('GET', `/api/documents/${id}`);

  it('settles many doubts in one stroke, each in its document, and takes the stroke back', async () => {
    const documents = [
      await arrived(server, clerk, 'lindenau', 0, { totalOff: '7.00' }),
      await arrived(server, clerk, 'lindenau', 1, { totalOff: '7.00' }),
    ];
    for (const { id } of documents)
      await server.pool.query(
        `insert into doubts (document_id, field, line, question) values ($1, 'invoiceNumber', null, '{"code":"unclear","value":"x","other":null}')`,
        [id],
      );
    const items = await clerk.ok('GET', '/api/sweep');
    expect(items).toHaveLength(2);
    expect(items[0]).toMatchObject({ kind: 'numbers', field: 'invoiceNumber', page: { straightened: false } });
    expect(items[0].words.map(({ text }: { text: string }) => text).join('')).toContain(items[0].value.slice(0, 3));
    const answers = items.map(({ document, doubt, value }: { document: number; doubt: number; value: string }, i: number) => ({
      document,
      doubt,
      shown: value,
      value: i === 0 ? null : 'NEW-1',
    }));
    const results = await clerk.ok('POST', '/api/sweep', { answers });
    expect(results.every(({ step }: { step: number | null }) => step !== null)).toBe(true);
    expect((await open(items[0].document)).fields.invoiceNumber).toMatchObject({ value: items[0].value, settled: true });
    expect((await open(items[1].document)).fields.invoiceNumber).toMatchObject({ value: 'NEW-1', settled: true });
    expect((await open(items[1].document)).trail[0]).toMatchObject({ person: 'Nell Ashgrove', act: { code: 'field-changed' } });
    // A second time there is nothing left to settle, and nobody is told that there was.
    const again = await clerk.ok('POST', '/api/sweep', { answers });
    expect(again.map(({ step, message }: { step: null; message: string }) => [step, message])).toEqual([
      [null, 'Somebody settled it in the meantime.'],
      [null, 'Somebody settled it in the meantime.'],
    ]);
    const steps = results.map(({ document, step }: { document: number; step: number }) => ({ document, step }));
    await clerk.ok('POST', '/api/sweep/undo', { steps });
    expect((await open(items[1].document)).fields.invoiceNumber).toMatchObject({ value: items[1].value, settled: false });
    expect(await clerk.ok('GET', '/api/sweep')).toHaveLength(2);
  });

  it('does not settle what was changed since it was shown, and leaves what somebody went on from', async () => {
    const [item] = await clerk.ok('GET', '/api/sweep');
    const answer = { document: item.document, doubt: item.doubt, shown: 'something else', value: null };
    const [stale] = await clerk.ok('POST', '/api/sweep', { answers: [answer] });
    expect(stale).toMatchObject({ step: null, message: 'It was changed in the meantime.' });
    const [{ step }] = await clerk.ok('POST', '/api/sweep', { answers: [{ ...answer, shown: item.value }] });
    const document = await open(item.document);
    await clerk.ok('PUT', `/api/documents/${item.document}/fields/sellerName`, { version: document.version, value: 'Another Ltd' });
    const [left] = await clerk.ok('POST', '/api/sweep/undo', { steps: [{ document: item.document, step }] });
    expect(left).toMatchObject({ step: null, message: 'Somebody has gone on from it.' });
  });
});
