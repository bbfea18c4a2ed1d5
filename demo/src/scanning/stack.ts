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

/**
 * The TIFF that a scanner's driver makes of a stack of sheets: a JPEG a page in one strip (TIFF 6.0 with compression 7 of
 * Technical Note 2), little-endian, the directories after their pages.
 */
export function stackTiff(sheets: readonly ScannedSheet[]): Buffer {
  const parts: Buffer[] = [Buffer.from([0x49, 0x49, 42, 0, 0, 0, 0, 0])];
  let [size, link] = [8, 4];
  const links: [at: number, to: number][] = [];
  const push = (part: Buffer) => {
    // Directories begin at even bytes.
    const padded = part.length % 2 === 0 ? part : Buffer.concat([part, Buffer.alloc(1)]);
    parts.push(padded);
    size += padded.length;
  };
  for (const { jpeg, width, height, resolution } of sheets) {
    const strip = size;
    push(Buffer.from(jpeg));
    const [bits, ratio] = [size, size + 6];
    const extra = Buffer.alloc(14);
    for (const at of [0, 2, 4]) extra.writeUInt16LE(8, at);
    extra.writeUInt32LE(resolution, 6);
    extra.writeUInt32LE(1, 10);
    push(extra);
    const entries: [tag: number, type: number, count: number, value: number][] = [
      [256, LONG, 1, width],
      [257, LONG, 1, height],
      [258, SHORT, 3, bits],
      [259, SHORT, 1, 7],
      [262, SHORT, 1, 6],
      [273, LONG, 1, strip],
      [277, SHORT, 1, 3],
      [278, LONG, 1, height],
      [279, LONG, 1, jpeg.length],
      [282, RATIONAL, 1, ratio],
      [283, RATIONAL, 1, ratio],
      [296, SHORT, 1, 2],
    ];
    const directory = Buffer.alloc(2 + 12 * entries.length + 4);
    directory.writeUInt16LE(entries.length, 0);
    for (const [i, [tag, type, count, value]] of entries.entries()) {
      const at = 2 + 12 * i;
      directory.writeUInt16LE(tag, at);
      directory.writeUInt16LE(type, at + 2);
      directory.writeUInt32LE(count, at + 4);
      directory.writeUInt32LE(value, at + 8);
    }
    links.push([link, size]);
    link = size + directory.length - 4;
    push(directory);
  }
  const file = Buffer.concat(parts);
  for (const [at, to] of links) file.writeUInt32LE(to, at);
  return file;
}

/** Types of a TIFF directory's entries. */
const [SHORT, LONG, RATIONAL] = [3, 4, 5];
