import { Decimal } from '@umber/core/money';
import { addDays } from '@umber/core/dates';
import {
  escape,
  InvoiceFormatter,
  inFours,
  page,
  pairs,
  printed,
  priceOf,
  printedQuantity,
  quantityOf,
  shows,
  type Column,
} from './invoice-formatter.js';
import type { DrawnInvoice, DrawnLine } from './model.js';
import type { Family } from './sheets.js';
import { TRADE_WORDS, type TradeWords } from './trade-words.js';

const CELLS: readonly Column[] = ['description', 'quantity', 'price', 'net'];
const TWO = '.two { display: flex; justify-content: space-between; margin-bottom: 6mm }';
const cents = (value: Decimal) => value.toDecimalPlaces(2, Decimal.ROUND_HALF_UP);
const wordsOf = ({ phrases }: DrawnInvoice): TradeWords => TRADE_WORDS[phrases.language];
const rateOf = (line: DrawnLine) => new Decimal(line.rate.replace(',', '.')).div(100);
const numbers = (cells: readonly string[]) => cells.map((text) => `<td class="n">${text}</td>`).join('');
const heads = (cells: readonly [string, boolean][]) =>
  `<tr>${cells.map(([text, right]) => `<th class="${right ? 'n' : ''}">${text}</th>`).join('')}</tr>`;

/** The lines with a second line of text below each description: what it was supplied for. */
function withPeriods(formatter: InvoiceFormatter): DrawnInvoice {
  const { invoice } = formatter;
  const { period } = wordsOf(invoice);
  const lines = invoice.lines.map((line, index) => {
    const from = addDays(invoice.issueDate, -30 * (index + 1));
    return { ...line, description: `${line.description}\n${period} ${formatter.date(from)} – ${formatter.date(addDays(from, 29))}` };
  });
  return { ...invoice, lines };
}

/** The same invoice as a shop prints it: prices and line amounts with the tax in them. */
function grossPriced(invoice: DrawnInvoice): { shown: DrawnInvoice; gross: Decimal[] } {
  const prices = invoice.lines.map((line) => cents(priceOf(line).times(rateOf(line).plus(1))));
  const gross = invoice.lines.map((line, index) => cents(prices[index].times(line.quantity ?? 1)));
  const total = gross.reduce((sum, one) => sum.plus(one), new Decimal(0));
  const net = cents(total.div(rateOf(invoice.lines[0]).plus(1)));
  const tax = total.minus(net);
  const shown = {
    ...invoice,
    lines: invoice.lines.map((line, index) => ({ ...line, price: prices[index] })),
    net,
    tax,
    taxes: [{ rate: invoice.lines[0].rate, base: net, tax }],
    gross: total,
    discount: null,
    carriage: null,
    paid: null,
    previous: null,
    due: total,
  };
  return { shown, gross };
}

/** Layouts of certain trades, worded as fewer suppliers do. Reading was written without them. */
export const TRADE_FAMILIES: readonly Family[] = [
  {
    name: 'till',
    wish: { lines: [1, 9], rates: 1, items: false, rarer: true },
    draw: (invoice) => {
      const formatter = new InvoiceFormatter(invoice);
      const { phrases } = invoice;
      const items = invoice.lines
        .map(
          (line) =>
            `<tr><td colspan="2">${escape(line.description)}</td></tr><tr><td>&nbsp; ${printedQuantity(quantityOf(line), phrases)} x ${printed(priceOf(line), phrases)}</td><td class="n">${printed(line.net, phrases)}</td></tr>`,
        )
        .join('');
      return {
        html: page(
          formatter,
          `<div class="slip"><center><b>${escape(invoice.legalName)}</b><br>${invoice.address.join('<br>')}<br>${formatter.say(phrases.taxId)} ${invoice.taxId}</center><hr><b>${formatter.title()}</b><br>${formatter
            .meta()
            .map(([label, value]) => `${label}: ${value}`)
            .join(
              '<br>',
            )}<hr>${formatter.buyer()}<hr><table class="all">${items}</table><hr>${formatter.totalsTable('width: 100%')}${formatter.terms()}<center>${invoice.iban ? `IBAN ${inFours(invoice.iban)}` : ''}<br>${escape(phrases.thanks)}</center></div>`,
          '.slip { width: 78mm; margin: 0 auto } .all { width: 100% } td { padding: .4mm 0 }',
        ),
        shows: shows(formatter, CELLS, { cells: { item: false, quantity: true, unit: false, price: true, rate: true } }),
      };
    },
  },
  {
    name: 'wide',
    wish: { lines: [3, 14], rates: 1, discounts: true, rarer: true },
    draw: (invoice) => {
      const formatter = new InvoiceFormatter(invoice);
      const { phrases } = invoice;
      const words = wordsOf(invoice);
      const say = formatter.column;
      const head = heads([
        [say('pos'), false],
        [formatter.say(phrases.delivery), false],
        [words.supplyDate, false],
        [say('item'), false],
        [say('description'), false],
        [words.ordered, true],
        [words.supplied, true],
        [say('unit'), false],
        [say('price'), true],
        [say('discount'), true],
        [say('rate'), true],
        [say('net'), true],
      ]);
      const rows = invoice.lines.map((line, index) => {
        const quantity = quantityOf(line);
        const ordered = formatter.random.chance(0.25) ? quantity.plus(formatter.random.whole(1, 20)) : quantity;
        return `<tr><td>${index + 1}</td><td>${formatter.random.digits(7)}</td><td>${formatter.date(addDays(invoice.issueDate, -formatter.random.whole(1, 20)))}</td><td>${line.item ?? ''}</td><td>${escape(line.description)}</td>${numbers([printedQuantity(ordered, phrases), printedQuantity(quantity, phrases)])}<td>${line.unit ?? ''}</td>${numbers([printed(priceOf(line), phrases), line.discount ? printedQuantity(line.discount, phrases) : '', line.rate, printed(line.net, phrases)])}</tr>`;
      });
      return {
        html: page(
          formatter,
          `<div class="two"><div><h1>${escape(invoice.brand)}</h1>${formatter.footer(', ')}</div></div><div class="two"><div>${formatter.buyer()}</div><div><h2>${formatter.title()}</h2><table>${pairs(formatter.meta(['delivery']), formatter.colon)}</table></div></div><table class="lines">${head}${rows.join('')}</table>${formatter.totalsTable()}${formatter.terms()}`,
          `@page { size: A4 landscape; margin: 12mm } body { font-size: 8pt } ${TWO} .lines th, .lines td { border: .5px solid #888 }`,
        ),
        shows: shows(formatter, ['item', 'quantity', 'unit', 'price', 'rate']),
      };
    },
  },
  {
    name: 'prose',
    wish: { lines: [1, 4], rates: 1, services: true, items: false, rarer: true },
    draw: (drawn) => {
      // A letter says neither freight nor deposits.
      const net = drawn.lines.reduce((sum, line) => sum.plus(line.net), new Decimal(0));
      const tax = cents(net.times(rateOf(drawn.lines[0])));
      const gross = net.plus(tax);
      const invoice = { ...drawn, kind: 'invoice' as const, net, tax, gross, due: gross, terms: null, early: null, order: null };
      const formatter = new InvoiceFormatter(invoice);
      const words = wordsOf(invoice);
      const items = invoice.lines
        .map((line) => `<tr><td>– ${escape(line.description)}</td><td class="n">${formatter.amount(line.net, true)}</td></tr>`)
        .join('');
      const amount = (value: Decimal) => formatter.amount(value, true);
      return {
        html: page(
          formatter,
          `<div class="from">${escape(invoice.legalName)}<br>${invoice.address.join('<br>')}<br>${formatter.say(invoice.phrases.taxId)} ${invoice.taxId}</div><p>${formatter.buyer()}</p><p class="from">${invoice.address[1].replace(/\s*[A-Z]{0,2}\d[\dA-Z ]*/, '')}, ${formatter.date(invoice.issueDate)}</p><h3>${formatter.title()} ${invoice.number}</h3><p>${words.intro}</p><table>${items}</table><p>${words.sums(amount(net), invoice.lines[0].rate, amount(tax), amount(gross))}</p><p>${invoice.dueDate ? words.payBy(formatter.date(invoice.dueDate), invoice.iban ? inFours(invoice.iban) : '') : ''}</p><p>${escape(invoice.phrases.thanks)}</p>`,
          '.from { text-align: right } body { padding: 0 12mm; line-height: 1.5 }',
        ),
        shows: shows(formatter, ['description', 'net'], {
          iban: invoice.iban !== null && invoice.dueDate !== null,
          cells: { item: false, quantity: false, unit: false, price: false, rate: true },
        }),
        invoice,
      };
    },
  },
  {
    name: 'coded',
    wish: { lines: [3, 12], rates: 2, rarer: true },
    draw: (invoice) => {
      const formatter = new InvoiceFormatter(invoice);
      const { phrases } = invoice;
      const words = wordsOf(invoice);
      const codes = new Map(invoice.taxes.map((tax, index) => [tax.rate, 'ABC'[index]]));
      const say = formatter.column;
      const head = heads([
        [say('item'), false],
        [say('description'), false],
        [say('quantity'), true],
        [say('price'), true],
        [say('net'), true],
        [words.code, false],
        [words.taxAmount, true],
        [words.gross, true],
      ]);
      const rows = invoice.lines.map((line) => {
        const tax = cents(line.net.times(rateOf(line)));
        return `<tr><td>${line.item ?? ''}</td><td>${escape(line.description)}</td>${numbers([printedQuantity(quantityOf(line), phrases), printed(priceOf(line), phrases), printed(line.net, phrases)])}<td>${codes.get(line.rate) ?? ''}</td>${numbers([printed(tax, phrases), printed(line.net.plus(tax), phrases)])}</tr>`;
      });
      const legend = [...codes].map(([rate, code]) => `${code} = ${rate} %`).join(' &nbsp; ');
      return {
        html: page(
          formatter,
          `<div class="two"><div><b>${escape(invoice.legalName)}</b><br>${invoice.address.join('<br>')}</div><h1>${formatter.title()}</h1></div><table class="two">${pairs(formatter.meta(), formatter.colon)}</table><p>${formatter.buyer()}</p><table class="lines">${head}${rows.join('')}</table><p><small>${legend}</small></p>${formatter.totalsTable()}${formatter.terms()}<footer>${formatter.footer()}</footer>`,
          `${TWO} footer { position: fixed; bottom: 0; font-size: 7pt } .lines th { border-bottom: 1px solid #000 } table.two { display: table }`,
        ),
        shows: shows(formatter, ['item', 'price', 'net'], { cells: { item: true, quantity: true, unit: false, price: true, rate: true } }),
      };
    },
  },
  {
    name: 'period',
    wish: { lines: [1, 6], rates: 1, items: false, rarer: true },
    draw: (drawn) => {
      const formatter = new InvoiceFormatter(drawn);
      const invoice = withPeriods(formatter);
      const { phrases } = invoice;
      const say = formatter.column;
      const head = heads([
        [say('description'), false],
        [say('quantity'), true],
        [say('price'), true],
        [say('rate'), true],
        [say('net'), true],
      ]);
      const rows = invoice.lines.map(
        (line) =>
          `<tr><td>${escape(line.description).replace('\n', '<br>')}</td>${numbers([printedQuantity(quantityOf(line), phrases), formatter.amount(priceOf(line), true), `${line.rate}%`, formatter.amount(line.net, true)])}</tr>`,
      );
      return {
        html: page(
          formatter,
          `<div class="two"><h1>${formatter.title()}</h1><b>${escape(invoice.brand)}</b></div><table>${pairs(formatter.meta(['delivery']), '')}</table><div class="cols"><div><b>${escape(invoice.legalName)}</b><br>${invoice.address.join('<br>')}<br>${formatter.say(phrases.taxId)} ${invoice.taxId}</div><div>${formatter.buyer()}</div></div><h2>${formatter.say(phrases.toPay)} ${formatter.amount(invoice.due, true)}</h2><table class="lines">${head}${rows.join('')}</table>${formatter.totalsTable('width: 50%')}${formatter.terms()}<p><small>${invoice.iban ? `IBAN ${inFours(invoice.iban)}` : ''} · ${escape(invoice.register)}</small></p>`,
          `${TWO} .cols { display: grid; grid-template-columns: 1fr 1fr; margin: 8mm 0 } .lines th { border-bottom: 1px solid #555; font-weight: 400 } .totals tr td { border-top: .5px solid #ccc }`,
        ),
        shows: shows(formatter, CELLS, { cells: { item: false, quantity: true, unit: false, price: true, rate: true } }),
        invoice,
      };
    },
  },
  {
    name: 'shop',
    wish: { lines: [1, 8], rates: 1, rarer: true },
    draw: (drawn) => {
      const { shown: invoice, gross } = grossPriced(drawn);
      const formatter = new InvoiceFormatter(invoice);
      const { phrases } = invoice;
      const words = wordsOf(invoice);
      const say = formatter.column;
      const head = heads([
        [say('item'), false],
        [say('description'), false],
        [say('quantity'), true],
        [`${formatter.random.pick(PRICES[phrases.language] ?? ['Price'])}`, true],
        [formatter.say(phrases.columns.gross), true],
      ]);
      const rows = invoice.lines.map(
        (line, index) =>
          `<tr><td>${line.item ?? ''}</td><td>${escape(line.description)}</td>${numbers([printedQuantity(quantityOf(line), phrases), printed(line.price ?? gross[index], phrases), printed(gross[index], phrases)])}</tr>`,
      );
      const totals = `<table class="totals"><tr class="strong"><td>${formatter.say(phrases.gross)}</td><td class="n">${formatter.amount(invoice.gross, true)}</td></tr><tr><td>${words.contained} ${invoice.lines[0].rate} %</td><td class="n">${formatter.amount(invoice.tax)}</td></tr><tr><td>${formatter.say(phrases.net)}</td><td class="n">${formatter.amount(invoice.net)}</td></tr></table>`;
      return {
        html: page(
          formatter,
          `<center><h1>${escape(invoice.brand)}</h1><small>${formatter.footer(' · ')}</small></center><div class="two"><div>${formatter.buyer()}</div><table>${pairs(formatter.meta(), ':')}</table></div><h2>${formatter.title()}</h2><table class="lines">${head}${rows.join('')}</table>${totals}${formatter.terms()}`,
          `${TWO} .two { margin-top: 8mm } .lines td { border-bottom: .5px dotted #777 }`,
        ),
        shows: shows(formatter, ['item', 'price', 'net'], {
          taxedLines: !invoice.tax.isZero(),
          cells: { item: true, quantity: true, unit: false, price: true, rate: true },
        }),
        invoice,
      };
    },
  },
  {
    name: 'two-row',
    wish: { lines: [2, 12], rates: 1, discounts: true, rarer: true },
    draw: (invoice) => {
      const formatter = new InvoiceFormatter(invoice);
      const { phrases } = invoice;
      const say = formatter.column;
      const columns: readonly (readonly [string, boolean])[] = [
        [say('pos'), false],
        [say('item'), false],
        [say('quantity'), true],
        [say('unit'), false],
        [say('price'), true],
        [say('discount'), true],
        [say('net'), true],
      ];
      const head = `<tr><th></th><th colspan="6">${say('description')}</th></tr>${heads(columns.map(([text, right]) => [text, right]))}`;
      const rows = invoice.lines.map(
        (line, index) =>
          `<tr class="first"><td>${index + 1}</td><td colspan="6"><b>${escape(line.description)}</b></td></tr><tr><td></td><td>${line.item ?? ''}</td>${numbers([printedQuantity(quantityOf(line), phrases)])}<td>${line.unit ?? ''}</td>${numbers([printed(priceOf(line), phrases), line.discount ? printedQuantity(line.discount, phrases) : '', printed(line.net, phrases)])}</tr>`,
      );
      return {
        html: page(
          formatter,
          `<div class="two"><div>${escape(invoice.legalName)}<br>${invoice.address.join('<br>')}</div><table>${pairs(formatter.meta(), formatter.colon)}</table></div><div>${formatter.buyer()}</div><h2>${formatter.title()}</h2><table class="lines">${head}${rows.join('')}</table>${formatter.totalsTable()}${formatter.terms()}<footer>${formatter.footer()}</footer>`,
          `${TWO} .lines th { background: #eee } .lines .first td { border-top: .5px solid #999; padding-bottom: 0 } footer { margin-top: 12mm; font-size: 7.5pt }`,
        ),
        shows: shows(formatter, ['item', 'quantity', 'unit', 'price', 'net']),
      };
    },
  },
  {
    name: 'across',
    wish: { lines: [2, 9], rates: 2, rarer: true },
    draw: (drawn) => {
      const invoice = { ...drawn, paid: null, previous: null, due: drawn.gross };
      const formatter = new InvoiceFormatter(invoice);
      const { phrases } = invoice;
      const say = formatter.column;
      const meta = formatter.meta();
      const half = Math.ceil(meta.length / 2);
      const band = (some: typeof meta) =>
        `<table class="band"><tr>${some.map(([label]) => `<th>${label}</th>`).join('')}</tr><tr>${some.map(([, value]) => `<td>${value}</td>`).join('')}</tr></table>`;
      const head = heads([
        [say('description'), false],
        [say('quantity'), true],
        [say('unit'), false],
        [say('price'), true],
        [say('rate'), true],
        [say('net'), true],
      ]);
      const rows = invoice.lines.map(
        (line) =>
          `<tr><td>${escape(line.description)}</td>${numbers([printedQuantity(quantityOf(line), phrases)])}<td>${line.unit ?? ''}</td>${numbers([printed(priceOf(line), phrases), line.rate, printed(line.net, phrases)])}</tr>`,
      );
      const taxes = `<table class="band">${heads([
        [say('rate'), true],
        [formatter.say(phrases.net), true],
        [wordsOf(invoice).taxAmount, true],
        [wordsOf(invoice).gross, true],
      ])}${invoice.taxes.map((tax) => `<tr>${numbers([`${tax.rate} %`, printed(tax.base, phrases), printed(tax.tax, phrases), printed(tax.base.plus(tax.tax), phrases)])}</tr>`).join('')}</table>`;
      const sums = `<table class="band strong">${heads([
        [formatter.say(phrases.net), true],
        [wordsOf(invoice).taxAmount, true],
        [formatter.say(phrases.gross), true],
      ])}<tr>${numbers([formatter.amount(invoice.net), formatter.amount(invoice.tax), formatter.amount(invoice.gross, true)])}</tr></table>`;
      return {
        html: page(
          formatter,
          `<div class="two"><h1>${escape(invoice.brand)}</h1><div>${formatter.buyer()}</div></div><h2>${formatter.title()}</h2>${band(meta.slice(0, half))}${band(meta.slice(half))}<table class="lines">${head}${rows.join('')}</table>${taxes}${sums}${formatter.terms()}<footer>${formatter.footer()}</footer>`,
          `${TWO} .band { width: 100%; margin-bottom: 3mm } .band th { background: #e9e4da; font-weight: 400 } .band td, .band th { border: .5px solid #999 } footer { position: fixed; bottom: 0; font-size: 7pt }`,
        ),
        shows: shows(formatter, ['quantity', 'unit', 'price', 'rate', 'net']),
        invoice,
      };
    },
  },
  {
    name: 'bilingual',
    wish: { lines: [2, 9], rates: 1, rarer: true },
    draw: (invoice) => {
      const formatter = new InvoiceFormatter(invoice);
      const { phrases } = invoice;
      const english = ENGLISH[phrases.language === 'en' ? 'none' : 'en'];
      const both = (own: string, other: string) => (other ? `${own} / ${other}` : own);
      const say = formatter.column;
      const meta: [string, string][] = [
        [both(formatter.say(phrases.number), english.number), invoice.number],
        [both(formatter.say(phrases.date), english.date), formatter.date(invoice.issueDate)],
        ...(invoice.dueDate && !invoice.terms
          ? [[both(formatter.say(phrases.due), english.due), formatter.date(invoice.dueDate)] as [string, string]]
          : []),
        ...(invoice.order ? [[both(formatter.say(phrases.order), english.order), invoice.order] as [string, string]] : []),
      ];
      const head = heads([
        [both(say('item'), english.item), false],
        [both(say('description'), english.description), false],
        [both(say('quantity'), english.quantity), true],
        [both(say('price'), english.price), true],
        [both(say('net'), english.net), true],
      ]);
      const rows = invoice.lines.map(
        (line) =>
          `<tr><td>${line.item ?? ''}</td><td>${escape(line.description)}</td>${numbers([printedQuantity(quantityOf(line), phrases), printed(priceOf(line), phrases), printed(line.net, phrases)])}</tr>`,
      );
      return {
        html: page(
          formatter,
          `<div class="two"><div><b>${escape(invoice.legalName)}</b><br>${invoice.address.join('<br>')}</div><div>${formatter.buyer()}</div></div><h2>${both(formatter.title(), english.title)}</h2><table>${pairs(meta, formatter.colon)}</table><table class="lines">${head}${rows.join('')}</table>${formatter.totalsTable()}${formatter.terms()}<footer>${formatter.footer()}</footer>`,
          `${TWO} .lines th { border-bottom: 1px solid #000; vertical-align: bottom } footer { position: fixed; bottom: 0; font-size: 7pt }`,
        ),
        shows: shows(formatter, ['item', 'price', 'net'], { cells: { item: true, quantity: true, unit: false, price: true, rate: true } }),
      };
    },
  },
  {
    name: 'delivered',
    wish: { lines: [4, 16], rates: 1, rarer: true },
    draw: (invoice) => {
      const formatter = new InvoiceFormatter(invoice);
      const { phrases } = invoice;
      const words = wordsOf(invoice);
      const say = formatter.column;
      const head = heads([
        [say('item'), false],
        [say('description'), false],
        [say('quantity'), true],
        [say('unit'), false],
        [say('price'), true],
        [say('net'), true],
      ]);
      const rows: string[] = [];
      for (let from = 0; from < invoice.lines.length; from += 4) {
        const group = invoice.lines.slice(from, from + 4);
        const note = formatter.random.digits(6);
        rows.push(
          `<tr><td colspan="6"><i>${formatter.say(phrases.delivery)} ${note}, ${formatter.date(addDays(invoice.issueDate, -formatter.random.whole(2, 25)))}</i></td></tr>`,
        );
        for (const line of group)
          rows.push(
            `<tr><td>${line.item ?? ''}</td><td>${escape(line.description)}</td>${numbers([printedQuantity(quantityOf(line), phrases)])}<td>${line.unit ?? ''}</td>${numbers([printed(priceOf(line), phrases), printed(line.net, phrases)])}</tr>`,
          );
        const sum = group.reduce((all, line) => all.plus(line.net), new Decimal(0));
        rows.push(`<tr><td colspan="5" class="n">${words.subtotal} ${note}</td><td class="n">${printed(sum, phrases)}</td></tr>`);
      }
      return {
        html: page(
          formatter,
          `<div class="two"><div>${formatter.buyer()}</div><div><h1>${escape(invoice.brand)}</h1>${escape(invoice.legalName)}<br>${invoice.address.join('<br>')}</div></div><div class="two"><h2>${formatter.title()}</h2><table>${pairs(formatter.meta(['delivery']), formatter.colon)}</table></div><table class="lines">${head}${rows.join('')}</table>${formatter.totalsTable()}${formatter.terms()}<p><small>${formatter.footer(' – ')}</small></p>`,
          `${TWO} .lines th { border-top: 1px solid #000; border-bottom: 1px solid #000 }`,
        ),
        shows: shows(formatter, ['item', 'quantity', 'unit', 'price', 'net']),
      };
    },
  },
];

/** What a price that has the tax in it is called. */
const PRICES: Readonly<Record<string, readonly string[]>> = {
  en: ['Price inc. VAT', 'Price incl. tax'],
  de: ['Preis inkl. MwSt.', 'Bruttopreis'],
  fr: ['Prix TTC', 'P.U. TTC'],
  nl: ['Prijs incl. btw'],
  es: ['Precio con IVA', 'P.V.P.'],
  it: ['Prezzo ivato'],
  sv: ['Pris inkl. moms'],
  pl: ['Cena brutto'],
};

const ENGLISH = {
  en: {
    number: 'Invoice no.',
    date: 'Date',
    due: 'Due date',
    order: 'Your order',
    item: 'Item no.',
    description: 'Description',
    quantity: 'Quantity',
    price: 'Unit price',
    net: 'Amount',
    title: 'Invoice',
  },
  none: { number: '', date: '', due: '', order: '', item: '', description: '', quantity: '', price: '', net: '', title: '' },
} as const;
