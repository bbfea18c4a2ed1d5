import { addDays, type IsoDate } from '@umber/core/dates';
import { ibanOf } from '@umber/core/identifiers';
import type { EInvoice } from '@umber/core/e-invoices';
import { decimal, toAmount } from '@umber/core/money';
import {
  dataOf,
  invoiceOfLines,
  invoiceOfOrder,
  invoiceWithoutOrder,
  type DrawnInvoice,
  type DrawnLetter,
  type Twist,
} from '../drawing/index.js';
import { depthOrders, scenarioOrders, supplierOf, type ScenarioOrder } from '../scenario/index.js';

/** A mail of the demo: from whom, what it says, which invoices hang on it. */
export interface DemoMailPlan {
  /** Null: the invoices came on paper, and the mail room's copier mails them as one scan. */
  readonly supplierKey: string | null;
  readonly subject: string;
  readonly text: string;
  readonly invoices: readonly DrawnInvoice[];
  /** How its invoice comes, where that is not as a page alone: as data, or as a page that holds data. */
  readonly electronic?: { readonly as: 'ubl' | 'cii' | 'page-with-cii'; readonly data: EInvoice };
  /** What else hangs on it. */
  readonly letters?: readonly DrawnLetter[];
}

const mail = (supplierKey: string, invoices: readonly DrawnInvoice[], text = 'Please find our invoice attached.'): DemoMailPlan => ({
  supplierKey,
  subject:
    invoices.length === 0
      ? 'Our new opening hours'
      : `${invoices.length > 1 ? 'Invoices' : 'Invoice'} ${invoices.map((one) => one.number).join(', ')}`,
  text,
  invoices,
});

/** What the mail room's copier sends of invoices that came on paper. */
const stack = (invoices: readonly DrawnInvoice[]): DemoMailPlan => ({
  supplierKey: null,
  subject: 'Scan from the mail room',
  text: 'Scanned to mail.',
  invoices,
});

/** A letter about invoices that came, and some that never did. */
const letter = (supplierKey: string, kind: DrawnLetter['kind'], date: IsoDate, invoices: DrawnLetter['invoices']): DemoMailPlan => ({
  supplierKey,
  subject: kind === 'reminder' ? 'Reminder' : 'Your statement of account',
  text: kind === 'reminder' ? 'Please look into this.' : 'Our statement is attached.',
  invoices: [],
  letters: [{ supplier: supplierOf(supplierKey), kind, date, invoices }],
});

/** The mails of the first start: clean ones, ones with doubts, variances, a short receipt, credit, services without order. */
export function firstDayMails(today: IsoDate): DemoMailPlan[] {
  const orders = scenarioOrders(today);
  const ordersOf = (key: string) => orders.filter((order) => order.supplier.key === key);
  let serial = 118;
  const ofOrder = (key: string, nth: number, daysAgo: number, twist: Twist = {}) =>
    invoiceOfOrder(ordersOf(key)[nth], addDays(today, -daysAgo), (serial += 7), twist);
  const without = (key: string, daysAgo: number, twist: Twist = {}) => {
    return invoiceWithoutOrder(supplierOf(key), addDays(today, -daysAgo), (serial += 7), twist);
  };
  const one = (key: string, nth: number, daysAgo: number, twist: Twist = {}, text?: string) =>
    mail(key, [ofOrder(key, nth, daysAgo, twist)], text);
  const about = ({ number, issueDate, gross }: DrawnInvoice) => ({ number, date: issueDate, amount: gross });
  const [paid, late] = [ofOrder('tarnside', 0, 9), ofOrder('bellwether', 0, 3)];
  return [
    mail('tarnside', [paid]),
    one('dapplemere', 0, 12),
    one('mossrigg', 0, 8),
    one('crakewell', 0, 10),
    one('lindenau', 0, 6),
    one('bocage', 0, 7),
    one('elsterfurt', 0, 5),
    mail('oeverdijk', [ofOrder('oeverdijk', 0, 11), ofOrder('oeverdijk', 1, 4)], 'Hierbij ontvangt u onze facturen.'),
    one('hartscale', 1, 4),
    mail('bellwether', [late]),
    one('brandtal', 0, 6, {}, 'Anbei unsere Rechnung.'),
    one('ovenden', 0, 10),
    one('valmorin', 0, 9, {}, 'Veuillez trouver ci-joint notre facture.'),
    // A price that is over tolerance, and one on a large order.
    one('hartscale', 0, 3, { dearer: 6.5 }),
    one('montechiaro', 0, 5, { dearer: 9 }),
    // A short receipt, invoiced in full.
    one('hartscale', 2, 2),
    one('bellwether', 2, 2),
    // Doubts: a slip in the total, a number without a label, a due date before the issue date, no order number.
    one('penaserena', 0, 8, { totalOff: '9.00' }),
    one('cedarhollow', 0, 4, { unlabelled: true }),
    one('dapplemere', 1, 3, { dueBeforeIssue: true }),
    one('crakewell', 1, 2, { totalOff: '-0.90' }),
    one('lindenau', 1, 1, { noOrderNumber: true }),
    one('tarnside', 1, 2, { lineOff: '20.00' }),
    one('elsterfurt', 1, 3, { taxIdSlip: true }),
    one('ovenden', 1, 1, { totalOff: '100.00' }),
    // Without order: coded by the supplier's usual account and approved by the manager.
    mail('fellbeam', [without('fellbeam', 6)]),
    mail('whinstone', [without('whinstone', 5)]),
    mail('underbarrow', [without('underbarrow', 7)]),
    // From one who is not on file.
    mail('gillbeck', [without('gillbeck', 15)]),
    mail('gillbeck', [without('gillbeck', 8)]),
    mail('gillbeck', [without('gillbeck', 2)]),
    // A changed bank account.
    one('mossrigg', 1, 2, { otherIban: ibanOf('GB', 'FLMB60161331926819') }),
    one('bocage', 0, 3, { credit: true, part: 0.2 }, 'Vous trouverez notre avoir ci-joint.'),
    // On paper, scanned in one go.
    stack([without('fellbeam', 4), without('garthwater', 3), without('whinstone', 12), without('underbarrow', 2)]),
    // Letters: what they name is here, or never came.
    letter('tarnside', 'reminder', addDays(today, -1), [about(paid)]),
    letter('bellwether', 'statement', addDays(today, -1), [
      about(late),
      { number: 'INV-250977', date: addDays(today, -41), amount: '812.40' },
      { number: null, date: addDays(today, -20), amount: '-500.00' },
    ]),
    mail('garthwater', [], 'From next month our office opens at nine. No need to reply.'),
    // From one who calls everything otherwise than others do: correct one, and the others are read by it.
    mail('harrowgill', [without('harrowgill', 13)]),
    mail('harrowgill', [without('harrowgill', 7)]),
    mail('harrowgill', [without('harrowgill', 1)]),
  ];
}

/** Invoices for the orders that are more than plain ones: packs and pieces, several orders, services, freight, goods that went back. */
export function depthMails(today: IsoDate): DemoMailPlan[] {
  const orders = new Map(depthOrders(today).map((order) => [order.number, order]));
  let serial = 8100;
  const sent = (
    number: string,
    daysAgo: number,
    change: Readonly<Record<number, object>> = {},
    more: readonly { item: string; description: string; unit: string; price: string; quantity: number }[] = [],
    also: readonly string[] = [],
  ) => {
    const all = [number, ...also].map((one) => orders.get(one) as NonNullable<ReturnType<typeof orders.get>>);
    const [{ supplier }] = all;
    const lines = all.flatMap((order) => order.lines).map((line, i) => ({ ...line, ...(change[i] ?? {}) }));
    const goods = lines.filter(({ quantity }) => quantity > 0);
    return mail(supplier.key, [
      invoiceOfLines(supplier, [...goods, ...more], addDays(today, -daysAgo), (serial += 3), [number, ...also].join(', ')),
    ]);
  };
  return [
    sent('40601', 4, { 0: { quantity: 40, unit: 'Karton 12 Stück', price: '7.20' } }),
    sent('40602', 3, { 0: { quantity: 4 } }),
    sent('40603', 2, {
      0: { item: '-', description: 'Maintenance of lineside telephones, November', unit: 'month', quantity: 1, price: '200.00' },
    }),
    // One line for both orders, and clips of which some did not come.
    sent('40604', 3, { 0: { quantity: 300 }, 2: { quantity: 0 } }, [], ['40605']),
    sent('40606', 5, {}, [{ item: '-', description: 'Frais de port', unit: 'pièce', price: '60.00', quantity: 1 }]),
    sent('40607', 2, {}, [{ item: '-', description: 'Spese di trasporto', unit: 'pezzo', price: '85.00', quantity: 1 }]),
    sent('40608', 2),
  ];
}

/** Electronic invoices: one in order, one whose page shows another account than its data, one whose total is not what it must be. */
export function electronicMails(today: IsoDate): DemoMailPlan[] {
  let serial = 8400;
  const sent = (key: string, daysAgo: number, as: 'ubl' | 'cii' | 'page-with-cii', change: (data: EInvoice) => EInvoice): DemoMailPlan => {
    const invoice = invoiceWithoutOrder(supplierOf(key), addDays(today, -daysAgo), (serial += 7));
    return { ...mail(key, [invoice]), electronic: { as, data: change(dataOf(invoice)) } };
  };
  const elsewhere = { id: ibanOf('GB', 'FLMB60161331926819'), name: null, bic: null };
  return [
    sent('fellbeam', 3, 'ubl', (data) => data),
    sent('garthwater', 2, 'page-with-cii', (data) => ({
      ...data,
      payments: data.payments.map((one) => ({ ...one, accounts: [elsewhere] })),
    })),
    sent('blencarn', 2, 'cii', (data) => {
      const gross = toAmount(decimal(data.totals.gross ?? '0').plus(12));
      return { ...data, totals: { ...data.totals, gross, due: gross } };
    }),
  ];
}

/** What the stand-in supplier sends when it is asked to write, counted up so that each is a new invoice. */
export function askedMail(what: 'clean' | 'doubt' | 'price-variance' | 'no-attachment', today: IsoDate, count: number): DemoMailPlan {
  const order = askedOrder(today, count);
  const { key } = order.supplier;
  const twists: Readonly<Record<typeof what, Twist>> = {
    clean: { part: 0.1 },
    doubt: { part: 0.3, dearer: 12, totalOff: '3.00' },
    'price-variance': { part: 0.3, dearer: 12 },
    'no-attachment': {},
  };
  if (what === 'no-attachment') return mail(key, []);
  return mail(key, [invoiceOfOrder(order, addDays(today, -1), 4000 + count, twists[what])]);
}

/** Invoices on paper that are laid into the scanner when it is asked to feed, of several suppliers. */
export const askedStack = (today: IsoDate, count: number, invoices: number): DrawnInvoice[] =>
  Array.from({ length: invoices }, (_, i) =>
    invoiceOfOrder(askedOrder(today, count + i), addDays(today, -1 - (i % 5)), 6000 + 8 * (count % 400) + i, { part: 0.1 }),
  );

/** One of the orders that the first day left alone, each invoiced in parts so that the quantities stay within what was received. */
function askedOrder(today: IsoDate, count: number): ScenarioOrder {
  const keys = ['tarnside', 'dapplemere', 'elsterfurt', 'bocage', 'oeverdijk', 'valmorin'];
  const own = scenarioOrders(today).filter((order) => order.supplier.key === keys[count % keys.length]);
  return own[own.length - 1];
}
