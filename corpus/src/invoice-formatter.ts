import { Decimal } from '@umber/core/money';
import type { DrawnInvoice, DrawnLine } from './model.js';
import type { Phrases } from './phrases.js';
import { Random } from '@umber/demo/random';

/** A document as HTML, and what of its values the page shows. */
export interface Drawn {
  readonly html: string;
  readonly shows: Shown;
  /** The invoice as this page shows it, where that is not as it was handed over. */
  readonly invoice?: DrawnInvoice;
}
export interface Shown {
  readonly order: boolean;
  readonly due: 'date' | 'terms' | null;
  readonly iban: boolean;
  readonly taxId: string;
  readonly name: string;
  /** Prices and amounts of the lines have the tax in them. */
  readonly taxedLines: boolean;
  readonly cells: Readonly<Record<'item' | 'quantity' | 'unit' | 'price' | 'rate', boolean>>;
}

export const escape = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;');

/** An amount as the country prints it. */
export function printed(value: Decimal, phrases: Phrases, places = 2): string {
  const [whole, fraction] = value.abs().toFixed(places).split('.');
  const grouped = whole.replace(/\B(?=(\d{3})+$)/g, phrases.grouping);
  return `${value.isNegative() ? '-' : ''}${grouped}${fraction ? phrases.decimal + fraction : ''}`;
}

export function printedDate(iso: string, phrases: Phrases, style: Phrases['dateStyles'][number]): string {
  const [year, month, day] = iso.split('-');
  const name = phrases.months[Number(month) - 1];
  if (style === 'iso') return iso;
  if (style === 'long') {
    if (phrases.country === 'US') return `${name} ${Number(day)}, ${year}`;
    return phrases.language === 'de'
      ? `${Number(day)}. ${name} ${year}`
      : phrases.language === 'es'
        ? `${Number(day)} de ${name} de ${year}`
        : `${Number(day)} ${name} ${year}`;
  }
  if (style === 'short') return `${day}-${name.slice(0, 3)}-${year.slice(2)}`;
  if (style === 'mdy/') return `${month}/${day}/${year}`;
  const mark = style.slice(3);
  return `${day}${mark}${month}${mark}${year}`;
}

/** Words and ways of writing that one document keeps to. */
export class InvoiceFormatter {
  readonly random: Random;
  readonly style: Phrases['dateStyles'][number];
  readonly signed: boolean;
  readonly colon: string;

  constructor(readonly invoice: DrawnInvoice) {
    this.random = new Random(invoice.seed * 7 + 1);
    this.style = this.random.pick(invoice.phrases.dateStyles);
    this.signed = this.random.chance(0.6);
    this.colon = this.random.chance(0.5) ? ':' : '';
  }

  say(words: readonly string[]): string {
    return escape(this.random.pick(words));
  }

  /** What stands over a column. */
  readonly column = (name: keyof Phrases['columns']): string => this.say(this.invoice.phrases.columns[name]);

  date(iso: string): string {
    return printedDate(iso, this.invoice.phrases, this.style);
  }

  amount(value: Decimal, signed = this.signed): string {
    const { phrases } = this.invoice;
    const text = printed(value, phrases);
    return signed
      ? phrases.signAfter
        ? `${text} ${phrases.sign}`
        : `${phrases.sign}${phrases.country === 'NL' || phrases.country === 'IT' ? ' ' : ''}${text}`
      : text;
  }

  /** The pairs of label and value that the head shows, in an order of this document's own. */
  meta(without: readonly string[] = []): [string, string][] {
    const { invoice, random } = this;
    const { phrases } = invoice;
    const pairs: [string, string, string][] = [
      ['number', this.say(phrases.number), invoice.number],
      ['date', this.say(phrases.date), this.date(invoice.issueDate)],
      ['customer', this.say(phrases.customer), invoice.customer],
    ];
    if (invoice.order) pairs.push(['order', this.say(phrases.order), invoice.order]);
    if (random.chance(0.5)) pairs.push(['delivery', this.say(phrases.delivery), invoice.delivery]);
    if (invoice.dueDate && !invoice.terms) pairs.push(['due', this.say(phrases.due), this.date(invoice.dueDate)]);
    const kept = pairs.filter(([key]) => !without.includes(key));
    return (random.chance(0.3) ? random.some(kept, kept.length) : kept).map(([, label, value]) => [label, value]);
  }

  title(): string {
    return this.say(this.invoice.kind === 'invoice' ? this.invoice.phrases.title : this.invoice.phrases.creditTitle);
  }

  buyer(): string {
    const own = this.random.chance(0.3) ? `<br>${escape(this.invoice.phrases.buyerTaxId)} GB 378 6194 46` : '';
    return `<small>${this.say(this.invoice.phrases.billTo)}</small><br><b>Kestrel Fell Railway Ltd</b><br>Engine Yard, Station Road<br>Fellgarth KF4 7RW<br>United Kingdom${own}`;
  }

  footer(separator = ' · '): string {
    const { invoice } = this;
    const parts = [
      escape(invoice.legalName),
      ...invoice.address,
      escape(invoice.register),
      `${this.say(invoice.phrases.taxId)} ${invoice.taxId}`,
      ...(invoice.iban ? [`IBAN ${inFours(invoice.iban)}`] : []),
    ];
    return parts.join(separator);
  }

  totals(): [string, string, boolean][] {
    const { invoice } = this;
    const { phrases } = invoice;
    const rows: [string, string, boolean][] = [];
    const sum = invoice.lines.reduce((all, line) => all.plus(line.net), new Decimal(0));
    if (invoice.discount || invoice.carriage) {
      rows.push([this.say(phrases.goods), this.amount(sum), false]);
      if (invoice.discount) rows.push([this.say(phrases.discount), this.amount(invoice.discount.negated()), false]);
      if (invoice.carriage) rows.push([this.say(phrases.carriage), this.amount(invoice.carriage), false]);
    }
    rows.push([this.say(phrases.net), this.amount(invoice.net), false]);
    for (const tax of invoice.taxes)
      rows.push([
        `${this.say(phrases.tax)} ${tax.rate}${phrases.country === 'GB' || phrases.country === 'NL' ? '' : ' '}%`,
        this.amount(tax.tax),
        false,
      ]);
    rows.push([this.say(phrases.gross), this.amount(invoice.gross, true), true]);
    if (invoice.previous) rows.push([this.say(phrases.previous), this.amount(invoice.previous), false]);
    if (invoice.paid) rows.push([this.say(phrases.paid), this.amount(invoice.paid.negated()), false]);
    if (invoice.paid || invoice.previous) rows.push([this.say(phrases.toPay), this.amount(invoice.due, true), true]);
    return rows;
  }

  totalsTable(style = ''): string {
    return `<table class="totals" style="${style}">${this.totals()
      .map(
        ([label, value, strong]) => `<tr class="${strong ? 'strong' : ''}"><td>${label}${this.colon}</td><td class="n">${value}</td></tr>`,
      )
      .join('')}</table>`;
  }

  /** Where only terms are printed, the sentence that gives them. */
  terms(): string {
    return this.invoice.terms ? `<p>${escape(this.invoice.terms)}</p>` : '';
  }
}

export const inFours = (iban: string) => iban.replace(/(.{4})(?=.)/g, '$1 ');

export type Column =
  'pos' | 'item' | 'description' | 'quantity' | 'unit' | 'price' | 'per' | 'discount' | 'rate' | 'net' | 'hours' | 'hourly';

export interface TableStyle {
  readonly columns: readonly Column[];
  readonly css?: string;
  readonly itemBelow?: boolean;
  readonly groups?: boolean;
  readonly carried?: number;
  readonly dark?: boolean;
}

export function table(formatter: InvoiceFormatter, style: TableStyle): string {
  const { invoice } = formatter;
  const { phrases } = invoice;
  const numeric = new Set<Column>(['quantity', 'price', 'per', 'discount', 'rate', 'net', 'hours', 'hourly']);
  const head = style.columns
    .map((column) => `<th class="${numeric.has(column) ? 'n' : ''}">${formatter.say(phrases.columns[column])}</th>`)
    .join('');
  const cell = (line: DrawnLine, index: number, column: Column): string => {
    if (column === 'pos') return String(index + 1);
    if (column === 'item') return line.item ?? '';
    if (column === 'description')
      return (
        escape(line.description) + (style.itemBelow && line.item ? `<br><small>${escape(phrases.itemBelow)} ${line.item}</small>` : '')
      );
    if (column === 'quantity' || column === 'hours')
      return line.quantity
        ? printedQuantity(line.quantity, phrases) +
            (style.columns.includes('unit') || !line.unit || column === 'hours' ? '' : ` ${line.unit}`)
        : '';
    if (column === 'unit') return line.unit ?? '';
    if (column === 'price' || column === 'hourly') return line.price ? printed(line.price, phrases) : '';
    if (column === 'per') return String(line.per);
    if (column === 'discount') return line.discount ? printedQuantity(line.discount, phrases) : '';
    if (column === 'rate') return `${line.rate}${formatter.colon === ':' ? ' %' : ''}`;
    return printed(line.net, phrases);
  };
  const rows: string[] = [];
  let running = new Decimal(0);
  invoice.lines.forEach((line, index) => {
    if (style.groups && index % 6 === 0)
      rows.push(
        `<tr><td colspan="${style.columns.length}"><b>${formatter.say(phrases.delivery)} ${formatter.random.digits(6)}</b></td></tr>`,
      );
    if (style.carried && index > 0 && index % style.carried === 0) {
      const sum = `<td colspan="${style.columns.length - 1}" class="n">`;
      rows.push(
        `<tr>${sum}${phrases.carried}</td><td class="n">${printed(running, phrases)}</td></tr></table><div class="break"></div><table class="lines"><tr>${head}</tr>`,
      );
      rows.push(`<tr>${sum}${phrases.brought}</td><td class="n">${printed(running, phrases)}</td></tr>`);
    }
    running = running.plus(line.net);
    rows.push(
      `<tr>${style.columns.map((column) => `<td class="${numeric.has(column) ? 'n' : ''}">${cell(line, index, column)}</td>`).join('')}</tr>`,
    );
  });
  return `<table class="lines ${style.dark ? 'dark' : ''}" style="${style.css ?? ''}"><tr>${head}</tr>${rows.join('')}</table>`;
}

/** What a line that gives neither is taken to have: one piece at its amount. */
export const quantityOf = (line: DrawnLine): Decimal => line.quantity ?? new Decimal(1);
export const priceOf = (line: DrawnLine): Decimal => line.price ?? line.net;

export const printedQuantity = (value: Decimal, phrases: Phrases) => printed(value, phrases, Math.max(0, value.decimalPlaces()));

const FONTS = ['Liberation Sans', 'Liberation Serif', 'DejaVu Sans', 'Liberation Sans Narrow', 'DejaVu Serif'];

export function page(formatter: InvoiceFormatter, body: string, css: string): string {
  const font = formatter.random.pick(FONTS);
  const size = formatter.random.pick([8.5, 9, 9.5, 10]);
  return `<!doctype html><meta charset="utf-8"><style>
@page { size: A4; margin: 16mm 15mm }
body { font: ${size}pt '${font}', sans-serif; margin: 0 } small { font-size: 80% } h1 { font-size: 20pt; font-weight: 400; margin: 0 }
table { border-collapse: collapse } td, th { padding: 1.2mm 1.6mm; text-align: left; vertical-align: top; font-weight: inherit } .n { text-align: right; white-space: nowrap }
th { font-weight: 600 } .lines { width: 100%; margin: 6mm 0 4mm } .lines tr { break-inside: avoid } .totals { margin-left: auto } .strong { font-weight: 700 } .break { break-after: page }
.dark th { background: #333; color: #fff }
${css}</style>${body}`;
}

export const shows = (formatter: InvoiceFormatter, columns: readonly Column[], over: Partial<Shown> = {}): Shown => ({
  order: formatter.invoice.order !== null,
  due: formatter.invoice.kind === 'credit-note' ? null : formatter.invoice.terms ? 'terms' : formatter.invoice.dueDate ? 'date' : null,
  iban: formatter.invoice.iban !== null,
  taxId: formatter.invoice.taxId,
  name: formatter.invoice.legalName,
  taxedLines: false,
  cells: {
    item: columns.includes('item'),
    quantity: columns.includes('quantity') || columns.includes('hours'),
    unit: columns.includes('unit') || columns.includes('quantity'),
    price: columns.includes('price') || columns.includes('hourly'),
    rate: true,
  },
  ...over,
});

export const pairs = (meta: readonly [string, string][], colon: string) =>
  meta.map(([label, value]) => `<tr><td>${label}${colon}</td><td class="v">${value}</td></tr>`).join('');

/** Columns with those left out that this document does without. */
export function columnsOf(formatter: InvoiceFormatter, columns: readonly Column[], optional: readonly Column[]): Column[] {
  return columns.filter((column) => !optional.includes(column) || formatter.random.chance(0.5));
}
