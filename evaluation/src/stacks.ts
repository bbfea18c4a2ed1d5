import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { PDFDocument } from '@cantoo/pdf-lib';
import { blank, turned, type Grey } from '@umber/core/pictures';
import { readDocument, type PageWords } from '@umber/core/reading';
import { separate } from '@umber/core/separating';
import { Random } from '@umber/demo/random';
import { DRAWN_AT, RESOLUTIONS, spoilt, stackPdf, type ScannedSheet } from '@umber/demo/scanning';
import { imagePages } from '@umber/server/readers/image';
import { jpegOf } from '@umber/server/readers/picture-files';
import { ReaderPool } from '@umber/server/readers/reader-pool';
import { drawnLetter, LETTER_KINDS } from '@umber/corpus/letters';
import { drawnInvoice, type DrawnInvoice } from '@umber/corpus/model';
import type { Press } from '@umber/corpus/print';
import { FAMILIES, type Family } from '@umber/corpus/sheets';

/** Documents that lie in one file, one behind the other. */
export interface Stack {
  readonly pdf: Uint8Array;
  readonly documents: readonly StackedDocument[];
}
/** A document of a stack: its pages in the file, counted from 1, and what it is. */
export interface StackedDocument {
  readonly pages: readonly number[];
  readonly kind: string;
}

/** Chances that the next document is of the supplier before it, is a letter, and that an empty page lies behind it. */
const SAME_SUPPLIER = 0.3;
const LETTER = 0.25;
const EMPTY = 0.15;

/** A stack of `count` documents of many suppliers and layouts, the same for the same seed. */
export async function drawnStack(press: Press, count: number, seed: number): Promise<Stack> {
  const random = new Random(seed);
  const pdf = await PDFDocument.create();
  const documents: StackedDocument[] = [];
  let before: { invoice: DrawnInvoice; family: Family } | null = null;
  for (let i = 0; i < count; i++) {
    const again: boolean = before !== null && random.chance(SAME_SUPPLIER);
    const family: Family = again && before ? before.family : random.pick(FAMILIES);
    // Seeds a multiple of the phrases apart are of one country.
    const number = again && before ? before.invoice.seed + 8 * random.whole(1, 400) : random.whole(1, 1_000_000);
    let invoice = drawnInvoice(number, family.wish);
    if (again && before && invoice.phrases === before.invoice.phrases) invoice = ofSupplier(invoice, before.invoice);
    before = { invoice, family };
    const kind = random.chance(LETTER) ? random.pick(LETTER_KINDS) : invoice.kind;
    const html = kind === 'invoice' || kind === 'credit-note' ? family.draw(invoice).html : drawnLetter(kind, invoice);
    const sheet = await PDFDocument.load(await press.pdf(html));
    const first = pdf.getPageCount() + 1;
    for (const page of await pdf.copyPages(sheet, sheet.getPageIndices())) pdf.addPage(page);
    documents.push({ pages: Array.from({ length: sheet.getPageCount() }, (_, k) => first + k), kind });
    if (random.chance(EMPTY)) pdf.addPage([595, 842]);
  }
  return { pdf: await pdf.save(), documents };
}

/** The invoice as if it were of another one's supplier. */
export const ofSupplier = (invoice: DrawnInvoice, { brand, legalName, address, taxId, iban, register }: DrawnInvoice): DrawnInvoice => ({
  ...invoice,
  brand,
  legalName,
  address,
  taxId,
  iban,
  register,
});

/** The stack as a scanner hands it over: pictures, a fifth of them upside down. */
async function scanned({ pdf, documents }: Stack, readers: ReaderPool, seed: number): Promise<Stack> {
  const random = new Random(seed);
  const sheets: ScannedSheet[] = [];
  const scan = async (page: Grey) => {
    const damage = random.pick(['easy', 'medium'] as const);
    const fed = spoilt(random.chance(0.2) ? turned(page, 2) : page, damage, seed + sheets.length);
    sheets.push({ jpeg: await jpegOf(fed, 1), width: fed.width, height: fed.height, resolution: RESOLUTIONS[damage] });
  };
  for (const { picture } of await readers.read(pdf, { pictures: 500, scale: DRAWN_AT / 72 }))
    if (!picture) await scan(blank(2480, 3508, 250));
    else for await (const page of imagePages(picture, picture[0] === 0x89 ? 'png' : 'jpeg')) await scan(page.picture);
  return { pdf: await stackPdf(sheets), documents };
}

/** How the documents of a stack came out. */
export interface StackScore {
  readonly documents: number;
  readonly separated: number;
  readonly kinds: number;
  readonly misses: readonly string[];
}

/** Compares what was read with what lies in the stack: a document is separated right when it has exactly its pages. */
export function scoredStack(pages: readonly PageWords[], documents: readonly StackedDocument[]): StackScore {
  const found = separate(pages).documents.map((own) => ({ pages: own.map(({ page }) => page), kind: readDocument(own).kind }));
  const misses: string[] = [];
  let [separated, kinds] = [0, 0];
  for (const wanted of documents) {
    const same = found.find((one) => one.pages.join() === wanted.pages.join());
    if (same) separated++;
    else
      misses.push(
        `pages ${wanted.pages.join()}: ${
          found
            .filter((one) => one.pages.some((page) => wanted.pages.includes(page)))
            .map((one) => one.pages.join())
            .join(' and ') || 'none'
        }`,
      );
    const kind = (same ?? found.find((one) => one.pages.includes(wanted.pages[0])))?.kind;
    if (kind === wanted.kind) kinds++;
    else misses.push(`pages ${wanted.pages.join()}: ${wanted.kind}, read as ${kind}`);
  }
  return { documents: documents.length, separated, kinds, misses };
}

/** Draws stacks into the folder, reads them, and says how each came out. */
export async function* measuredStacks(
  press: Press,
  folder: string,
  count: number,
  seed: number,
  asScans: boolean,
): AsyncGenerator<StackScore> {
  await mkdir(folder, { recursive: true });
  const readers = new ReaderPool({ size: 2 });
  try {
    for (let i = 0; i < count; i++) {
      const drawn = await drawnStack(press, asScans ? 6 : 20, seed + i);
      const stack = asScans ? await scanned(drawn, readers, seed + i) : drawn;
      await writeFile(join(folder, `stack-${seed + i}${asScans ? '-scan' : ''}.pdf`), stack.pdf);
      yield scoredStack(
        (await readers.read(stack.pdf)).map((page) => page.words),
        stack.documents,
      );
    }
  } finally {
    readers.close();
  }
}
