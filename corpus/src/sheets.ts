import {
  columnsOf,
  escape,
  InvoiceFormatter,
  inFours,
  page,
  pairs,
  printed,
  shows,
  table,
  type Column,
  type Drawn,
} from './invoice-formatter.js';
import type { DrawnInvoice, Wish } from './model.js';

/** A family of layouts: what its invoices are like and how a page of it is written as HTML. */
export interface Family {
  readonly name: string;
  readonly wish: Wish;
  readonly draw: (invoice: DrawnInvoice) => Drawn;
}

/** All families. The names are for splitting: what is tuned on one family is judged on the others. */
export const FAMILIES: readonly Family[] = [
  {
    name: 'plain',
    wish: { lines: [1, 12], discounts: true },
    draw: (invoice) => {
      const formatter = new InvoiceFormatter(invoice);
      const columns = columnsOf(
        formatter,
        ['pos', 'item', 'description', 'quantity', 'unit', 'price', 'discount', 'rate', 'net'],
        ['pos', 'item', 'rate'],
      );
      return {
        html: page(
          formatter,
          `<header><h1>${escape(invoice.brand)}</h1>${invoice.address.join(' · ')}</header><div class="two"><div>${formatter.buyer()}</div><table>${pairs(formatter.meta(), formatter.colon)}</table></div><h2>${formatter.title()}</h2>${table(formatter, { columns })}${formatter.totalsTable()}${formatter.terms()}<p>${escape(invoice.phrases.thanks)}</p><footer>${formatter.footer()}</footer>`,
          '.two { display: flex; justify-content: space-between; margin-top: 10mm } .lines th { border-bottom: 1px solid #000 } .lines td { border-bottom: .5px solid #ccc } footer { position: fixed; bottom: 0; font-size: 7pt; text-align: center; width: 100% }',
        ),
        shows: shows(formatter, columns),
      };
    },
  },
  {
    name: 'band',
    wish: { lines: [2, 9] },
    draw: (invoice) => {
      const formatter = new InvoiceFormatter(invoice);
      const columns = columnsOf(formatter, ['item', 'description', 'quantity', 'unit', 'price', 'net'], ['item', 'unit']);
      const meta = formatter.meta();
      return {
        html: page(
          formatter,
          `<div class="top"><div class="brand">${escape(invoice.brand)}</div><h1>${formatter.title()}</h1></div><div class="to">${formatter.buyer()}</div><table class="band"><tr>${meta.map(([label]) => `<td><small>${label}</small></td>`).join('')}</tr><tr>${meta.map(([, value]) => `<td>${value}</td>`).join('')}</tr></table>${table(formatter, { columns, dark: true })}${formatter.totalsTable()}${formatter.terms()}<footer>${formatter.footer(' | ')}</footer>`,
          '.top { display: flex; justify-content: space-between; border-bottom: 3px solid #875 } .brand { font-size: 18pt; font-weight: 700 } .to { margin: 8mm 0 } .band { width: 100%; border: 1px solid #999 } .band td { border-left: 1px solid #999 } footer { position: fixed; bottom: 0; font-size: 7.5pt }',
        ),
        shows: shows(formatter, columns),
      };
    },
  },
  {
    name: 'letter',
    wish: { lines: [1, 5], items: false },
    draw: (invoice) => {
      const formatter = new InvoiceFormatter(invoice);
      const { phrases } = invoice;
      const columns: Column[] = ['description', 'quantity', 'price', 'net'];
      const order = invoice.order ? `<p>${formatter.say(phrases.order)} ${invoice.order}</p>` : '';
      const due =
        invoice.dueDate && !invoice.terms ? `<p>${formatter.say(phrases.due)} ${formatter.date(invoice.dueDate)}</p>` : formatter.terms();
      return {
        html: page(
          formatter,
          `<div class="from">${escape(invoice.legalName)}<br>${invoice.address.join('<br>')}</div><p>${formatter.buyer()}</p><h2>${formatter.title()} ${invoice.number}</h2><p>${escape(phrases.sentence(invoice.number, formatter.date(invoice.issueDate)))}</p>${order}${table(formatter, { columns })}${formatter.totalsTable('margin-right: 0')}${due}<p>${escape(phrases.thanks)}</p><p><small>${formatter.footer('<br>')}</small></p>`,
          '.from { text-align: right } body { padding: 0 10mm }',
        ),
        shows: shows(formatter, columns),
      };
    },
  },
  {
    name: 'sidebar',
    wish: { lines: [2, 8] },
    draw: (invoice) => {
      const formatter = new InvoiceFormatter(invoice);
      const columns = columnsOf(formatter, ['description', 'quantity', 'unit', 'price', 'rate', 'net'], ['rate']);
      const meta = formatter
        .meta()
        .map(([label, value]) => `<p><small>${label}</small><br><b>${value}</b></p>`)
        .join('');
      return {
        html: page(
          formatter,
          `<div class="grid"><aside><h3>${escape(invoice.brand)}</h3>${meta}<p><small>${formatter.footer('<br>')}</small></p></aside><main><h1>${formatter.title()}</h1><p>${formatter.buyer()}</p>${table(formatter, { columns })}${formatter.totalsTable()}${formatter.terms()}</main></div>`,
          '.grid { display: grid; grid-template-columns: 42mm 1fr; gap: 6mm } aside { background: #eee8df; padding: 4mm; min-height: 240mm }',
        ),
        shows: shows(formatter, columns),
      };
    },
  },
  {
    name: 'dense',
    wish: { lines: [10, 34], discounts: true, perHundred: true, rates: 2, returns: true },
    draw: (invoice) => {
      const formatter = new InvoiceFormatter(invoice);
      const columns: Column[] = ['pos', 'item', 'description', 'quantity', 'unit', 'price', 'per', 'discount', 'rate', 'net'];
      return {
        html: page(
          formatter,
          `<div class="two"><div><b>${escape(invoice.legalName)}</b></div><div><b>${formatter.title()}</b></div></div><div class="two"><div>${formatter.buyer()}</div><table>${pairs(formatter.meta(), '')}</table></div>${table(formatter, { columns, groups: formatter.random.chance(0.5) })}${formatter.totalsTable()}${formatter.terms()}<footer>${formatter.footer()}</footer>`,
          'body { font-size: 7.5pt } td, th { padding: .6mm 1mm } .two { display: flex; justify-content: space-between; margin-bottom: 5mm } footer { font-size: 6.5pt; margin-top: 6mm }',
        ),
        shows: shows(formatter, columns),
      };
    },
  },
  {
    name: 'service',
    wish: { lines: [1, 6], services: true, items: false },
    draw: (invoice) => {
      const formatter = new InvoiceFormatter(invoice);
      const columns: Column[] = formatter.random.chance(0.5) ? ['description', 'net'] : ['pos', 'description', 'rate', 'net'];
      return {
        html: page(
          formatter,
          `<h1 style="text-align:center">${escape(invoice.brand)}</h1><p style="text-align:center">${formatter.footer(' – ')}</p><div class="two"><div>${formatter.buyer()}</div><div>${formatter
            .meta()
            .map(([label, value]) => `${label}: ${value}`)
            .join(
              '<br>',
            )}</div></div><h2>${formatter.title()}</h2>${table(formatter, { columns, css: 'border: 1px solid #000' })}${formatter.totalsTable('width: 60%')}${formatter.terms()}`,
          '.two { display: flex; justify-content: space-between; margin: 8mm 0 } .lines td, .lines th { border: 1px solid #000 } .totals td { border-bottom: 1px dotted #666 }',
        ),
        shows: shows(formatter, columns, { cells: { item: false, quantity: false, unit: false, price: false, rate: true } }),
      };
    },
  },
  {
    name: 'hours',
    wish: { lines: [1, 7], hours: true, items: false },
    draw: (invoice) => {
      const formatter = new InvoiceFormatter(invoice);
      const columns: Column[] = ['description', 'hours', 'hourly', 'net'];
      return {
        html: page(
          formatter,
          `<div class="two"><div><h1>${escape(invoice.brand)}</h1>${invoice.address.join('<br>')}</div><div class="n">${formatter.title()} ${invoice.number}<br>${formatter.date(invoice.issueDate)}${invoice.order ? `<br>${formatter.say(invoice.phrases.order)}${formatter.colon} ${invoice.order}` : ''}${invoice.dueDate && !invoice.terms ? `<br>${formatter.say(invoice.phrases.due)}${formatter.colon} ${formatter.date(invoice.dueDate)}` : ''}</div></div><p>${formatter.buyer()}</p>${table(formatter, { columns })}${formatter.totalsTable()}${formatter.terms()}<footer>${formatter.footer('<br>')}</footer>`,
          '.two { display: flex; justify-content: space-between; margin-bottom: 10mm } .lines th { background: #ece6dc } footer { margin-top: 20mm; font-size: 8pt }',
        ),
        shows: shows(formatter, columns, { cells: { item: false, quantity: true, unit: false, price: true, rate: true } }),
      };
    },
  },
  {
    name: 'below',
    wish: { lines: [2, 10] },
    draw: (invoice) => {
      const formatter = new InvoiceFormatter(invoice);
      const columns: Column[] = ['description', 'quantity', 'unit', 'price', 'net'];
      const [first, ...rest] = formatter.meta();
      return {
        html: page(
          formatter,
          `<div class="two"><div class="box">${formatter.buyer()}</div><div><h1>${escape(invoice.brand)}</h1><small>${invoice.address.join(', ')}</small></div></div><p class="line"><b>${formatter.title()}</b> ${first[0]} ${first[1]}</p><table class="meta">${pairs(rest, ':')}</table>${table(formatter, { columns, itemBelow: true })}${formatter.totalsTable()}${formatter.terms()}<div class="cols"><div>${escape(invoice.legalName)}<br>${invoice.address.join('<br>')}</div><div>${escape(invoice.register)}<br>${formatter.say(invoice.phrases.taxId)} ${invoice.taxId}</div><div>${invoice.iban ? `IBAN<br>${inFours(invoice.iban)}` : ''}</div></div>`,
          '.two { display: flex; justify-content: space-between } .box { border: 1px solid #444; padding: 3mm; width: 70mm } .cols { display: flex; gap: 12mm; font-size: 7.5pt; margin-top: 14mm } td:nth-child(1) { width: 80mm } .totals td:nth-child(1) { width: auto } .meta td { padding: .4mm 1mm }',
        ),
        shows: shows(formatter, columns, { cells: { item: true, quantity: true, unit: true, price: true, rate: true } }),
      };
    },
  },
  {
    name: 'long',
    wish: { lines: [30, 80] },
    draw: (invoice) => {
      const formatter = new InvoiceFormatter(invoice);
      const columns: Column[] = ['pos', 'item', 'description', 'quantity', 'unit', 'price', 'net'];
      return {
        html: page(
          formatter,
          `<div class="two"><h1>${escape(invoice.brand)}</h1><div class="n">${formatter.title()}</div></div><div class="two"><div>${formatter.buyer()}</div><table>${pairs(formatter.meta(), formatter.colon)}</table></div>${table(formatter, { columns, carried: 18 })}${formatter.totalsTable()}${formatter.terms()}<p><small>${formatter.footer()}</small></p>`,
          '.two { display: flex; justify-content: space-between; margin-bottom: 6mm } td, th { padding: .9mm 1.4mm } .lines th { border-top: 1px solid; border-bottom: 1px solid }',
        ),
        shows: shows(formatter, columns),
      };
    },
  },
  {
    name: 'slip',
    wish: { lines: [1, 6], rates: 1 },
    draw: (invoice) => {
      const formatter = new InvoiceFormatter(invoice);
      const columns = columnsOf(formatter, ['item', 'description', 'quantity', 'unit', 'price', 'net'], ['item']);
      const slip = `<div class="slip"><b>${invoice.iban ? `IBAN ${inFours(invoice.iban)}` : ''}</b><br>${escape(invoice.legalName)}<br>${invoice.phrases.currency} ${printed(invoice.due, invoice.phrases)}<br>${invoice.number}<br><small>Kestrel Fell Railway Ltd, Fellgarth</small></div>`;
      return {
        html: page(
          formatter,
          `<h1>${escape(invoice.brand)}</h1><div class="two"><table>${pairs(formatter.meta(), ':')}</table><div>${formatter.buyer()}</div></div><h2>${formatter.title()}</h2>${table(formatter, { columns })}${formatter.totalsTable()}${formatter.terms()}<p><small>${formatter.footer()}</small></p>${slip}`,
          '.two { display: flex; justify-content: space-between; margin: 8mm 0 } .slip { border-top: 1px dashed #000; position: fixed; bottom: 0; width: 100%; padding-top: 5mm } .lines tr:nth-child(odd) td { background: #f3efe8 }',
        ),
        shows: shows(formatter, columns),
      };
    },
  },
  {
    name: 'utility',
    wish: { lines: [2, 5], utility: true, items: false },
    draw: (invoice) => {
      const formatter = new InvoiceFormatter(invoice);
      const columns: Column[] = ['description', 'quantity', 'price', 'net'];
      return {
        html: page(
          formatter,
          `<div class="two"><h1>${escape(invoice.brand)}</h1><div class="box"><small>${formatter.say(invoice.phrases.toPay)}</small><br><span class="big">${formatter.amount(invoice.due, true)}</span></div></div><div class="two"><div>${formatter.buyer()}</div><table>${pairs(formatter.meta(['delivery']), '')}</table></div><h2>${formatter.title()}</h2>${table(formatter, { columns })}${formatter.totalsTable('width: 100%')}${formatter.terms()}<footer>${formatter.footer('<br>')}</footer>`,
          '.two { display: flex; justify-content: space-between; margin-bottom: 8mm } .box { background: #e8e0d2; padding: 4mm } .big { font-size: 18pt; font-weight: 700 } footer { font-size: 7.5pt; margin-top: 15mm }',
        ),
        shows: shows(formatter, columns),
      };
    },
  },
];
