import { spoilt } from '@umber/demo/scanning';
import { inLatin } from '../src/readers/make-searchable.js';
import { verifyBlobs } from '../src/archive/verify.js';
import { imagePages } from '../src/readers/image.js';
import { jpegOf } from '../src/readers/picture-files.js';
import { ReaderPool } from '../src/readers/reader-pool.js';
import { arrived, invoicePdf } from './documents.js';
import { mail, testServer, until, Visitor, type TestServer } from './harness.js';

describe('archive', () => {
  let server: TestServer;
  let clerk: Visitor;
  let readers: ReaderPool;
  beforeAll(async () => {
    server = await testServer();
    clerk = await Visitor.signedIn(server.httpPort, 'nell');
    readers = new ReaderPool({ size: 1 });
  });
  afterAll(async () => {
    readers.close();
    await server.close();
  });

  const fetched = async (path: string) => Buffer.from(await (await clerk.raw(path)).arrayBuffer());
  const scanOf = async (pdf: Buffer) => {
    const [{ picture }] = await readers.read(pdf, { pictures: 1, scale: 2.1 });
    for await (const page of imagePages(picture ?? new Uint8Array(), 'png'))
      return Buffer.from(await jpegOf(spoilt(page.picture, 'easy', 3), 1));
    throw new Error('no page');
  };

  it('gives a scanned document as a PDF whose words can be found where they stand', async () => {
    await mail(server.smtpPort, [{ filename: 'scan.jpg', content: await scanOf(await invoicePdf('tarnside', 0)) }], { subject: 'scan' });
    const id = await until('the scan to be read', async () => {
      const { rows } = await server.pool.query(
        "select d.id from documents d join files f on f.id = d.file_id where f.name = 'scan.jpg' and d.tray <> 'arriving'",
      );
      return rows[0]?.id as number | undefined;
    });
    const view = await clerk.ok('GET', `/api/documents/${id}`);
    const pdf = await fetched(`/api/documents/${id}/searchable.pdf`);
    const text = pdf.toString('latin1');
    expect(text).toContain('/Metadata');
    const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
    const opened = await getDocument({ data: new Uint8Array(pdf) }).promise;
    const content = await (await opened.getPage(1)).getTextContent();
    const words = content.items.map((item) => ('str' in item ? item.str.trim() : '')).filter((word) => word !== '');
    expect(words.length).toBeGreaterThan(40);
    expect(words).toContain(view.fields.invoiceNumber.value);
    const metadata = await opened.getMetadata();
    expect(metadata.info).toMatchObject({ Title: expect.stringContaining(view.fields.invoiceNumber.value) });
    expect(metadata.metadata?.getRaw()).toContain(`<ut:grossTotal>${view.fields.grossTotal.value}</ut:grossTotal>`);
    const number = content.items.find((item) => 'str' in item && item.str.trim() === view.fields.invoiceNumber.value);
    const box = view.fields.invoiceNumber.read.box;
    if (!number || !('transform' in number)) throw new Error('not there');
    expect(Math.abs(number.transform[4] - box.x)).toBeLessThan(3);
  });

  it('gives a document with a text of its own as it came', async () => {
    const { id, fields } = await arrived(server, clerk, 'tarnside', 1);
    const [page] = await readers.read(await fetched(`/api/documents/${id}/searchable.pdf`));
    expect(page.words.words.map((word) => word.text)).toContain(fields.invoiceNumber.value);
    expect(page.words.straightenedBy).toBeUndefined();
  });

  it('writes letters that the fonts lack as their plain ones', () => {
    expect(['Sokół', 'Łódź', 'Größe', 'Sørensen', '漢字', '12,50 €'].map(inLatin)).toEqual([
      'Sokól',
      'Lódz',
      'Größe',
      'Sørensen',
      '',
      '12,50 €',
    ]);
  });

  it('finds damage, says what it touches, and does not serve it', async () => {
    const { id } = await arrived(server, clerk, 'tarnside', 0);
    await verifyBlobs(server.pool);
    expect(await clerk.ok('GET', '/api/archive')).toMatchObject({ damaged: [], blobs: expect.any(Number) });
    await server.pool.query('alter table blobs disable trigger all');
    await server.pool.query(
      "update blobs set bytes = bytes || 'x'::bytea where sha256 = (select f.blob from files f join documents d on d.file_id = f.id where d.id = $1)",
      [id],
    );
    await server.pool.query('alter table blobs enable trigger all');
    await server.pool.query("update blob_checks set checked_at = now() - interval '2 days'");
    await verifyBlobs(server.pool);
    const { damaged } = await clerk.ok('GET', '/api/archive');
    expect(damaged).toHaveLength(1);
    expect(damaged[0].usedBy[0]).toMatch(/tarnside-\d+\.pdf of arrival \d+/);
    expect((await clerk.send('GET', `/api/documents/${id}/file`)).status).toBe(500);
  });

  it('prints separator sheets that are found again in a scanned stack', async () => {
    const [page] = await readers.read(await scanOf(await fetched('/api/separator-sheet.pdf')));
    expect(page.words.separator).toBe(true);
    // What is none was not taken for one: the invoice scanned above.
    const { rows } = await server.pool.query(
      "select p.words -> 'separator' as separator from file_pages p join files f on f.id = p.file_id where f.name = 'scan.jpg'",
    );
    expect(rows).toEqual([{ separator: null }]);
  });
});
