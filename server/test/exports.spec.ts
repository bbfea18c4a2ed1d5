import { createHash } from 'node:crypto';
import yauzl from 'yauzl';
import { PLAIN_LAYOUT } from '@umber/core/exports';
import { recognise } from '@umber/core/e-invoice-files';
import { check } from '@umber/core/e-invoices';
import { runDueExports } from '../src/exports/run.js';
import { readTable } from '../src/readers/table-file.js';
import { arrived } from './documents.js';
import { testServer, until, Visitor, type TestServer } from './harness.js';

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- tests look into answers freely
type View = any;

/** Lists of documents as files: previewed, run by a worker, kept with their hash, and since the last time. */
describe('exports', () => {
  let server: TestServer;
  const people: Record<string, Visitor> = {};
  let documents: View[] = [];
  beforeAll(async () => {
    server = await testServer();
    for (const login of ['nell', 'ruth', 'tom', 'wyn', 'sol']) people[login] = await Visitor.signedIn(server.httpPort, login);
    documents = [
      await arrived(server, people.nell, 'dapplemere', 0, { part: 0.3 }),
      await arrived(server, people.nell, 'hartscale', 0, { part: 0.2 }),
      await arrived(server, people.nell, 'mossrigg', 0, { part: 0.3, totalOff: '3.00' }),
    ];
  });
  afterAll(() => server.close());

  const WHAT = { trays: [], kinds: [], supplierId: null, date: 'issueDate', from: null, to: null, words: '', since: 'all' };
  const wish = (what: object = {}, layout: object = {}) => ({ what: { ...WHAT, ...what }, layout: { ...PLAIN_LAYOUT, ...layout } });
  const ran = async (input: object, login = 'nell'): Promise<View> => {
    const { id } = await people[login].ok('POST', '/api/export/runs', { exportId: null, ...input });
    return until('the export', async () => {
      const { runs } = await people.nell.ok('GET', '/api/export');
      const run = runs.find((one: View) => one.id === id);
      return run?.doneAt ? run : undefined;
    });
  };
  const file = async (run: View, position: number): Promise<Buffer> => {
    const response = await people.nell.raw(`/api/export/runs/${run.id}/files/${position}`);
    return Buffer.from(await response.arrayBuffer());
  };

  it('are previewed as they will be written', async () => {
    const preview = await people.nell.ok(
      'POST',
      '/api/export/preview',
      wish({}, { decimalSign: ',', separator: ';', shape: 'heads', columns: [{ field: 'grossTotal', head: 'Betrag' }] }),
    );
    expect(preview).toMatchObject({ documents: 3, tables: [{ name: 'heads', heads: ['Betrag'] }] });
    expect(preview.tables[0].rows[0]).toEqual([documents[0].fields.grossTotal.value.replace('.', ',')]);
    expect(await people.nell.ok('POST', '/api/export/preview', wish({ trays: ['check'] }))).toMatchObject({ documents: 1 });
    expect(await people.nell.ok('POST', '/api/export/preview', wish({ supplierId: documents[1].supplier.id }))).toMatchObject({
      documents: 1,
    });
    expect(
      await people.nell.ok('POST', '/api/export/preview', wish({ words: documents[0].fields.invoiceNumber.value.slice(-4) })),
    ).toMatchObject({ documents: 1 });
    const search = { q: documents[1].fields.invoiceNumber.value };
    await until('the archive', async () =>
      (await server.pool.query('select 1 from archive_stale limit 1')).rowCount === 0 ? true : undefined,
    );
    expect(await people.nell.ok('POST', '/api/export/preview', wish({ search }))).toMatchObject({ documents: 1 });
    expect(await people.nell.ok('POST', '/api/export/preview', wish({ from: '2026-11-11' }))).toMatchObject({ documents: 0 });
  });

  it('as CSV are journalled with their hash, and had again exactly', async () => {
    const run = await ran(wish({}, { separator: ';', decimalSign: ',' }));
    expect(run).toMatchObject({ documents: 3, by: 'Nell Ashgrove', fault: null });
    expect(run.files.map(({ name }: View) => name)).toEqual(['Export 2026-11-23.csv', 'Export 2026-11-23-lines.csv']);
    const heads = await file(run, 0);
    expect(createHash('sha256').update(heads).digest('hex')).toBe(run.files[0].sha256);
    expect(heads.length).toBe(run.files[0].bytes);
    const [names, ...rows] = await readTable(heads);
    const cell = (row: string[], head: string) => row[names.indexOf(head)];
    expect(rows.map((row) => cell(row, 'Gross total').replace(',', '.'))).toEqual(documents.map(({ fields }) => fields.grossTotal.value));
    expect(cell(rows[2], 'Doubts')).not.toBe('');
    expect(heads.toString()).toContain('\r\n');
    // The same documents and layout make the same bytes.
    const again = await ran(wish({}, { separator: ';', decimalSign: ',' }));
    expect(again.files.map(({ sha256 }: View) => sha256)).toEqual(run.files.map(({ sha256 }: View) => sha256));
  });

  it.each([
    ['xlsx', 'heads', 1],
    ['json', 'apart', 1],
    ['xml', 'apart', 1],
    ['csv', 'joined', 1],
  ])('as %s, %s', async (format, shape, files) => {
    const run = await ran(wish({}, { format, shape }));
    expect(run.fault).toBeNull();
    expect(run.files).toHaveLength(files);
    const bytes = await file(run, 0);
    if (format === 'xlsx') expect((await readTable(bytes)).length).toBe(4);
    if (format === 'json') expect(JSON.parse(bytes.toString())).toHaveLength(3);
    if (format === 'xml') expect(bytes.toString()).toContain(`<invoiceNumber>${documents[0].fields.invoiceNumber.value}</invoiceNumber>`);
    if (format === 'csv')
      expect((await readTable(bytes)).length).toBe(1 + documents.reduce((sum, { lines }) => sum + Math.max(1, lines.length), 0));
  });

  it('as electronic invoices are an archive of those that were checked, with why others are not in it', async () => {
    const run = await ran(wish({}, { format: 'ubl' }));
    const entries = await unzipped(await file(run, 0));
    expect(Object.keys(entries).sort()).toEqual(
      [`document-${documents[0].id}.xml`, `document-${documents[1].id}.xml`, 'not-written.txt'].sort(),
    );
    const read = recognise(entries[`document-${documents[0].id}.xml`].toString());
    if (read.what !== 'invoice') throw new Error(read.what);
    expect(check(read.invoice)).toEqual([]);
    expect(entries['not-written.txt'].toString()).toContain(`document ${documents[2].id}: `);
  });

  it('that are kept have since the last time only what is new or has changed, and run by themselves', async () => {
    const since = wish({ since: 'last' }, { shape: 'heads' });
    expect(await people.nell.send('POST', '/api/export/runs', { ...since, exportId: null })).toMatchObject({
      status: 409,
      body: { message: expect.stringContaining('Keep it first') },
    });
    const { kept } = await people.nell.ok('PUT', '/api/export/kept', { ...since, name: 'To the bank', every: 'day' });
    expect(kept).toMatchObject([{ name: 'To the bank', every: 'day', madeBy: 'Nell Ashgrove', lastRun: null }]);
    const exportId = kept[0].id;
    expect(await ran({ ...since, exportId })).toMatchObject({ name: 'To the bank', documents: 3 });
    expect(await ran({ ...since, exportId })).toMatchObject({ documents: 0 });
    const open = await people.nell.ok('GET', `/api/documents/${documents[2].id}`);
    await people.nell.ok('PUT', `/api/documents/${open.id}/fields/invoiceNumber`, { version: open.version, value: 'CHANGED-1' });
    expect(await ran({ ...since, exportId })).toMatchObject({ documents: 1 });
    // It ran today; a day later it does by itself.
    await runDueExports(server.services);
    expect((await people.nell.ok('GET', '/api/export')).runs.filter(({ by }: View) => by === null)).toEqual([]);
    await server.pool.query("update export_runs set asked_at = asked_at - interval '1 day'");
    await runDueExports(server.services);
    const byItself = await until('the one by itself', async () =>
      (await people.nell.ok('GET', '/api/export')).runs.find(({ by, doneAt }: View) => by === null && doneAt !== null),
    );
    expect(byItself).toMatchObject({ name: 'To the bank', exportId, delivery: null });
    // Under a name that is there it is not kept by itself, only in place of the one that was seen, as it was seen.
    const again = { ...since, name: 'to the BANK', every: null };
    expect(await people.ruth.send('PUT', '/api/export/kept', again)).toMatchObject({
      status: 409,
      body: { code: 'already-there', message: expect.stringContaining('“To the bank” is kept already, by Nell Ashgrove.') },
    });
    const replaces = { id: exportId, version: 1 };
    expect((await people.ruth.ok('PUT', '/api/export/kept', { ...again, replaces })).kept).toMatchObject([
      { id: exportId, name: 'to the BANK', every: null, version: 2 },
    ]);
    expect(await people.nell.send('PUT', '/api/export/kept', { ...again, every: 'week', replaces })).toMatchObject({
      status: 409,
      body: { code: 'stale' },
    });
    expect((await people.nell.ok('GET', '/api/export')).kept).toMatchObject([{ every: null, version: 2 }]);
    expect((await people.nell.ok('DELETE', `/api/export/kept/${exportId}`)).kept).toEqual([]);
    expect(await people.nell.send('POST', '/api/export/runs', { ...since, exportId })).toMatchObject({ status: 404 });
  });

  it('that are runs of a kept one are just what is kept: nothing else goes where it goes, or counts as its last time', async () => {
    const since = wish({ since: 'last' }, { shape: 'heads' });
    const { kept } = await people.nell.ok('PUT', '/api/export/kept', { ...since, name: 'Weekly', every: null });
    const exportId = kept[0].id;
    const preview = (input: object) => people.nell.ok('POST', '/api/export/preview', input);
    expect(await preview({ ...since, exportId })).toMatchObject({ documents: 3 });
    for (const other of [wish({ since: 'last', trays: ['check'] }, { shape: 'heads' }), wish({ since: 'last' }, { shape: 'joined' })])
      expect(await people.nell.send('POST', '/api/export/runs', { ...other, exportId })).toMatchObject({
        status: 409,
        body: { code: 'stale' },
      });
    // An auditor changes nothing: not what the next run has either.
    expect((await people.wyn.send('POST', '/api/export/runs', { ...since, exportId })).status).toBe(403);
    expect(await ran(wish({}, { shape: 'heads' }), 'wyn')).toMatchObject({ documents: 3 });
    const two = await Promise.all([ran({ ...since, exportId }), ran({ ...since, exportId }, 'ruth')]);
    expect(two.map(({ documents: n }) => n).sort()).toEqual([0, 3]);
    expect(await preview({ ...since, exportId })).toMatchObject({ documents: 0 });
    await people.nell.ok('DELETE', `/api/export/kept/${exportId}`);
  });

  it('of one document for audit have all that there is of it, and sums that fit', async () => {
    const response = await people.wyn.raw(`/api/documents/${documents[0].id}/package.zip`);
    expect(response.status).toBe(200);
    const entries = await unzipped(Buffer.from(await response.arrayBuffer()));
    const original = Object.keys(entries).find((name) => name.startsWith('original/dapplemere'));
    expect(Object.keys(entries).sort()).toEqual(
      [
        'SHA256SUMS',
        'VERIFY.txt',
        'approvals.json',
        'document.json',
        'document.pdf',
        'entry.json',
        original,
        'original/mail.eml',
        'seals.json',
        'trail.json',
      ].sort(),
    );
    for (const line of entries.SHA256SUMS.toString().trim().split('\n')) {
      const [sum, path] = line.split('  ');
      expect(createHash('sha256').update(entries[path]).digest('hex')).toBe(sum);
    }
    expect(entries['document.pdf'].subarray(0, 5).toString()).toBe('%PDF-');
    expect(entries['original/mail.eml'].toString()).toContain('dapplemere');
    expect(JSON.parse(entries['document.json'].toString())).toMatchObject({
      id: documents[0].id,
      fields: { grossTotal: { value: documents[0].fields.grossTotal.value } },
    });
    expect(JSON.parse(entries['trail.json'].toString())[0].act).toMatchObject({ code: 'arrived-by-mail' });
    expect((await people.wyn.send('GET', '/api/documents/999999/package.zip')).status).toBe(404);
  });

  it('are for those who may, and say what is wrong with a wish', async () => {
    expect(await people.sol.send('POST', '/api/export/runs', { ...wish(), exportId: null })).toMatchObject({ status: 403 });
    expect((await ran(wish(), 'wyn')).by).toBe('Wyn Fairlie');
    for (const [layout, message] of [
      [{ columns: [] }, 'at least one column'],
      [{ decimalSign: ',', separator: ',' }, 'cannot both'],
      [{ columns: [{ field: 'grossTotal', head: '' }] }, 'needs a head'],
    ] as const)
      expect(await people.nell.send('POST', '/api/export/preview', wish({}, layout))).toMatchObject({
        status: 400,
        body: { message: expect.stringContaining(message) },
      });
    expect(await people.nell.send('POST', '/api/export/preview', wish({ from: '30.11.2026' }))).toMatchObject({ status: 400 });
    expect(await people.nell.send('GET', '/api/export/runs/1/files/77')).toMatchObject({ status: 404 });
  });
});

/** The files of an archive by their names. */
const unzipped = (bytes: Buffer): Promise<Record<string, Buffer>> =>
  new Promise((resolve, reject) => {
    const found: Record<string, Buffer> = {};
    yauzl.fromBuffer(bytes, { lazyEntries: true }, (error, zip) => {
      if (error) return reject(error);
      zip.on('entry', (entry: yauzl.Entry) =>
        zip.openReadStream(entry, (fault, stream) => {
          if (fault) return reject(fault);
          const chunks: Buffer[] = [];
          stream.on('data', (chunk: Buffer) => chunks.push(chunk));
          stream.on('end', () => {
            found[entry.fileName] = Buffer.concat(chunks);
            zip.readEntry();
          });
        }),
      );
      zip.on('end', () => resolve(found));
      zip.readEntry();
    });
  });
