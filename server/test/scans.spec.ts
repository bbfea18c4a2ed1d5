import { failureText } from '@umber/contract/reading';
import type { UnreadableFile } from '../src/readers/unreadable-file.js';
import fc from 'fast-check';
import { rotation, turned, warped, type Grey } from '@umber/core/pictures';
import { readDocument, type DocumentReading } from '@umber/core/reading';
import { imagePages } from '../src/readers/image.js';
import { jpegOf } from '../src/readers/picture-files.js';
import { ReaderPool } from '../src/readers/reader-pool.js';
import { invoicePdf } from './documents.js';

describe('reading scans', () => {
  let pool: ReaderPool;
  let pdf: Buffer;
  let drawn: DocumentReading;
  let page: Grey;

  beforeAll(async () => {
    pool = new ReaderPool({ size: 2 });
    pdf = await invoicePdf('lindenau', 1);
    const [{ words, picture }] = await pool.read(pdf, { pictures: 1, scale: 3.2 });
    drawn = readDocument([words]);
    for await (const { picture: grey } of imagePages(picture ?? new Uint8Array(), 'png')) page = grey;
  });
  afterAll(() => pool.close());

  const values = ({ fields }: DocumentReading) => [
    fields.invoiceNumber?.value,
    fields.issueDate?.value,
    fields.netTotal?.value,
    fields.grossTotal?.value,
    fields.sellerIban?.value,
  ];
  const scanned = async (picture: Grey) => (await pool.read(await jpegOf(picture, 1), { pictures: 1, scale: 1 }))[0];

  it('reads what the text layer says off a page that was scanned askew', async () => {
    const { words, picture } = await scanned(warped(page, rotation(1.7, page.width, page.height), page.width, page.height));
    const reading = readDocument([words]);
    expect(values(reading)).toEqual(values(drawn));
    expect(reading.lines.map((line) => line.netAmount?.value)).toEqual(drawn.lines.map((line) => line.netAmount?.value));
    expect(words.straightenedBy).toHaveLength(9);
    expect(Buffer.from(picture ?? []).subarray(0, 3)).toEqual(Buffer.from([0xff, 0xd8, 0xff]));
  });

  it.each([1, 2, 3])('turns a page upright that lies %i quarters round', async (quarters) => {
    const { words } = await scanned(turned(page, quarters));
    expect(words.height).toBeGreaterThan(words.width);
    expect(values(readDocument([words]))).toEqual(values(drawn));
  });

  it('shows a page as it came beside the straightened one, of a picture and of a PDF, and refuses one that there is not', async () => {
    const askew = await jpegOf(warped(page, rotation(1.7, page.width, page.height), page.width, page.height), 1);
    const sizes = async (bytes: Uint8Array) => {
      const drawn = Buffer.from(await pool.run('as-it-came', { bytes, page: 1 }));
      for await (const { picture } of imagePages(drawn, drawn[0] === 0xff ? 'jpeg' : 'png')) return picture;
      throw new Error('no picture');
    };
    const came = await sizes(askew);
    expect([came.width, came.height]).toEqual([Math.min(1700, page.width), expect.any(Number)]);
    expect((await sizes(pdf)).height).toBeGreaterThan((await sizes(pdf)).width);
    await expect(pool.run('as-it-came', { bytes: pdf, page: 7 })).rejects.toThrow();
  });

  it('reads or refuses whatever it is given, and goes on', async () => {
    const picture = Buffer.from(
      await jpegOf({ ...page, width: page.width, height: 300, data: page.data.subarray(0, page.width * 300) }, 0.4),
    );
    const mutated = (file: Buffer) =>
      fc
        .array(fc.tuple(fc.integer({ min: 0, max: file.length - 1 }), fc.integer({ min: 0, max: 255 })), { minLength: 1, maxLength: 40 })
        .map((changes) => {
          const copy = Buffer.from(file);
          for (const [at, value] of changes) copy[at] = value;
          return copy;
        });
    const survives = async (bytes: Buffer) => {
      const pages = await pool.read(bytes).catch((error: UnreadableFile) => {
        expect(error.name).toBe('UnreadableFile');
        expect(failureText(error.fault)).toMatch(/\.$/);
        return [];
      });
      for (const { words } of pages) expect(() => readDocument([words])).not.toThrow();
    };
    await fc.assert(fc.asyncProperty(mutated(pdf), survives), { numRuns: 60 });
    await fc.assert(fc.asyncProperty(mutated(picture), survives), { numRuns: 12 });
    expect(await pool.read(pdf)).toHaveLength(1);
  }, 240_000);
});
