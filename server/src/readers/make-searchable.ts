import {
  beginText,
  endText,
  PDFDocument,
  PDFName,
  setFontAndSize,
  setTextMatrix,
  setTextRenderingMode,
  showText,
  StandardFonts,
  TextRenderingMode,
  type PDFFont,
  type PDFPage,
} from '@cantoo/pdf-lib';
import type { Word } from '@umber/core/reading';
import { pdfOfXml } from './e-invoice.js';
import { isXml } from './held-in.js';
import { imageKind } from './image.js';
import { escaped, saidFields, titleOf, XMP_NAMESPACE, type Described } from './xmp.js';

/** A page as it was read: size in points, its words, and its picture where it was scanned. */
export interface SearchablePage {
  /** 1-based, in the file. */
  readonly number: number;
  readonly width: number;
  readonly height: number;
  readonly words: readonly Word[];
  readonly picture: Uint8Array | null;
  readonly scanned: boolean;
}
export interface SearchableInput extends Described {
  readonly pages: readonly SearchablePage[];
  /** The file, where one of its pages has a text of its own. */
  readonly file: Uint8Array | null;
}

/**
 * The document as a PDF that can be searched: pages with a text of their own as they came, scanned ones as their straightened
 * picture with the read words unseen above it; its fields as XMP metadata.
 */
export async function searchable({ pages, file, ...said }: SearchableInput): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  const source = file && (await opened(isXml(file) ? await pdfOfXml(file) : file));
  const font = await pdf.embedFont(StandardFonts.Helvetica);
  for (const { number, width, height, words, picture, scanned } of pages) {
    if (!scanned && source) {
      const [copy] = await pdf.copyPages(source, [number - 1]);
      pdf.addPage(copy);
      continue;
    }
    const page = pdf.addPage([width, height]);
    if (picture) {
      const bytes = Buffer.from(picture);
      const image = imageKind(bytes) === 'jpeg' ? await pdf.embedJpg(bytes) : await pdf.embedPng(bytes);
      page.drawImage(image, { x: 0, y: 0, width, height });
    }
    writeUnseen(page, font, words, height);
  }
  describe(pdf, said);
  return pdf.save();
}

const opened = (bytes: Uint8Array): Promise<PDFDocument> => PDFDocument.load(bytes, { ignoreEncryption: true, updateMetadata: false });

/** The words where they stand, drawn in no colour at all: they can be found and copied. */
function writeUnseen(page: PDFPage, font: PDFFont, words: readonly Word[], height: number): void {
  const name = page.node.newFontDictionary(font.name, font.ref);
  page.pushOperators(beginText(), setTextRenderingMode(TextRenderingMode.Invisible));
  for (const word of words) {
    const text = inLatin(word.text);
    if (text === '') continue;
    const size = Math.max(1, word.height);
    const stretch = word.width / Math.max(0.1, font.widthOfTextAtSize(text, size));
    page.pushOperators(
      setFontAndSize(name, size),
      setTextMatrix(stretch, 0, 0, 1, word.x, height - word.y - 0.8 * size),
      showText(font.encodeText(`${text} `)),
    );
  }
  page.pushOperators(endText());
}

/** The text in letters that every PDF reader's own fonts have (Windows-1252): others as their plain letter, or left out. */
export function inLatin(text: string): string {
  return [...text]
    .map((character) => {
      if (/[\x20-\x7e\u00a1-\u00ff€–—‘’“”„•…ŠšŽžŒœŸ]/u.test(character)) return character;
      const plain = PLAIN[character] ?? character.normalize('NFKD').replace(/\p{M}/gu, '');
      return /^[\x20-\x7e]+$/.test(plain) ? plain : '';
    })
    .join('')
    .trim();
}

/** Letters that have no plain one within them. */
const PLAIN: Readonly<Record<string, string>> = { ł: 'l', Ł: 'L', đ: 'd', Đ: 'D', ħ: 'h', ı: 'i' };

/** Says in the PDF what document it is, for people (title) and for programs (XMP, ISO 16684). */
function describe(pdf: PDFDocument, document: Described): void {
  const title = titleOf(document);
  pdf.setTitle(title);
  pdf.setProducer('Umber Tray');
  pdf.setCreator('Umber Tray');
  const said = [
    ...saidFields(document).map(([name, value]) => `   <ut:${name}>${escaped(value)}</ut:${name}>`),
    ...document.own.map(
      (one) => `   <ut:own rdf:parseType="Resource"><ut:field>${one.key}</ut:field><ut:value>${escaped(one.value)}</ut:value></ut:own>`,
    ),
  ];
  const xmp = `<?xpacket begin="\ufeff" id="W5M0MpCehiHzreSzNTczkc9d"?>
<x:xmpmeta xmlns:x="adobe:ns:meta/">
 <rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">
  <rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:ut="${XMP_NAMESPACE}">
   <dc:title><rdf:Alt><rdf:li xml:lang="x-default">${escaped(title)}</rdf:li></rdf:Alt></dc:title>
${said.join('\n')}
  </rdf:Description>
 </rdf:RDF>
</x:xmpmeta>
<?xpacket end="w"?>`;
  const stream = pdf.context.stream(Buffer.from(xmp, 'utf8'), { Type: 'Metadata', Subtype: 'XML' });
  pdf.catalog.set(PDFName.of('Metadata'), pdf.context.register(stream));
}
