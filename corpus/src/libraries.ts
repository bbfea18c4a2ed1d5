import { mkdir, writeFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { checkTaxId, ibanOf } from '@umber/core/identifiers';
import type { Decimal } from '@umber/core/money';
import { Random } from '@umber/demo/random';
import type { Entry } from './make.js';
import { drawnInvoice, type DrawnInvoice } from './model.js';
import { printed, printedDate, type Shown } from './invoice-formatter.js';
import { truthOf } from './truth.js';

/**
 * Invoices drawn by other people's libraries, in the layouts that those were written for. They are no part of this
 * workspace: `npm install --no-save microinvoice jspdf jspdf-autotable swissqrbill` fetches them.
 */
const require = createRequire(import.meta.url);

/** One library: draws an invoice into a PDF, and says what of it the page shows. */
interface Draughtsman {
  readonly name: string;
  /** Languages whose letters it has a font for, or that its country speaks. */
  readonly languages: readonly string[];
  readonly draw: (invoice: DrawnInvoice) => Promise<{ pdf: Uint8Array; drawn: DrawnInvoice; shows: Shown }>;
}

/** Draws `count` invoices by every library into the folder. @throws where a library is not installed. */
export async function makeByLibraries(folder: string, count: number, firstSeed: number): Promise<Entry[]> {
  await mkdir(folder, { recursive: true });
  const entries: Entry[] = [];
  for (const [index, { name, languages, draw }] of DRAUGHTSMEN.entries())
    for (let seed = firstSeed + index * 1000, made = 0; made < count; seed++) {
      // No more lines than there is room for on a page.
      const invoice = drawnInvoice(seed, { lines: [1, 5] });
      if (!languages.includes(invoice.phrases.language)) continue;
      const { pdf, drawn, shows } = await draw(invoice);
      const file = `${name}-${seed}.pdf`;
      await writeFile(join(folder, file), pdf);
      entries.push({ file, family: name, country: drawn.phrases.country, damage: 'none', truth: truthOf(drawn, shows) });
      made++;
    }
  await writeFile(join(folder, 'truth.json'), JSON.stringify(entries));
  return entries;
}

/** The words of one invoice, each chosen once. */
class Wording {
  readonly #random: Random;
  readonly #style: Parameters<typeof printedDate>[2];

  constructor(readonly invoice: DrawnInvoice) {
    this.#random = new Random(invoice.seed * 11 + 3);
    this.#style = this.#random.pick(invoice.phrases.dateStyles);
  }

  say = (words: readonly string[]): string => this.#random.pick(words);
  day = (iso: string): string => printedDate(iso, this.invoice.phrases, this.#style);
  amount = (value: Decimal): string => printed(value, this.invoice.phrases);
  money = (value: Decimal): string => `${this.amount(value)} ${this.invoice.phrases.currency}`;
  title = (): string => this.say(this.invoice.kind === 'invoice' ? this.invoice.phrases.title : this.invoice.phrases.creditTitle);

  /** Label and value of what stands in the head. */
  head(): [string, string][] {
    const { phrases, number, issueDate, dueDate, terms, order } = this.invoice;
    const pairs: [string, string][] = [
      [this.say(phrases.number), number],
      [this.say(phrases.date), this.day(issueDate)],
    ];
    if (order) pairs.push([this.say(phrases.order), order]);
    if (dueDate && !terms) pairs.push([this.say(phrases.due), this.day(dueDate)]);
    return pairs;
  }

  /** Label and value of the totals, as the invoice adds up. */
  totals(): [string, string][] {
    const { phrases, lines, discount, carriage, net, taxes, gross, paid, due } = this.invoice;
    const rows: [string, string][] = [];
    if (discount || carriage)
      rows.push([this.say(phrases.goods), this.money(lines.reduce((sum, line) => sum.plus(line.net), net.minus(net)))]);
    if (discount) rows.push([this.say(phrases.discount), this.money(discount.negated())]);
    if (carriage) rows.push([this.say(phrases.carriage), this.money(carriage)]);
    rows.push([this.say(phrases.net), this.money(net)]);
    for (const { rate, tax } of taxes) rows.push([`${this.say(phrases.tax)} ${rate} %`, this.money(tax)]);
    rows.push([this.say(phrases.gross), this.money(gross)]);
    if (paid) rows.push([this.say(phrases.paid), this.money(paid.negated())], [this.say(phrases.toPay), this.money(due)]);
    return rows;
  }
}

const BUYER = ['Kestrel Fell Railway Ltd', 'Engine Yard, Station Road', 'Fellgarth KF4 7RW', 'United Kingdom'];

const shows = (invoice: DrawnInvoice, cells: Partial<Shown['cells']>): Shown => ({
  order: invoice.order !== null,
  due: invoice.kind === 'credit-note' ? null : invoice.terms ? 'terms' : invoice.dueDate ? 'date' : null,
  iban: invoice.iban !== null,
  taxId: invoice.taxId,
  name: invoice.legalName,
  taxedLines: false,
  cells: { item: false, quantity: true, unit: false, price: false, rate: true, ...cells },
});

const small = (invoice: DrawnInvoice) => [
  `${invoice.legalName}, ${invoice.register}`,
  ...(invoice.terms ? [invoice.terms] : []),
  ...(invoice.iban ? [`IBAN ${invoice.iban.replace(/(.{4})(?=.)/g, '$1 ')}`] : []),
];

const DRAUGHTSMEN: readonly Draughtsman[] = [
  {
    name: 'microinvoice',
    languages: ['en', 'de', 'fr', 'nl', 'es', 'it', 'sv', 'pl'],
    draw: async (invoice) => {
      const Drawer = require('microinvoice') as new (options: unknown) => { generate(where: object): Readable };
      const words = new Wording(invoice);
      const { phrases } = invoice;
      const entry = ([label, value]: [string, string]) => ({ label, value });
      const drawer = new Drawer({
        data: {
          invoice: {
            name: words.title(),
            header: words.head().map(entry),
            currency: phrases.currency,
            customer: [{ label: words.say(phrases.billTo), value: BUYER }],
            seller: [
              { label: invoice.brand, value: [invoice.legalName, ...invoice.address] },
              { label: words.say(phrases.taxId), value: invoice.taxId },
            ],
            legal: small(invoice).map((value) => ({ value, weight: 'normal', color: 'secondary' })),
            details: {
              header: [phrases.columns.description, phrases.columns.quantity, phrases.columns.net].map((column) => ({
                value: words.say(column),
              })),
              parts: invoice.lines.map((line) => [
                { value: line.description },
                { value: line.quantity ? printed(line.quantity, phrases, line.quantity.decimalPlaces()) : '' },
                { value: words.amount(line.net) },
              ]),
              total: words.totals().map(entry),
            },
          },
        },
      });
      return { pdf: await buffer(drawer.generate({ type: 'stream' })), drawn: invoice, shows: shows(invoice, {}) };
    },
  },
  {
    name: 'autotable',
    languages: ['en', 'de', 'fr', 'nl', 'es', 'it', 'sv'],
    draw: async (invoice) => {
      const { jsPDF } = require('jspdf') as { jsPDF: new () => Sheet };
      const { autoTable } = require('jspdf-autotable') as { autoTable: (sheet: Sheet, options: object) => void };
      const words = new Wording(invoice);
      const { phrases, lines } = invoice;
      const random = new Random(invoice.seed);
      const sheet = new jsPDF();
      sheet.setFontSize(18);
      sheet.text(invoice.brand, 14, 20);
      sheet.text(words.title(), 140, 20);
      sheet.setFontSize(10);
      sheet.text([...invoice.address, `${words.say(phrases.taxId)} ${invoice.taxId}`], 14, 28);
      sheet.text([words.say(phrases.billTo), ...BUYER], 14, 52);
      autoTable(sheet, { body: words.head(), startY: 46, margin: { left: 130 }, theme: 'plain', styles: { cellPadding: 1 } });
      const { columns } = phrases;
      const right = { halign: 'right' };
      autoTable(sheet, {
        startY: 84,
        theme: random.pick(['striped', 'grid', 'plain']),
        head: [[columns.pos, columns.description, columns.quantity, columns.price, columns.net].map((column) => words.say(column))],
        body: lines.map((line, i) => [
          i + 1,
          line.description,
          line.quantity ? printed(line.quantity, phrases, line.quantity.decimalPlaces()) : '',
          line.price ? words.amount(line.price) : '',
          words.amount(line.net),
        ]),
        foot: words.totals().map(([label, value]) => [
          { content: label, colSpan: 4, styles: right },
          { content: value, styles: right },
        ]),
        columnStyles: { 2: right, 3: right, 4: right },
        showFoot: 'lastPage',
      });
      sheet.setFontSize(8);
      sheet.text(small(invoice), 14, 280);
      return { pdf: new Uint8Array(sheet.output('arraybuffer')), drawn: invoice, shows: shows(invoice, { price: true }) };
    },
  },
  {
    name: 'swissqrbill',
    languages: ['de', 'fr', 'it'],
    draw: async (given) => {
      const { SwissQRBill, Table } = require('swissqrbill/pdf') as Swiss;
      const PDFDocument = require('pdfkit') as new (options: object) => Attached;
      const random = new Random(given.seed);
      const number = random.whole(100_000_000, 999_999_000);
      let id = number;
      while (checkTaxId(`CHE${id}`) !== 'right') id++;
      const invoice: DrawnInvoice = {
        ...given,
        phrases: { ...given.phrases, country: 'CH', currency: 'CHF', sign: 'CHF' },
        taxId: `CHE-${String(id).replace(/(\d{3})(?=\d)/g, '$1.')}`,
        iban: ibanOf('CH', `0900${random.digits(13)}`),
      };
      const words = new Wording(invoice);
      const { phrases } = invoice;
      const sheet = new PDFDocument({ size: 'A4' });
      sheet
        .fontSize(11)
        .font('Helvetica')
        .text([invoice.legalName, ...invoice.address, `${words.say(phrases.taxId)} ${invoice.taxId}`].join('\n'), 56, 56);
      sheet.text(BUYER.join('\n'), 360, 140);
      sheet.font('Helvetica-Bold').fontSize(14).text(words.title(), 56, 220);
      sheet.font('Helvetica').fontSize(10);
      words.head().forEach(([label, value], i) => sheet.text(`${label}: ${value}`, 56, 244 + 13 * i));
      const row = (cells: readonly string[], strong = false) => ({
        fontName: strong ? 'Helvetica-Bold' : 'Helvetica',
        padding: 3,
        columns: cells.map((text, i) => ({ text, width: [230, 60, 80, 110][i], align: i === 0 ? 'left' : 'right' })),
      });
      const table = new Table({
        width: 480,
        fontSize: 9,
        rows: [
          row(
            [phrases.columns.description, phrases.columns.quantity, phrases.columns.price, phrases.columns.net].map((column) =>
              words.say(column),
            ),
            true,
          ),
          ...invoice.lines.map((line) =>
            row([
              line.description,
              line.quantity ? printed(line.quantity, phrases, line.quantity.decimalPlaces()) : '',
              line.price ? words.amount(line.price) : '',
              words.amount(line.net),
            ]),
          ),
          ...words.totals().map(([label, value], i, all) => row([label, '', '', value], i === all.length - 1)),
        ],
      });
      table.attachTo(sheet, 56, 310);
      if (invoice.terms) sheet.text(invoice.terms, 56, 520);
      new SwissQRBill({
        currency: 'CHF',
        amount: Number(invoice.due.toFixed(2)),
        creditor: {
          name: invoice.legalName,
          address: invoice.address[0],
          zip: '8001',
          city: 'Musterwil',
          country: 'CH',
          account: invoice.iban ?? '',
        },
        debtor: { name: BUYER[0], address: BUYER[1], zip: 'KF47RW', city: 'Fellgarth', country: 'GB' },
      }).attachTo(sheet);
      sheet.end();
      return { pdf: await buffer(sheet), drawn: invoice, shows: shows(invoice, { price: true }) };
    },
  },
];

/** The parts of the libraries that are used. */
interface Sheet {
  setFontSize(size: number): void;
  text(text: string | string[], x: number, y: number): void;
  output(kind: 'arraybuffer'): ArrayBuffer;
}
interface Attached extends Readable {
  fontSize(size: number): Attached;
  font(name: string): Attached;
  text(text: string, x: number, y: number): Attached;
  end(): void;
}
interface Swiss {
  readonly SwissQRBill: new (bill: object) => { attachTo(sheet: Attached): void };
  readonly Table: new (table: object) => { attachTo(sheet: Attached, x: number, y: number): void };
}
