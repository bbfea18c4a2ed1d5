import { chance, noise } from './chance.js';
import { ReaderPool } from '../src/readers/reader-pool.js';
import { openArrival } from '../src/readers/opened.js';
import { invoicePdf } from './documents.js';

/** The head of a PNG that says it is so large; no more is needed to refuse it. */
function hugePng(width: number, height: number): Buffer {
  const head = Buffer.alloc(33);
  Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13]).copy(head);
  head.write('IHDR', 12, 'latin1');
  head.writeUInt32BE(width, 16);
  head.writeUInt32BE(height, 20);
  head.set([8, 0, 0, 0, 0], 24);
  return head;
}

/** A TIFF of one directory with a width and a height, and nothing in it. */
function tiff(width: number, height: number): Buffer {
  const file = Buffer.alloc(8 + 2 + 2 * 12 + 4);
  file.write('II', 0, 'latin1');
  file.writeUInt16LE(42, 2);
  file.writeUInt32LE(8, 4);
  file.writeUInt16LE(2, 8);
  [
    [256, width],
    [257, height],
  ].forEach(([tag, value], i) => {
    file.writeUInt16LE(tag, 10 + 12 * i);
    file.writeUInt16LE(4, 12 + 12 * i);
    file.writeUInt32LE(1, 14 + 12 * i);
    file.writeUInt32LE(value, 18 + 12 * i);
  });
  return file;
}

const random = chance('hostile files');

describe('reading foreign files', () => {
  let pool: ReaderPool;
  let pdf: Buffer;
  beforeAll(async () => {
    pool = new ReaderPool({ size: 1 });
    pdf = await invoicePdf('lindenau', 0);
  });
  afterAll(() => pool.close());

  it('gives the words with their places, and pictures of the pages', async () => {
    const [{ words: page, picture }] = await pool.read(pdf, { pictures: 1, scale: 1 });
    expect(page).toMatchObject({ page: 1, width: expect.closeTo(595.28, 0), height: expect.closeTo(841.89, 0) });
    const number = page.words.find((word) => word.text === 'Rechnungsnummer');
    expect(number?.x).toBeGreaterThan(40);
    expect(number?.height).toBeGreaterThan(5);
    expect(
      Buffer.from(picture ?? [])
        .subarray(1, 4)
        .toString(),
    ).toBe('PNG');
  });

  it.each([
    ['empty', Buffer.alloc(0), 'empty'],
    ['text', Buffer.from('Dear all, our invoice'), 'unknown-format'],
    ['a picture cut short', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0]), 'damaged'],
    ['a picture of 20,000 by 20,000 pixels', hugePng(20_000, 20_000), 'too-many-pixels'],
    ['a TIFF without pages', Buffer.from([0x49, 0x49, 42, 0, 8, 0, 0, 0, 0, 0, 0, 0, 0, 0]), 'damaged'],
    ['a TIFF that says it is a million pixels wide', tiff(1_000_000, 1_000), 'too-many-pixels'],
    ['noise', Buffer.concat([Buffer.from('%PDF-1.7\n'), noise(random, 4000)]), 'damaged'],
  ])('refuses %s with the reason', async (_name, bytes, code) => {
    await expect(pool.read(bytes)).rejects.toMatchObject({ name: 'UnreadableFile', fault: { code } });
  });

  it('reads or refuses a truncated file, and goes on with the next', async () => {
    for (const share of [0.2, 0.5, 0.9])
      await pool.read(pdf.subarray(0, Math.floor(pdf.length * share))).catch((error: Error) => expect(error.name).toBe('UnreadableFile'));
    expect(await pool.read(pdf)).toHaveLength(1);
  });

  it('loses only a worker to a file that takes too long', async () => {
    const hasty = new ReaderPool({ size: 1, timeout: 1 });
    await expect(hasty.read(pdf)).rejects.toMatchObject({ fault: { code: 'too-slow' } });
    hasty.close();
  });
});

describe('taking a mail apart', () => {
  it('shortens names that try to be paths and leaves pictures in the text alone', async () => {
    const mail = [
      'From: A <a@supplier.example>',
      'To: invoices@kestrelfell.example',
      'Subject: =?utf-8?q?Rechnung_=C3=BCber_Farbe?=',
      'MIME-Version: 1.0',
      'Content-Type: multipart/mixed; boundary=x',
      '',
      '--x',
      'Content-Type: text/plain',
      '',
      'Order 40501',
      '--x',
      'Content-Type: application/pdf; name="../../etc/passwd.pdf"',
      'Content-Transfer-Encoding: base64',
      '',
      Buffer.from('%PDF-1.4 small').toString('base64'),
      '--x',
      'Content-Type: application/octet-stream; name="scan.bin"',
      '',
      'noise',
      '--x--',
    ].join('\r\n');
    const read = await openArrival('mail', '', Buffer.from(mail));
    expect(read).toMatchObject({ mail: { from: 'a@supplier.example', subject: 'Rechnung über Farbe' }, others: ['scan.bin'] });
    expect(read.mail?.text).toContain('Order 40501');
    expect(read.files.map((file) => file.name)).toEqual(['passwd.pdf']);
  });

  it('takes anything without a crash', async () => {
    for (const bytes of [Buffer.alloc(0), noise(random, 2000), Buffer.from('From: \r\n\r\n')])
      await expect(openArrival('mail', '', bytes)).resolves.toMatchObject({ files: [] });
  });
});
