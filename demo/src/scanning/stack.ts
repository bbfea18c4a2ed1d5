import PDFDocument from 'pdfkit';

/** A sheet as a scanner hands it over. */
export interface ScannedSheet {
  readonly jpeg: Uint8Array;
  /** Pixels. */
  readonly width: number;
  readonly height: number;
  /** Pixels an inch. */
  readonly resolution: number;
}

/** The PDF that a copier makes of a stack of sheets: a picture a page, no text. */
export function stackPdf(sheets: readonly ScannedSheet[]): Promise<Buffer> {
  const pdf = new PDFDocument({ autoFirstPage: false, info: { Producer: 'Copier' } });
  const chunks: Buffer[] = [];
  const done = new Promise<Buffer>((resolve, reject) => {
    pdf.on('data', (chunk: Buffer) => chunks.push(chunk));
    pdf.on('end', () => resolve(Buffer.concat(chunks)));
    pdf.on('error', reject);
  });
  for (const { jpeg, width, height, resolution } of sheets) {
    const size: [number, number] = [(72 * width) / resolution, (72 * height) / resolution];
    pdf.addPage({ size, margin: 0 });
    pdf.image(Buffer.from(jpeg), 0, 0, { width: size[0], height: size[1] });
  }
  pdf.end();
  return done;
}
