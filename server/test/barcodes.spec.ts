import { PDFDocument, StandardFonts } from '@cantoo/pdf-lib';
import { symbolOf } from '../src/readers/barcodes.js';
import { readFile } from '../src/readers/read-file.js';

/** A page of text with a symbol or bars drawn on it, module by module. */
async function pageWith(text: string, format: 'QRCode' | 'Code128'): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  const font = await pdf.embedFont(StandardFonts.Helvetica);
  const page = pdf.addPage([595, 842]);
  page.drawText('Harrowgill Oddments Ltd', { x: 50, y: 780, size: 16, font });
  page.drawText('Invoice no. HO-2301, of 14 October 2026, makes £360.00', { x: 50, y: 740, size: 9, font });
  for (let row = 0; row < 30; row++)
    page.drawText('Signal lamp glass, green  2  75.00  150.00', { x: 50, y: 700 - 14 * row, size: 9, font });
  const { side, dark } = await symbolOf(text, format);
  const module = format === 'QRCode' ? 3 : 1.2;
  for (let row = 0; row < (format === 'QRCode' ? side : 1); row++)
    for (let column = 0; column < side;) {
      let wide = 0;
      while (column + wide < side && dark(column + wide, row) && (wide === 0 || format === 'Code128')) wide++;
      const height = format === 'QRCode' ? module : 40;
      if (wide > 0) page.drawRectangle({ x: 330 + column * module, y: 160 - row * module, width: wide * module, height });
      column += Math.max(1, wide);
    }
  return pdf.save();
}

describe('what is printed as a code', () => {
  it.each(['QRCode', 'Code128'] as const)('%s is read off a page with a text of its own', async (format) => {
    const [page] = await readFile(await pageWith('HO-2301/7', format), { pictures: 0, scale: 1 }, () => undefined);
    expect(page.words.codes).toEqual(['HO-2301/7']);
    expect(page.words.words.length).toBeGreaterThan(100);
  });
});
