import PDFDocument from 'pdfkit';
import { COMPANY } from '../scenario/company.js';
import type { ScenarioSupplier } from '../scenario/suppliers.js';
import { printed, printedDate, withSign, WORDS, type Words } from './words.js';

export interface DrawnLine {
  readonly item: string;
  readonly description: string;
  readonly quantity: string;
  readonly unit: string;
  readonly price: string;
  readonly amount: string;
}

/** What stands on a drawn invoice. Amounts are decimal strings; what is null is not printed. */
export interface DrawnInvoice {
  readonly supplier: ScenarioSupplier;
  readonly credit: boolean;
  readonly number: string;
  /** False: the number stands on the page without a label. */
  readonly labelled: boolean;
  readonly issueDate: string;
  readonly dueDate: string | null;
  readonly order: string | null;
  /** The invoice that a credit note says it is for. */
  readonly credits: string | null;
  readonly iban: string | null;
  readonly taxId: string | null;
  readonly lines: readonly DrawnLine[];
  readonly net: string;
  readonly tax: string;
  readonly gross: string;
}

type Pdf = PDFKit.PDFDocument;
interface Column {
  readonly head: string;
  readonly x: number;
  readonly width: number;
  readonly align: 'left' | 'right';
  readonly text: (line: DrawnLine) => string;
}

/** Draws the invoice in its supplier's layout and language; PDF bytes with a text layer, and a file within it where one is given. */
export function drawInvoice(
  invoice: DrawnInvoice,
  within: { readonly name: string; readonly content: string } | null = null,
): Promise<Buffer> {
  const words: Words = { ...WORDS[invoice.supplier.language], ...invoice.supplier.words };
  // The same invoice gives the same bytes: no time of making in the file.
  const pdf = new PDFDocument({
    size: 'A4',
    margin: 0,
    info: { Title: `${words.invoice} ${invoice.number}`, Producer: 'Demo', CreationDate: new Date(`${invoice.issueDate}T08:00:00Z`) },
  });
  const chunks: Buffer[] = [];
  const done = new Promise<Buffer>((resolve) => {
    pdf.on('data', (chunk: Buffer) => chunks.push(chunk));
    pdf.on('end', () => resolve(Buffer.concat(chunks)));
  });
  LAYOUTS[invoice.supplier.layout](pdf, invoice, words);
  if (within)
    pdf.file(Buffer.from(within.content), { name: within.name, type: 'text/xml', creationDate: new Date(0), modifiedDate: new Date(0) });
  pdf.end();
  return done;
}

function text(
  pdf: Pdf,
  value: string,
  x: number,
  y: number,
  options: { size?: number; bold?: boolean; width?: number; align?: 'left' | 'right' | 'center'; colour?: string; serif?: boolean } = {},
): void {
  const { size = 9, bold = false, width, align = 'left', colour = '#1c1c1c', serif = false } = options;
  pdf
    .font(serif ? (bold ? 'Times-Bold' : 'Times-Roman') : bold ? 'Helvetica-Bold' : 'Helvetica')
    .fontSize(size)
    .fillColor(colour);
  pdf.text(value, x, y, { width: width ?? 500, align, lineBreak: width !== undefined });
}

function block(pdf: Pdf, lines: readonly string[], x: number, y: number, options: Parameters<typeof text>[4] = {}): number {
  const step = (options.size ?? 9) * 1.35;
  lines.forEach((line, i) => text(pdf, line, x, y + i * step, { ...options, bold: (options.bold ?? false) && i === 0 }));
  return y + lines.length * step;
}

const numberLabel = (invoice: DrawnInvoice, words: Words): string => (invoice.credit ? words.creditNumber : words.number);
const title = (invoice: DrawnInvoice, words: Words): string => (invoice.credit ? words.credit : words.invoice);
const buyerBlock = [COMPANY.name, ...COMPANY.address];
const date = (invoice: DrawnInvoice, iso: string, long = false) =>
  printedDate(iso, invoice.supplier.language, invoice.supplier.country, long);

/** Label and value of what the head tells, in the order suppliers print it. */
function facts(invoice: DrawnInvoice, words: Words): [string, string][] {
  return [
    ...(invoice.labelled ? [[numberLabel(invoice, words), invoice.number] as [string, string]] : []),
    [words.date, date(invoice, invoice.issueDate)],
    ...(invoice.order === null ? [] : [[words.order, invoice.order] as [string, string]]),
    ...(invoice.credits === null ? [] : [[words.number, invoice.credits] as [string, string]]),
    [words.customer, 'K-20418'],
    ...(invoice.dueDate === null ? [] : [[words.due, date(invoice, invoice.dueDate)] as [string, string]]),
  ];
}

function table(
  pdf: Pdf,
  invoice: DrawnInvoice,
  columns: readonly Column[],
  y: number,
  style: { rules: boolean; size?: number; headFill?: string; headColour?: string },
): number {
  const { rules, size = 8.5, headFill, headColour = '#1c1c1c' } = style;
  const [left, right] = [columns[0].x - 4, columns[columns.length - 1].x + columns[columns.length - 1].width + 4];
  if (headFill) pdf.rect(left, y - 4, right - left, size + 9).fill(headFill);
  for (const column of columns)
    text(pdf, column.head, column.x, y, { size, bold: true, width: column.width, align: column.align, colour: headColour });
  y += size + 8;
  for (const line of invoice.lines) {
    if (rules)
      pdf
        .moveTo(left, y - 3)
        .lineTo(right, y - 3)
        .lineWidth(0.4)
        .strokeColor('#9a9a9a')
        .stroke();
    let height = 0;
    for (const column of columns) {
      const value = column.text(line);
      text(pdf, value, column.x, y, { size, width: column.width, align: column.align });
      pdf.fontSize(size);
      height = Math.max(height, pdf.heightOfString(value === '' ? ' ' : value, { width: column.width }));
    }
    y += height + 6;
  }
  pdf
    .moveTo(left, y - 2)
    .lineTo(right, y - 2)
    .lineWidth(0.7)
    .strokeColor('#4a4a4a')
    .stroke();
  return y + 8;
}

function columnsOf(
  invoice: DrawnInvoice,
  words: Words,
  left: number,
  width: number,
  options: { item: boolean; rate: boolean; unit: boolean },
): Column[] {
  const { language, taxRate } = invoice.supplier;
  const numeric = (value: string) => printed(value, language);
  const wanted: (Omit<Column, 'x'> | null)[] = [
    options.item ? { head: words.item, width: 62, align: 'left', text: (line) => (line.item === '-' ? '' : line.item) } : null,
    { head: words.description, width: 0, align: 'left', text: (line) => line.description },
    { head: words.quantity, width: 48, align: 'right', text: (line) => numeric(line.quantity) },
    options.unit ? { head: words.unit, width: 44, align: 'left', text: (line) => line.unit } : null,
    { head: words.price, width: 58, align: 'right', text: (line) => numeric(line.price) },
    options.rate ? { head: words.rate, width: 42, align: 'right', text: () => numeric(taxRate) } : null,
    { head: words.amount, width: 70, align: 'right', text: (line) => numeric(line.amount) },
  ];
  const columns = wanted.filter((column) => column !== null);
  const gap = 10;
  const fixed = columns.reduce((total, column) => total + column.width + gap, 0);
  let x = left;
  return columns.map((column) => {
    const own = column.width === 0 ? width - fixed + gap : column.width;
    const placed = { ...column, x, width: own };
    x += own + gap;
    return placed;
  });
}

function totals(pdf: Pdf, invoice: DrawnInvoice, words: Words, labelX: number, right: number, y: number, size = 9.5): number {
  const { language, currency, taxRate } = invoice.supplier;
  const rows: [string, string, boolean][] = [
    [words.net, invoice.net, false],
    [`${words.tax} ${printed(taxRate, language)} %`, invoice.tax, false],
    [invoice.credit ? words.creditGross : words.gross, invoice.gross, true],
  ];
  for (const [label, amount, bold] of rows) {
    text(pdf, label, labelX, y, { size, bold });
    text(pdf, withSign(amount, language, currency), right - 140, y, { size, bold, width: 140, align: 'right' });
    y += size * 1.75;
  }
  return y;
}

function footer(pdf: Pdf, invoice: DrawnInvoice, words: Words, y: number, align: 'left' | 'center' = 'center'): void {
  const { supplier } = invoice;
  pdf
    .moveTo(48, y - 6)
    .lineTo(547, y - 6)
    .lineWidth(0.5)
    .strokeColor('#b0b0b0')
    .stroke();
  const bank = invoice.iban === null ? '' : `IBAN ${invoice.iban.replace(/(.{4})(?=.)/g, '$1 ')}`;
  if (bank) text(pdf, bank, 48, y, { size: 7.5, width: 499, align });
  const tax = invoice.taxId === null ? '' : ` · ${words.taxId} ${invoice.taxId}`;
  text(
    pdf,
    `${supplier.name} · ${supplier.address.join(', ')} · ${words.registered}${supplier.key.length}41${supplier.name.length}88${tax}`,
    48,
    y + 11,
    { size: 7.5, width: 499, align },
  );
}

const LAYOUTS: Readonly<Record<ScenarioSupplier['layout'], (pdf: Pdf, invoice: DrawnInvoice, words: Words) => void>> = {
  ledger(pdf, invoice, words) {
    text(pdf, invoice.supplier.name.toUpperCase(), 48, 46, { size: 16, bold: true, colour: '#274d36' });
    block(pdf, invoice.supplier.address, 48, 70, { size: 8 });
    text(pdf, title(invoice, words), 400, 46, { size: 18, width: 147, align: 'right' });
    if (!invoice.labelled) text(pdf, invoice.number, 400, 70, { size: 10, width: 147, align: 'right' });
    text(pdf, words.to, 48, 138, { size: 8, colour: '#555555' });
    block(pdf, buyerBlock, 48, 151, { bold: true });
    facts(invoice, words).forEach(([label, value], i) => {
      const y = 140 + i * 19;
      pdf.rect(330, y, 217, 19).lineWidth(0.5).strokeColor('#8a8a8a').stroke();
      text(pdf, label, 337, y + 6, { size: 8.5 });
      text(pdf, value, 440, y + 5, { size: 9, width: 100, align: 'right' });
    });
    const y = table(pdf, invoice, columnsOf(invoice, words, 52, 491, { item: true, rate: true, unit: true }), 268, {
      rules: true,
      headFill: '#e6ebe7',
    });
    totals(pdf, invoice, words, 340, 543, y + 6);
    footer(pdf, invoice, words, 780);
  },
  band(pdf, invoice, words) {
    pdf.rect(0, 0, 595, 84).fill('#22435f');
    text(pdf, invoice.supplier.name, 48, 28, { size: 19, bold: true, colour: '#ffffff' });
    text(pdf, invoice.supplier.address.join(' · '), 48, 56, { size: 8, colour: '#dbe5ee' });
    text(pdf, words.to, 48, 110, { size: 8, colour: '#555555' });
    block(pdf, buyerBlock, 48, 123, { bold: true });
    text(pdf, title(invoice, words), 380, 118, { size: 20, width: 167, align: 'right', colour: '#22435f' });
    if (!invoice.labelled) text(pdf, invoice.number, 380, 146, { size: 10, width: 167, align: 'right' });
    pdf.rect(48, 208, 499, 36).fill('#eef2f5');
    facts(invoice, words).forEach(([label, value], i, all) => {
      const x = 56 + i * (487 / all.length);
      text(pdf, label, x, 214, { size: 7.5, colour: '#444444' });
      text(pdf, value, x, 227, { size: 9, bold: true });
    });
    const y = table(pdf, invoice, columnsOf(invoice, words, 52, 491, { item: false, rate: false, unit: true }), 268, {
      rules: false,
      headFill: '#22435f',
      headColour: '#ffffff',
    });
    totals(pdf, invoice, words, 330, 543, y + 8, 10);
    text(pdf, words.thanks, 52, y + 70, { size: 8.5 });
    footer(pdf, invoice, words, 786, 'left');
  },
  column(pdf, invoice, words) {
    pdf.rect(0, 0, 168, 842).fill('#f0ece2');
    text(pdf, invoice.supplier.name, 28, 44, { size: 13, bold: true, width: 125 });
    let y = 120;
    for (const [label, value] of facts(invoice, words)) {
      text(pdf, label, 28, y, { size: 7.5, colour: '#6b6b6b' });
      text(pdf, value, 28, y + 11, { size: 9.5 });
      y += 36;
    }
    block(pdf, invoice.supplier.address, 28, 690, { size: 8 });
    text(pdf, title(invoice, words), 196, 44, { size: 22 });
    if (!invoice.labelled) text(pdf, invoice.number, 196, 76, { size: 11 });
    text(pdf, words.to, 196, 112, { size: 8, colour: '#6b6b6b' });
    block(pdf, buyerBlock, 196, 125, { bold: true });
    const end = table(pdf, invoice, columnsOf(invoice, words, 196, 356, { item: false, rate: false, unit: false }), 240, { rules: true });
    totals(pdf, invoice, words, 320, 552, end + 8);
    footerBeside(pdf, invoice, words);
  },
  letter(pdf, invoice, words) {
    text(pdf, invoice.supplier.name, 64, 50, { size: 15, bold: true, serif: true });
    block(pdf, invoice.supplier.address, 420, 50, { size: 8.5, serif: true });
    block(pdf, buyerBlock, 64, 140, { size: 10.5, serif: true });
    text(pdf, date(invoice, invoice.issueDate, true), 380, 232, { size: 10.5, width: 150, align: 'right', serif: true });
    text(pdf, invoice.labelled ? `${numberLabel(invoice, words)} ${invoice.number}` : invoice.number, 64, 268, {
      size: 12.5,
      bold: true,
      serif: true,
    });
    if (invoice.order !== null) text(pdf, `${words.order} ${invoice.order}`, 64, 288, { size: 10.5, serif: true });
    const y = table(pdf, invoice, columnsOf(invoice, words, 66, 465, { item: false, rate: false, unit: true }), 322, {
      rules: false,
      size: 9.5,
    });
    const end = totals(pdf, invoice, words, 330, 531, y + 6, 10.5);
    if (invoice.dueDate !== null)
      text(pdf, `${words.due}: ${date(invoice, invoice.dueDate, true)}`, 64, end + 18, { size: 10.5, serif: true });
    footer(pdf, invoice, words, 784);
  },
  trade(pdf, invoice, words) {
    text(pdf, invoice.supplier.name, 40, 36, { size: 14, bold: true });
    block(pdf, invoice.supplier.address, 40, 56, { size: 7.5 });
    text(pdf, title(invoice, words).toUpperCase(), 420, 36, { size: 15, bold: true, width: 135, align: 'right' });
    if (!invoice.labelled) text(pdf, invoice.number, 420, 56, { size: 9, width: 135, align: 'right' });
    text(pdf, words.to, 40, 104, { size: 7.5 });
    block(pdf, buyerBlock, 40, 115, { size: 8.5, bold: true });
    facts(invoice, words).forEach(([label, value], i) => {
      text(pdf, label, 330, 108 + i * 14, { size: 8 });
      text(pdf, value, 440, 108 + i * 14, { size: 8.5, bold: true });
    });
    const y = table(pdf, invoice, columnsOf(invoice, words, 44, 507, { item: true, rate: true, unit: true }), 196, {
      rules: false,
      size: 8,
      headFill: '#dddddd',
    });
    totals(pdf, invoice, words, 350, 551, y + 4, 9);
    footer(pdf, invoice, words, 790, 'left');
  },
  slip(pdf, invoice, words) {
    text(pdf, invoice.supplier.name, 48, 44, { size: 17, bold: true, colour: '#31567a' });
    block(pdf, invoice.supplier.address, 400, 44, { size: 8, width: 147, align: 'right' });
    text(pdf, title(invoice, words), 48, 92, { size: 15 });
    if (!invoice.labelled) text(pdf, invoice.number, 200, 95, { size: 10 });
    text(pdf, words.to, 48, 126, { size: 8, colour: '#555555' });
    block(pdf, buyerBlock, 48, 139, { bold: true });
    facts(invoice, words).forEach(([label, value], i) => {
      const [x, y] = [320 + (i % 2) * 120, 126 + Math.floor(i / 2) * 34];
      text(pdf, label, x, y, { size: 7.5, colour: '#555555' });
      text(pdf, value, x, y + 11, { size: 9.5 });
    });
    const y = table(pdf, invoice, columnsOf(invoice, words, 52, 491, { item: false, rate: false, unit: true }), 264, { rules: true });
    totals(pdf, invoice, words, 320, 543, y + 6, 10);
    pdf.moveTo(40, 700).lineTo(555, 700).dash(3, { space: 3 }).lineWidth(0.6).strokeColor('#777777').stroke().undash();
    text(pdf, words.pay, 48, 712, { size: 9, bold: true });
    footer(pdf, invoice, words, 740, 'left');
  },
};

function footerBeside(pdf: Pdf, invoice: DrawnInvoice, words: Words): void {
  const bank = invoice.iban === null ? [] : [`IBAN ${invoice.iban.replace(/(.{4})(?=.)/g, '$1 ')}`];
  const tax = invoice.taxId === null ? [] : [`${invoice.supplier.name} · ${words.taxId} ${invoice.taxId}`];
  block(pdf, [...bank, ...tax], 196, 790, { size: 8 });
}
