import { Decimal } from '@umber/core/money';
import type { DrawnInvoice, DrawnLine, Wish } from './model.js';
import type { Phrases } from './phrases.js';
import { Random } from '@umber/demo/random';

/** A family of layouts: what its invoices are like and how a page of it is written as HTML. */
export interface Family {
  readonly name: string;
  readonly wish: Wish;
  readonly draw: (invoice: DrawnInvoice) => Drawn;
}

/** A document as HTML, and what of its values the page shows. */
export interface Drawn {
  readonly html: string;
  readonly shows: Shown;
}
export interface Shown {
  readonly order: boolean;
  readonly due: 'date' | 'terms' | null;
  readonly iban: boolean;
  readonly taxId: string;
  readonly name: string;
  readonly onlyGross: boolean;
  readonly cells: Readonly<Record<'item' | 'quantity' | 'unit' | 'price' | 'rate', boolean>>;
}

const escape = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;');

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
class Hand {
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
      ...(invoice.iban ? [`IBAN ${grouped(invoice.iban)}`] : []),
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

const grouped = (iban: string) => iban.replace(/(.{4})(?=.)/g, '$1 ');

type Column = 'pos' | 'item' | 'description' | 'quantity' | 'unit' | 'price' | 'per' | 'discount' | 'rate' | 'net' | 'hours' | 'hourly';

interface TableStyle {
  readonly columns: readonly Column[];
  readonly css?: string;
  readonly itemBelow?: boolean;
  readonly groups?: boolean;
  readonly carried?: number;
  readonly dark?: boolean;
}

function table(hand: Hand, style: TableStyle): string {
  const { invoice } = hand;
  const { phrases } = invoice;
  const numeric = new Set<Column>(['quantity', 'price', 'per', 'discount', 'rate', 'net', 'hours', 'hourly']);
  const head = style.columns
    .map((column) => `<th class="${numeric.has(column) ? 'n' : ''}">${hand.say(phrases.columns[column])}</th>`)
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
    if (column === 'rate') return `${line.rate}${hand.colon === ':' ? ' %' : ''}`;
    return printed(line.net, phrases);
  };
  const rows: string[] = [];
  let running = new Decimal(0);
  invoice.lines.forEach((line, index) => {
    if (style.groups && index % 6 === 0)
      rows.push(`<tr><td colspan="${style.columns.length}"><b>${hand.say(phrases.delivery)} ${hand.random.digits(6)}</b></td></tr>`);
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

const printedQuantity = (value: Decimal, phrases: Phrases) => printed(value, phrases, Math.max(0, value.decimalPlaces()));

const FONTS = ['Liberation Sans', 'Liberation Serif', 'DejaVu Sans', 'Liberation Sans Narrow', 'DejaVu Serif'];

function page(hand: Hand, body: string, css: string): string {
  const font = hand.random.pick(FONTS);
  const size = hand.random.pick([8.5, 9, 9.5, 10]);
  return `<!doctype html><meta charset="utf-8"><style>
@page { size: A4; margin: 16mm 15mm }
body { font: ${size}pt '${font}', sans-serif; margin: 0 } small { font-size: 80% } h1 { font-size: 20pt; font-weight: 400; margin: 0 }
table { border-collapse: collapse } td, th { padding: 1.2mm 1.6mm; text-align: left; vertical-align: top; font-weight: inherit } .n { text-align: right; white-space: nowrap }
th { font-weight: 600 } .lines { width: 100%; margin: 6mm 0 4mm } .lines tr { break-inside: avoid } .totals { margin-left: auto } .strong { font-weight: 700 } .break { break-after: page }
.dark th { background: #333; color: #fff }
${css}</style>${body}`;
}

const shows = (hand: Hand, columns: readonly Column[], over: Partial<Shown> = {}): Shown => ({
  order: hand.invoice.order !== null,
  due: hand.invoice.kind === 'credit-note' ? null : hand.invoice.terms ? 'terms' : hand.invoice.dueDate ? 'date' : null,
  iban: hand.invoice.iban !== null,
  taxId: hand.invoice.taxId,
  name: hand.invoice.legalName,
  onlyGross: false,
  cells: {
    item: columns.includes('item'),
    quantity: columns.includes('quantity') || columns.includes('hours'),
    unit: columns.includes('unit') || columns.includes('quantity'),
    price: columns.includes('price') || columns.includes('hourly'),
    rate: true,
  },
  ...over,
});

const pairs = (meta: readonly [string, string][], colon: string) =>
  meta.map(([label, value]) => `<tr><td>${label}${colon}</td><td class="v">${value}</td></tr>`).join('');

/** Columns with those left out that this document does without. */
function columnsOf(hand: Hand, columns: readonly Column[], optional: readonly Column[]): Column[] {
  return columns.filter((column) => !optional.includes(column) || hand.random.chance(0.5));
}

/** All families. The names are for splitting: what is tuned on one family is judged on the others. */
export const FAMILIES: readonly Family[] = [
  {
    name: 'plain',
    wish: { lines: [1, 12], discounts: true },
    draw: (invoice) => {
      const hand = new Hand(invoice);
      const columns = columnsOf(
        hand,
        ['pos', 'item', 'description', 'quantity', 'unit', 'price', 'discount', 'rate', 'net'],
        ['pos', 'item', 'rate'],
      );
      return {
        html: page(
          hand,
          `<header><h1>${escape(invoice.brand)}</h1>${invoice.address.join(' · ')}</header><div class="two"><div>${hand.buyer()}</div><table>${pairs(hand.meta(), hand.colon)}</table></div><h2>${hand.title()}</h2>${table(hand, { columns })}${hand.totalsTable()}${hand.terms()}<p>${escape(invoice.phrases.thanks)}</p><footer>${hand.footer()}</footer>`,
          '.two { display: flex; justify-content: space-between; margin-top: 10mm } .lines th { border-bottom: 1px solid #000 } .lines td { border-bottom: .5px solid #ccc } footer { position: fixed; bottom: 0; font-size: 7pt; text-align: center; width: 100% }',
        ),
        shows: shows(hand, columns),
      };
    },
  },
  {
    name: 'band',
    wish: { lines: [2, 9] },
    draw: (invoice) => {
      const hand = new Hand(invoice);
      const columns = columnsOf(hand, ['item', 'description', 'quantity', 'unit', 'price', 'net'], ['item', 'unit']);
      const meta = hand.meta();
      return {
        html: page(
          hand,
          `<div class="top"><div class="brand">${escape(invoice.brand)}</div><h1>${hand.title()}</h1></div><div class="to">${hand.buyer()}</div><table class="band"><tr>${meta.map(([label]) => `<td><small>${label}</small></td>`).join('')}</tr><tr>${meta.map(([, value]) => `<td>${value}</td>`).join('')}</tr></table>${table(hand, { columns, dark: true })}${hand.totalsTable()}${hand.terms()}<footer>${hand.footer(' | ')}</footer>`,
          '.top { display: flex; justify-content: space-between; border-bottom: 3px solid #875 } .brand { font-size: 18pt; font-weight: 700 } .to { margin: 8mm 0 } .band { width: 100%; border: 1px solid #999 } .band td { border-left: 1px solid #999 } footer { position: fixed; bottom: 0; font-size: 7.5pt }',
        ),
        shows: shows(hand, columns),
      };
    },
  },
  {
    name: 'letter',
    wish: { lines: [1, 5], items: false },
    draw: (invoice) => {
      const hand = new Hand(invoice);
      const { phrases } = invoice;
      const columns: Column[] = ['description', 'quantity', 'price', 'net'];
      const order = invoice.order ? `<p>${hand.say(phrases.order)} ${invoice.order}</p>` : '';
      const due = invoice.dueDate && !invoice.terms ? `<p>${hand.say(phrases.due)} ${hand.date(invoice.dueDate)}</p>` : hand.terms();
      return {
        html: page(
          hand,
          `<div class="from">${escape(invoice.legalName)}<br>${invoice.address.join('<br>')}</div><p>${hand.buyer()}</p><h2>${hand.title()} ${invoice.number}</h2><p>${escape(phrases.sentence(invoice.number, hand.date(invoice.issueDate)))}</p>${order}${table(hand, { columns })}${hand.totalsTable('margin-right: 0')}${due}<p>${escape(phrases.thanks)}</p><p><small>${hand.footer('<br>')}</small></p>`,
          '.from { text-align: right } body { padding: 0 10mm }',
        ),
        shows: shows(hand, columns),
      };
    },
  },
  {
    name: 'sidebar',
    wish: { lines: [2, 8] },
    draw: (invoice) => {
      const hand = new Hand(invoice);
      const columns = columnsOf(hand, ['description', 'quantity', 'unit', 'price', 'rate', 'net'], ['rate']);
      const meta = hand
        .meta()
        .map(([label, value]) => `<p><small>${label}</small><br><b>${value}</b></p>`)
        .join('');
      return {
        html: page(
          hand,
          `<div class="grid"><aside><h3>${escape(invoice.brand)}</h3>${meta}<p><small>${hand.footer('<br>')}</small></p></aside><main><h1>${hand.title()}</h1><p>${hand.buyer()}</p>${table(hand, { columns })}${hand.totalsTable()}${hand.terms()}</main></div>`,
          '.grid { display: grid; grid-template-columns: 42mm 1fr; gap: 6mm } aside { background: #eee8df; padding: 4mm; min-height: 240mm }',
        ),
        shows: shows(hand, columns),
      };
    },
  },
  {
    name: 'dense',
    wish: { lines: [10, 34], discounts: true, perHundred: true, rates: 2, returns: true },
    draw: (invoice) => {
      const hand = new Hand(invoice);
      const columns: Column[] = ['pos', 'item', 'description', 'quantity', 'unit', 'price', 'per', 'discount', 'rate', 'net'];
      return {
        html: page(
          hand,
          `<div class="two"><div><b>${escape(invoice.legalName)}</b></div><div><b>${hand.title()}</b></div></div><div class="two"><div>${hand.buyer()}</div><table>${pairs(hand.meta(), '')}</table></div>${table(hand, { columns, groups: hand.random.chance(0.5) })}${hand.totalsTable()}${hand.terms()}<footer>${hand.footer()}</footer>`,
          'body { font-size: 7.5pt } td, th { padding: .6mm 1mm } .two { display: flex; justify-content: space-between; margin-bottom: 5mm } footer { font-size: 6.5pt; margin-top: 6mm }',
        ),
        shows: shows(hand, columns),
      };
    },
  },
  {
    name: 'service',
    wish: { lines: [1, 6], services: true, items: false },
    draw: (invoice) => {
      const hand = new Hand(invoice);
      const columns: Column[] = hand.random.chance(0.5) ? ['description', 'net'] : ['pos', 'description', 'rate', 'net'];
      return {
        html: page(
          hand,
          `<h1 style="text-align:center">${escape(invoice.brand)}</h1><p style="text-align:center">${hand.footer(' – ')}</p><div class="two"><div>${hand.buyer()}</div><div>${hand
            .meta()
            .map(([label, value]) => `${label}: ${value}`)
            .join(
              '<br>',
            )}</div></div><h2>${hand.title()}</h2>${table(hand, { columns, css: 'border: 1px solid #000' })}${hand.totalsTable('width: 60%')}${hand.terms()}`,
          '.two { display: flex; justify-content: space-between; margin: 8mm 0 } .lines td, .lines th { border: 1px solid #000 } .totals td { border-bottom: 1px dotted #666 }',
        ),
        shows: shows(hand, columns, { cells: { item: false, quantity: false, unit: false, price: false, rate: true } }),
      };
    },
  },
  {
    name: 'hours',
    wish: { lines: [1, 7], hours: true, items: false },
    draw: (invoice) => {
      const hand = new Hand(invoice);
      const columns: Column[] = ['description', 'hours', 'hourly', 'net'];
      return {
        html: page(
          hand,
          `<div class="two"><div><h1>${escape(invoice.brand)}</h1>${invoice.address.join('<br>')}</div><div class="n">${hand.title()} ${invoice.number}<br>${hand.date(invoice.issueDate)}${invoice.order ? `<br>${hand.say(invoice.phrases.order)}${hand.colon} ${invoice.order}` : ''}${invoice.dueDate && !invoice.terms ? `<br>${hand.say(invoice.phrases.due)}${hand.colon} ${hand.date(invoice.dueDate)}` : ''}</div></div><p>${hand.buyer()}</p>${table(hand, { columns })}${hand.totalsTable()}${hand.terms()}<footer>${hand.footer('<br>')}</footer>`,
          '.two { display: flex; justify-content: space-between; margin-bottom: 10mm } .lines th { background: #ece6dc } footer { margin-top: 20mm; font-size: 8pt }',
        ),
        shows: shows(hand, columns, { cells: { item: false, quantity: true, unit: false, price: true, rate: true } }),
      };
    },
  },
  {
    name: 'below',
    wish: { lines: [2, 10] },
    draw: (invoice) => {
      const hand = new Hand(invoice);
      const columns: Column[] = ['description', 'quantity', 'unit', 'price', 'net'];
      const [first, ...rest] = hand.meta();
      return {
        html: page(
          hand,
          `<div class="two"><div class="box">${hand.buyer()}</div><div><h1>${escape(invoice.brand)}</h1><small>${invoice.address.join(', ')}</small></div></div><p class="line"><b>${hand.title()}</b> ${first[0]} ${first[1]}</p><table class="meta">${pairs(rest, ':')}</table>${table(hand, { columns, itemBelow: true })}${hand.totalsTable()}${hand.terms()}<div class="cols"><div>${escape(invoice.legalName)}<br>${invoice.address.join('<br>')}</div><div>${escape(invoice.register)}<br>${hand.say(invoice.phrases.taxId)} ${invoice.taxId}</div><div>${invoice.iban ? `IBAN<br>${grouped(invoice.iban)}` : ''}</div></div>`,
          '.two { display: flex; justify-content: space-between } .box { border: 1px solid #444; padding: 3mm; width: 70mm } .cols { display: flex; gap: 12mm; font-size: 7.5pt; margin-top: 14mm } td:nth-child(1) { width: 80mm } .totals td:nth-child(1) { width: auto } .meta td { padding: .4mm 1mm }',
        ),
        shows: shows(hand, columns, { cells: { item: true, quantity: true, unit: true, price: true, rate: true } }),
      };
    },
  },
  {
    name: 'long',
    wish: { lines: [30, 80] },
    draw: (invoice) => {
      const hand = new Hand(invoice);
      const columns: Column[] = ['pos', 'item', 'description', 'quantity', 'unit', 'price', 'net'];
      return {
        html: page(
          hand,
          `<div class="two"><h1>${escape(invoice.brand)}</h1><div class="n">${hand.title()}</div></div><div class="two"><div>${hand.buyer()}</div><table>${pairs(hand.meta(), hand.colon)}</table></div>${table(hand, { columns, carried: 18 })}${hand.totalsTable()}${hand.terms()}<p><small>${hand.footer()}</small></p>`,
          '.two { display: flex; justify-content: space-between; margin-bottom: 6mm } td, th { padding: .9mm 1.4mm } .lines th { border-top: 1px solid; border-bottom: 1px solid }',
        ),
        shows: shows(hand, columns),
      };
    },
  },
  {
    name: 'slip',
    wish: { lines: [1, 6], rates: 1 },
    draw: (invoice) => {
      const hand = new Hand(invoice);
      const columns = columnsOf(hand, ['item', 'description', 'quantity', 'unit', 'price', 'net'], ['item']);
      const slip = `<div class="slip"><b>${invoice.iban ? `IBAN ${grouped(invoice.iban)}` : ''}</b><br>${escape(invoice.legalName)}<br>${invoice.phrases.currency} ${printed(invoice.due, invoice.phrases)}<br>${invoice.number}<br><small>Kestrel Fell Railway Ltd, Fellgarth</small></div>`;
      return {
        html: page(
          hand,
          `<h1>${escape(invoice.brand)}</h1><div class="two"><table>${pairs(hand.meta(), ':')}</table><div>${hand.buyer()}</div></div><h2>${hand.title()}</h2>${table(hand, { columns })}${hand.totalsTable()}${hand.terms()}<p><small>${hand.footer()}</small></p>${slip}`,
          '.two { display: flex; justify-content: space-between; margin: 8mm 0 } .slip { border-top: 1px dashed #000; position: fixed; bottom: 0; width: 100%; padding-top: 5mm } .lines tr:nth-child(odd) td { background: #f3efe8 }',
        ),
        shows: shows(hand, columns),
      };
    },
  },
  {
    name: 'utility',
    wish: { lines: [2, 5], utility: true, items: false },
    draw: (invoice) => {
      const hand = new Hand(invoice);
      const columns: Column[] = ['description', 'quantity', 'price', 'net'];
      return {
        html: page(
          hand,
          `<div class="two"><h1>${escape(invoice.brand)}</h1><div class="box"><small>${hand.say(invoice.phrases.toPay)}</small><br><span class="big">${hand.amount(invoice.due, true)}</span></div></div><div class="two"><div>${hand.buyer()}</div><table>${pairs(hand.meta(['delivery']), '')}</table></div><h2>${hand.title()}</h2>${table(hand, { columns })}${hand.totalsTable('width: 100%')}${hand.terms()}<footer>${hand.footer('<br>')}</footer>`,
          '.two { display: flex; justify-content: space-between; margin-bottom: 8mm } .box { background: #e8e0d2; padding: 4mm } .big { font-size: 18pt; font-weight: 700 } footer { font-size: 7.5pt; margin-top: 15mm }',
        ),
        shows: shows(hand, columns),
      };
    },
  },
];
