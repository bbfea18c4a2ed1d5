import { createRequire } from 'node:module';
import PDFDocument from 'pdfkit';
import { HEADER_FIELDS } from '@umber/core/documents';
import type { Word } from '@umber/core/reading';
import { escaped, saidFields, titleOf, XMP_NAMESPACE, type Described } from './xmp.js';

const require = createRequire(import.meta.url);
const FACE = '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next';

/** A page as it was read: size in points, its words, and its picture. */
export interface KeptPage {
  readonly width: number;
  readonly height: number;
  readonly words: readonly Word[];
  readonly picture: Uint8Array;
}
/** Something that lies within the PDF: the data it came with, or what was made of it. */
export interface KeptAttachment {
  readonly name: string;
  readonly type: string;
  readonly relationship: 'Source' | 'Data' | 'Alternative';
  readonly description: string;
  readonly bytes: Uint8Array;
}
export interface KeptInput extends Described {
  /** ISO 8601, when it came: the same document makes the same bytes. */
  readonly came: string;
  readonly pages: readonly KeptPage[];
  readonly attachments: readonly KeptAttachment[];
}

/**
 * A document as PDF/A-3b (ISO 19005-3), for keeping: each page's picture with the read words unseen above it, its fields as XMP with
 * their schema, and its data within it. Nothing in it depends on what the reader has: fonts and colours lie in it.
 */
export async function kept({ came, pages, attachments, ...said }: KeptInput): Promise<Uint8Array> {
  const options = {
    subset: 'PDF/A-3b',
    pdfVersion: '1.7',
    autoFirstPage: false,
    margin: 0,
    info: { Creator: 'Umber Tray', Producer: 'Umber Tray', CreationDate: new Date(came) },
  };
  const pdf = new PDFDocument(options as PDFKit.PDFDocumentOptions);
  const chunks: Buffer[] = [];
  const ended = new Promise<void>((resolve, reject) =>
    pdf
      .on('data', (chunk: Buffer) => chunks.push(chunk))
      .on('end', resolve)
      .on('error', reject),
  );
  for (const part of ['latin', 'latin-ext'] as const) pdf.registerFont(part, require.resolve(`${FACE}-${part}-400-normal.woff`));
  for (const { width, height, words, picture } of pages) {
    pdf.addPage({ size: [width, height], margin: 0 });
    pdf.image(Buffer.from(picture), 0, 0, { width, height });
    writeUnseen(pdf, words);
  }
  for (const { name, type, relationship, description, bytes } of attachments)
    pdf.file(Buffer.from(bytes), {
      name,
      type,
      relationship,
      description,
      creationDate: new Date(came),
      modifiedDate: new Date(came),
    } as PDFKit.Mixins.PDFAttachmentOptions);
  (pdf as unknown as { appendXML(xml: string): void }).appendXML(metadata(said));
  pdf.end();
  await ended;
  return Buffer.concat(chunks);
}

/** A font of a document as the library has it: which letters it knows, and how wide a text is. */
interface Face {
  readonly font: { hasGlyphForCodePoint(code: number): boolean };
}

/** The words where they stand, drawn in no colour at all: they can be found and copied. Letters that no font has are left out: none may be missing. */
function writeUnseen(pdf: PDFKit.PDFDocument, words: readonly Word[]): void {
  const inside = pdf as unknown as { addContent(operator: string): void; _font: Face };
  pdf.save();
  inside.addContent('3 Tr');
  for (const word of words) {
    for (const part of ['latin', 'latin-ext'] as const) {
      pdf.font(part);
      const text = [...word.text.normalize('NFC')]
        .filter((letter) => inside._font.font.hasGlyphForCodePoint(letter.codePointAt(0) ?? 0))
        .join('');
      // The first font that knows all of it, else what the second one knows.
      if (text.trim() === '' || (part === 'latin' && text.length < word.text.normalize('NFC').length)) continue;
      const size = Math.max(1, word.height);
      pdf.fontSize(size);
      const stretch = (100 * word.width) / Math.max(0.1, pdf.widthOfString(text));
      pdf.text(text, word.x, word.y, {
        lineBreak: false,
        horizontalScaling: Math.min(1000, Math.max(1, stretch)),
      } as PDFKit.Mixins.TextOptions);
      break;
    }
  }
  pdf.restore();
}

/** What the document is and says, and, as PDF/A wants it, the schema of what is not in everybody's. */
function metadata(document: Described): string {
  const properties = ['kind', ...HEADER_FIELDS, 'own'].map(
    (name) =>
      `<rdf:li rdf:parseType="Resource"><pdfaProperty:name>${name}</pdfaProperty:name><pdfaProperty:valueType>${name === 'own' ? 'bag Text' : 'Text'}</pdfaProperty:valueType><pdfaProperty:category>external</pdfaProperty:category><pdfaProperty:description>${name === 'own' ? 'Fields of the company, as field: value' : `What the document says: ${name}`}</pdfaProperty:description></rdf:li>`,
  );
  const said = saidFields(document).map(([name, value]) => `<ut:${name}>${escaped(value)}</ut:${name}>`);
  const bag = document.own.map(({ key, value }) => `<rdf:li>${escaped(`${key}: ${value}`)}</rdf:li>`).join('');
  return `
<rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:title><rdf:Alt><rdf:li xml:lang="x-default">${escaped(titleOf(document))}</rdf:li></rdf:Alt></dc:title></rdf:Description>
<rdf:Description rdf:about="" xmlns:pdfaExtension="http://www.aiim.org/pdfa/ns/extension/" xmlns:pdfaSchema="http://www.aiim.org/pdfa/ns/schema#" xmlns:pdfaProperty="http://www.aiim.org/pdfa/ns/property#"><pdfaExtension:schemas><rdf:Bag><rdf:li rdf:parseType="Resource"><pdfaSchema:schema>Fields of a document</pdfaSchema:schema><pdfaSchema:namespaceURI>${XMP_NAMESPACE}</pdfaSchema:namespaceURI><pdfaSchema:prefix>ut</pdfaSchema:prefix><pdfaSchema:property><rdf:Seq>${properties.join('')}</rdf:Seq></pdfaSchema:property></rdf:li></rdf:Bag></pdfaExtension:schemas></rdf:Description>
<rdf:Description rdf:about="" xmlns:ut="${XMP_NAMESPACE}">${said.join('')}${bag === '' ? '' : `<ut:own><rdf:Bag>${bag}</rdf:Bag></ut:own>`}</rdf:Description>
`;
}
