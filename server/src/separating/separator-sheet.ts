import { PDFDocument, rgb, StandardFonts } from '@cantoo/pdf-lib';
import { SEPARATOR_MARK } from '@umber/core/separating';
import { symbolOf } from '../readers/barcodes.js';

const [WIDTH, HEIGHT] = [595, 842];
const SIZE = 220;
const INK = rgb(0, 0, 0);

/** A sheet to lay between documents before a stack is scanned: a symbol that is found again whichever way the sheet lies, and what it is for. */
export async function separatorSheet(): Promise<Buffer> {
  const pdf = await PDFDocument.create();
  pdf.setTitle('Separator sheet');
  const [plain, strong] = [await pdf.embedFont(StandardFonts.Helvetica), await pdf.embedFont(StandardFonts.HelveticaBold)];
  const page = pdf.addPage([WIDTH, HEIGHT]);
  const { side, dark } = await symbolOf(SEPARATOR_MARK);
  const module = SIZE / side;
  for (const [x, y] of [
    [(WIDTH - SIZE) / 2, 520],
    [(WIDTH - SIZE) / 2, 100],
  ])
    for (let row = 0; row < side; row++)
      for (let column = 0; column < side; column++)
        if (dark(column, row))
          page.drawRectangle({
            x: x + column * module,
            y: y + SIZE - (row + 1) * module,
            width: module + 0.05,
            height: module + 0.05,
            color: INK,
          });
  const centred = (text: string, y: number, size: number, font = plain) =>
    page.drawText(text, { x: (WIDTH - font.widthOfTextAtSize(text, size)) / 2, y, size, font });
  centred('Separator sheet', 440, 26, strong);
  centred('Lay it between two documents. The next document begins behind it.', 408, 12);
  centred('It is set aside by itself; print it as often as you like.', 390, 12);
  return Buffer.from(await pdf.save());
}
