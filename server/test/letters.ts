import { PDFDocument, StandardFonts } from '@cantoo/pdf-lib';

/** A page of plain text as a PDF with a text layer, the first line large. */
export async function letterPdf(lines: readonly string[]): Promise<Buffer> {
  const pdf = await PDFDocument.create();
  const font = await pdf.embedFont(StandardFonts.Helvetica);
  const page = pdf.addPage([595, 842]);
  lines.forEach((line, i) => page.drawText(line, { x: 50, y: 780 - 18 * i, size: i === 0 ? 18 : 10, font }));
  return Buffer.from(await pdf.save());
}

/** A page with texts where they are wanted: left edge and height from the top, in points; 9 points high. */
export async function laidOutPdf(texts: readonly (readonly [x: number, y: number, text: string])[]): Promise<Buffer> {
  const pdf = await PDFDocument.create();
  const font = await pdf.embedFont(StandardFonts.Helvetica);
  const page = pdf.addPage([595, 842]);
  for (const [x, y, text] of texts) page.drawText(text, { x, y: 842 - y, size: 9, font });
  return Buffer.from(await pdf.save());
}
