import { columnsOf, escape, Hand, inFours, page, pairs, printed, shows, table, type Column, type Drawn } from './hand.js';
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
          `<div class="two"><div class="box">${hand.buyer()}</div><div><h1>${escape(invoice.brand)}</h1><small>${invoice.address.join(', ')}</small></div></div><p class="line"><b>${hand.title()}</b> ${first[0]} ${first[1]}</p><table class="meta">${pairs(rest, ':')}</table>${table(hand, { columns, itemBelow: true })}${hand.totalsTable()}${hand.terms()}<div class="cols"><div>${escape(invoice.legalName)}<br>${invoice.address.join('<br>')}</div><div>${escape(invoice.register)}<br>${hand.say(invoice.phrases.taxId)} ${invoice.taxId}</div><div>${invoice.iban ? `IBAN<br>${inFours(invoice.iban)}` : ''}</div></div>`,
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
      const slip = `<div class="slip"><b>${invoice.iban ? `IBAN ${inFours(invoice.iban)}` : ''}</b><br>${escape(invoice.legalName)}<br>${invoice.phrases.currency} ${printed(invoice.due, invoice.phrases)}<br>${invoice.number}<br><small>Kestrel Fell Railway Ltd, Fellgarth</small></div>`;
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
