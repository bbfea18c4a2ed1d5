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
} from './invoice-formatter.js';
import type { Family } from './sheets.js';

const TWO = '.two { display: flex; justify-content: space-between; margin-bottom: 6mm }';
const PEOPLE = ['M. Ashdown', 'R. Oake', 'T. Linden', 'J. Birch'];

/** A text made as wide as its column: numbers at the right of it. */
const fitted = (text: string, width: number, right = false): string =>
  text.length > width ? text.slice(0, width) : right ? text.padStart(width) : text.padEnd(width);

/** Layouts as they come out of word processors, spreadsheets and old line printers. Reading was written without them. */
export const DESK_FAMILIES: readonly Family[] = [
  {
    name: 'spreadsheet',
    wish: { lines: [2, 10], rates: 1 },
    draw: (invoice) => {
      const formatter = new InvoiceFormatter(invoice);
      const { phrases } = invoice;
      const say = formatter.column;
      const cell = (text: string, right = false, span = 1) =>
        `<td ${span > 1 ? `colspan="${span}"` : ''} class="${right ? 'n' : ''}">${text}</td>`;
      const row = (...cells: string[]) => `<tr>${cells.join('')}</tr>`;
      const head = formatter.meta().map(([label, value]) => row(cell(label, false, 2), cell(value, false, 4)));
      const heads = row(
        cell(say('item')),
        cell(say('description')),
        cell(say('quantity'), true),
        cell(say('unit')),
        cell(say('price'), true),
        cell(say('net'), true),
      );
      const lines = invoice.lines.map((line) =>
        row(
          cell(line.item ?? ''),
          cell(escape(line.description)),
          cell(printedQuantity(quantityOf(line), phrases), true),
          cell(line.unit ?? ''),
          cell(printed(priceOf(line), phrases), true),
          cell(printed(line.net, phrases), true),
        ),
      );
      const totals = formatter
        .totals()
        .map(([label, value]) => row(cell(''), cell(label), cell(''), cell(''), cell(''), cell(value, true)));
      return {
        html: page(
          formatter,
          `<table class="grid">${row(cell(`<b>${escape(invoice.legalName)}</b>`, false, 6))}${row(cell(invoice.address.join(', '), false, 6))}${row(cell(`<b>${formatter.title()}</b>`, false, 6))}${head.join('')}${row(cell(formatter.buyer(), false, 6))}${heads}${lines.join('')}${totals.join('')}${row(cell(`${formatter.terms()} ${formatter.say(phrases.taxId)} ${invoice.taxId}`, false, 6))}${row(cell(invoice.iban ? `IBAN ${inFours(invoice.iban)}` : '', false, 6))}</table>`,
          '.grid { width: 100% } .grid td { border: .4px solid #bbb; padding: .6mm 1mm }',
        ),
        shows: shows(formatter, ['item', 'quantity', 'unit', 'price']),
      };
    },
  },
  {
    name: 'dotted',
    wish: { lines: [1, 7], rates: 1, services: true, items: false, rarer: true },
    draw: (invoice) => {
      const formatter = new InvoiceFormatter(invoice);
      const { phrases } = invoice;
      const leader = (label: string, value: string) => `<div class="leader"><span>${label}</span><i></i><span>${value}</span></div>`;
      return {
        html: page(
          formatter,
          `<h1>${escape(invoice.brand)}</h1><p>${escape(invoice.legalName)}<br>${invoice.address.join('<br>')}<br>${formatter.say(phrases.taxId)}: ${invoice.taxId}</p><p>${formatter.buyer()}</p><h2>${formatter.title()}</h2><div class="half">${formatter
            .meta()
            .map(([label, value]) => leader(label, value))
            .join(
              '',
            )}</div><br>${invoice.lines.map((line) => leader(escape(line.description), printed(line.net, phrases))).join('')}<br>${formatter
            .totals()
            .map(([label, value]) => leader(label, value))
            .join('')}${formatter.terms()}<p>${invoice.iban ? `IBAN ${inFours(invoice.iban)}` : ''}</p>`,
          '.leader { display: flex; align-items: baseline; gap: 1mm } .leader i { flex: 1; border-bottom: 1px dotted #444 } .half { width: 60% } body { padding: 0 10mm; line-height: 1.5 }',
        ),
        shows: shows(formatter, ['net'], { cells: { item: false, quantity: false, unit: false, price: false, rate: true } }),
      };
    },
  },
  {
    name: 'typewriter',
    wish: { lines: [2, 16], rates: 1 },
    draw: (invoice) => {
      const formatter = new InvoiceFormatter(invoice);
      const { phrases } = invoice;
      const say = formatter.column;
      const plain = (text: string) => text.replace(/&amp;/g, '&').replace(/&lt;/g, '<');
      const lines = invoice.lines.map(
        (line) =>
          `${fitted(line.item ?? '', 10)}${fitted(line.description, 32)} ${fitted(printedQuantity(quantityOf(line), phrases), 9, true)} ${fitted(line.unit ?? '', 6)} ${fitted(printed(priceOf(line), phrases), 11, true)} ${fitted(printed(line.net, phrases), 13, true)}`,
      );
      const cut = { ...invoice, lines: invoice.lines.map((line) => ({ ...line, description: line.description.slice(0, 32).trim() })) };
      const rule = '-'.repeat(86);
      const text = [
        fitted(invoice.legalName, 50) + plain(formatter.title()).toUpperCase(),
        ...invoice.address,
        `${plain(formatter.say(phrases.taxId))} ${invoice.taxId}`,
        '',
        ...formatter.meta().map(([label, value]) => `${' '.repeat(44)}${fitted(plain(label), 24)}: ${value}`),
        '',
        'Kestrel Fell Railway Ltd',
        'Engine Yard, Station Road',
        'Fellgarth KF4 7RW',
        '',
        rule,
        `${fitted(plain(say('item')), 10)}${fitted(plain(say('description')), 32)} ${fitted(plain(say('quantity')), 9, true)} ${fitted(plain(say('unit')), 6)} ${fitted(plain(say('price')), 11, true)} ${fitted(plain(say('net')), 13, true)}`,
        rule,
        ...lines,
        rule,
        ...formatter.totals().map(([label, value]) => `${' '.repeat(44)}${fitted(plain(label), 26)} ${fitted(value, 14, true)}`),
        rule,
        invoice.terms ?? '',
        invoice.iban ? `IBAN ${inFours(invoice.iban)}` : '',
        phrases.thanks,
      ];
      return {
        html: page(
          formatter,
          `<pre>${escape(text.join('\n'))}</pre>`,
          "pre { font: 8.6pt 'Liberation Mono', monospace; line-height: 1.25 }",
        ),
        shows: shows(formatter, ['item', 'quantity', 'unit', 'price']),
        invoice: cut,
      };
    },
  },
  {
    name: 'quantity-first',
    wish: { lines: [2, 12], rates: 1, rarer: true },
    draw: (invoice) => {
      const formatter = new InvoiceFormatter(invoice);
      const { phrases } = invoice;
      const say = formatter.column;
      const rows = invoice.lines.map(
        (line) =>
          `<tr><td class="n">${printedQuantity(quantityOf(line), phrases)}</td><td>${line.unit ?? ''}</td><td>${line.item ?? ''}</td><td>${escape(line.description)}</td><td class="n">${printed(priceOf(line), phrases)}</td><td class="n">${printed(line.net, phrases)}</td></tr>`,
      );
      return {
        html: page(
          formatter,
          `<div class="two"><div><h1>${formatter.title()}</h1>${formatter
            .meta()
            .map(([label, value]) => `<b>${label}</b> ${value}`)
            .join(
              '<br>',
            )}</div><div class="from"><b>${escape(invoice.legalName)}</b><br>${invoice.address.join('<br>')}<br>${formatter.say(phrases.taxId)} ${invoice.taxId}${invoice.iban ? `<br>IBAN ${inFours(invoice.iban)}` : ''}</div></div><p>${formatter.buyer()}</p><table class="lines"><tr><th class="n">${say('quantity')}</th><th>${say('unit')}</th><th>${say('item')}</th><th>${say('description')}</th><th class="n">${say('price')}</th><th class="n">${say('net')}</th></tr>${rows.join('')}</table>${formatter.totalsTable()}${formatter.terms()}`,
          `${TWO} .from { text-align: right } .lines { border: 1px solid #333 } .lines th { border-bottom: 1px solid #333 } .lines td, .lines th { border-left: .5px solid #999 }`,
        ),
        shows: shows(formatter, ['item', 'quantity', 'unit', 'price']),
      };
    },
  },
  {
    name: 'boxes',
    wish: { lines: [2, 8], rates: 1 },
    draw: (invoice) => {
      const formatter = new InvoiceFormatter(invoice);
      const { phrases } = invoice;
      const say = formatter.column;
      const code = (value: Decimal) => `${phrases.currency} ${printed(value, phrases)}`;
      const box = ([label, value]: readonly [string, string]) => `<div class="box"><small>${label}</small><br><b>${value}</b></div>`;
      const rows = invoice.lines.map(
        (line, index) =>
          `<tr><td>${index + 1}</td><td>${escape(line.description)}${line.item ? `<br><small>${line.item}</small>` : ''}</td><td class="n">${printedQuantity(quantityOf(line), phrases)} ${line.unit ?? ''}</td><td class="n">${code(priceOf(line))}</td><td class="n">${code(line.net)}</td></tr>`,
      );
      const totals = formatter.totals().map(([label, value]) => `<tr><td>${label}</td><td class="n">${value}</td></tr>`);
      return {
        html: page(
          formatter,
          `<div class="two"><h1>${escape(invoice.brand)}</h1><h2>${formatter.title()}</h2></div><div class="row">${formatter.meta().map(box).join('')}</div><div class="center">${formatter.buyer()}</div><table class="lines"><tr><th>${say('pos')}</th><th>${say('description')}</th><th class="n">${say('quantity')}</th><th class="n">${say('price')}</th><th class="n">${say('net')}</th></tr>${rows.join('')}</table><div class="two"><div>${formatter.terms()}<small>${formatter.footer('<br>')}</small></div><table>${totals.join('')}</table></div>`,
          `${TWO} .row { display: flex; gap: 3mm; flex-wrap: wrap } .box { border: .6px solid #666; padding: 2mm 3mm } .center { margin: 8mm 45mm; border: .6px solid #666; padding: 3mm }`,
        ),
        shows: shows(formatter, ['item', 'quantity', 'price'], {
          cells: { item: true, quantity: true, unit: true, price: true, rate: true },
        }),
      };
    },
  },
  {
    name: 'project',
    wish: { lines: [2, 12], rates: 1, hours: true, items: false, rarer: true },
    draw: (invoice) => {
      const formatter = new InvoiceFormatter(invoice);
      const { phrases } = invoice;
      const say = formatter.column;
      const rows = invoice.lines.map(
        (line, index) =>
          `<tr><td>${formatter.date(addDays(invoice.issueDate, index - 30))}</td><td>${formatter.random.pick(PEOPLE)}</td><td>${escape(line.description)}</td><td class="n">${printedQuantity(quantityOf(line), phrases)}</td><td class="n">${printed(priceOf(line), phrases)}</td><td class="n">${printed(line.net, phrases)}</td></tr>`,
      );
      return {
        html: page(
          formatter,
          `<div class="two"><div><b>${escape(invoice.brand)}</b><br>${invoice.address.join('<br>')}</div><table>${pairs(formatter.meta(['delivery']), ':')}</table></div><p>${formatter.buyer()}</p><h2>${formatter.title()}</h2><table class="lines"><tr><th>${formatter.say(phrases.date)}</th><th>${PEOPLE_HEADS[phrases.language] ?? 'By'}</th><th>${say('description')}</th><th class="n">${say('hours')}</th><th class="n">${say('hourly')}</th><th class="n">${say('net')}</th></tr>${rows.join('')}</table>${formatter.totalsTable()}${formatter.terms()}<footer>${formatter.footer(' · ')}</footer>`,
          `${TWO} .lines tr:nth-child(even) td { background: #f2efe9 } footer { margin-top: 10mm; font-size: 7.5pt }`,
        ),
        shows: shows(formatter, ['price'], { cells: { item: false, quantity: true, unit: false, price: true, rate: true } }),
      };
    },
  },
];

/** What stands over who did the work. */
const PEOPLE_HEADS: Readonly<Record<string, string>> = {
  en: 'Who',
  de: 'Mitarbeiter',
  fr: 'Intervenant',
  nl: 'Medewerker',
  es: 'Técnico',
  it: 'Addetto',
  sv: 'Utfört av',
  pl: 'Wykonawca',
};
