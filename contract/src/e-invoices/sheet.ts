import type { Address, EInvoice, Identifier, Party } from '@umber/core/e-invoices';
import { CATEGORY_NAMES, PAYMENT_NAMES, termName, TYPE_NAMES, unitName } from './terms.js';

/** A value of the sheet: what it is called, what it says, and the key that the reading's place has, where a field is read of it. */
export interface Fact {
  readonly label: string;
  readonly text: string;
  readonly key?: string;
}
/** A cell of a table; `key` as above. */
export interface Cell {
  readonly text: string;
  readonly key?: string;
  /** What stands below it, smaller. */
  readonly below?: readonly string[];
}
export type Block =
  | { readonly what: 'facts'; readonly title: string; readonly facts: readonly Fact[] }
  | { readonly what: 'table'; readonly title: string; readonly heads: readonly Head[]; readonly rows: readonly (readonly Cell[])[] }
  | { readonly what: 'sums'; readonly title: string; readonly facts: readonly Fact[] };
export interface Head {
  readonly text: string;
  readonly isNumber: boolean;
  /** Share of the width. */
  readonly width: number;
}

/** An electronic invoice as a page: all that it says, in the order in which one reads an invoice. Amounts stand as in the data, dates ISO 8601. */
export interface Sheet {
  readonly title: string;
  readonly seller: string;
  readonly blocks: readonly Block[];
}

export function sheetOf(invoice: EInvoice): Sheet {
  const { totals, currency } = invoice;
  const blocks: Block[] = [
    facts('', [
      fact('BT-1', invoice.number, 'invoiceNumber'),
      fact('BT-2', invoice.issueDate, 'issueDate'),
      fact('BT-9', invoice.dueDate, 'dueDate'),
      fact('BT-13', invoice.references.order, 'orderReference'),
      fact('BT-5', currency, 'currency'),
      fact('BT-10', invoice.buyerReference),
      fact('BT-11', invoice.references.project),
      fact('BT-12', invoice.references.contract),
      fact('BT-14', invoice.references.salesOrder),
      fact('BT-15', invoice.references.receipt),
      fact('BT-16', invoice.references.despatch),
      fact('BT-17', invoice.references.tender),
      fact('BT-18', invoice.references.object),
      fact('BT-19', invoice.accounting),
      fact('BT-7', invoice.taxPointDate),
      fact('BT-8', invoice.taxPointCode),
      fact('BT-6', invoice.taxCurrency),
      fact('BT-73', period(invoice.period)),
      ...invoice.preceding.map(({ number, date }) => fact('BT-25', joined(' of ', number, date))),
      ...invoice.notes.map(({ subject, text }) => fact('BT-22', joined(': ', subject, text))),
    ]),
    party('Seller', invoice.seller, { name: 'sellerName', taxId: 'sellerTaxId' }),
    party('Buyer', invoice.buyer),
    ...(invoice.payee ? [party('Payee', invoice.payee)] : []),
    ...(invoice.representative ? [party('Tax representative', invoice.representative)] : []),
    ...(invoice.delivery
      ? [
          facts('Delivery', [
            fact('BT-72', invoice.delivery.date),
            named('To', joined(', ', invoice.delivery.name, identifier(invoice.delivery.location), address(invoice.delivery.address))),
          ]),
        ]
      : []),
    lines(invoice),
    allowances(invoice),
    taxes(invoice),
    {
      what: 'sums',
      title: `Totals in ${currency ?? 'no currency'}`,
      facts: said([
        fact('BT-106', totals.lines),
        fact('BT-107', totals.allowances),
        fact('BT-108', totals.charges),
        fact('BT-109', totals.net, 'netTotal'),
        fact('BT-110', totals.tax, 'taxTotal'),
        fact('BT-111', totals.taxAccounted),
        fact('BT-112', totals.gross, 'grossTotal'),
        fact('BT-113', totals.paid),
        fact('BT-114', totals.rounding),
        fact('BT-115', totals.due, 'amountDue'),
      ]),
    },
    payment(invoice),
    ...(invoice.attachments.length > 0
      ? [
          facts(
            'Attached',
            invoice.attachments.map((one) =>
              named(one.reference ?? 'File', joined(', ', one.description, one.fileName, one.mime, one.address) ?? '–'),
            ),
          ),
        ]
      : []),
    facts('Made as', [
      named('Format', invoice.syntax === 'cii' ? 'UN/CEFACT CII' : 'UBL 2.1'),
      fact('BT-24', invoice.profile),
      fact('BT-23', invoice.process),
    ]),
  ];
  return {
    title: TYPE_NAMES[invoice.typeCode ?? ''] ?? `Document of type ${invoice.typeCode ?? 'unknown'}`,
    seller: invoice.seller.name ?? 'No seller named',
    blocks: blocks.filter((block) => (block.what === 'table' ? block.rows.length > 0 : block.facts.length > 0)),
  };
}

type MaybeFact = Fact | null;
const said = (all: readonly MaybeFact[]): Fact[] => all.filter((one) => one !== null);
const facts = (title: string, all: readonly MaybeFact[]): Block => ({ what: 'facts', title, facts: said(all) });
const fact = (term: string, text: string | null, key?: string): MaybeFact =>
  text === null ? null : { label: termName(term), text, ...(key === undefined ? {} : { key }) };
const named = (label: string, text: string | null): MaybeFact => (text === null ? null : { label, text });
const joined = (between: string, ...parts: readonly (string | null | undefined)[]): string | null =>
  parts.filter((part) => part).join(between) || null;
const period = (one: EInvoice['period']): string | null => (one === null ? null : `${one.from ?? '…'} to ${one.to ?? '…'}`);
const identifier = (one: Identifier | null): string | null => (one?.id ? joined(' ', one.id, one.scheme && `(${one.scheme})`) : null);
const address = (one: Address | null): string | null =>
  one === null ? null : joined(', ', ...one.lines, joined(' ', one.postcode, one.city), one.region, one.country);

function party(title: string, one: Party, keys: { readonly name?: string; readonly taxId?: string } = {}): Block {
  return facts(title, [
    one.name === null ? null : { label: 'Name', text: one.name, ...(keys.name ? { key: keys.name } : {}) },
    one.tradingName === one.name ? null : named('Trading as', one.tradingName),
    named('Address', address(one.address)),
    one.taxId === null ? null : { label: 'VAT identifier', text: one.taxId, ...(keys.taxId ? { key: keys.taxId } : {}) },
    one.taxNumber === null
      ? null
      : { label: 'Tax number', text: one.taxNumber, ...(keys.taxId && one.taxId === null ? { key: keys.taxId } : {}) },
    named('Registration', identifier(one.registration)),
    ...one.identifiers.map((id) => named('Identifier', identifier(id))),
    named('Legal form', one.legalForm),
    named('Electronic address', identifier(one.endpoint)),
    one.contact === null ? null : named('Contact', joined(', ', one.contact.name, one.contact.phone, one.contact.mail)),
  ]);
}

const taxOf = (category: string | null, rate: string | null): string =>
  joined(' ', rate === null ? null : `${rate} %`, category === null || category === 'S' ? null : (CATEGORY_NAMES[category] ?? category)) ??
  '';

function lines(invoice: EInvoice): Block {
  return {
    what: 'table',
    title: 'Lines',
    heads: [
      { text: '#', isNumber: false, width: 0.06 },
      { text: 'Item no.', isNumber: false, width: 0.14 },
      { text: 'Item', isNumber: false, width: 0.34 },
      { text: 'Quantity', isNumber: true, width: 0.11 },
      { text: 'Unit', isNumber: false, width: 0.09 },
      { text: 'Price', isNumber: true, width: 0.1 },
      { text: 'Tax', isNumber: true, width: 0.06 },
      { text: 'Net', isNumber: true, width: 0.1 },
    ],
    rows: invoice.lines.map((line, i) => {
      const cell = (text: string | null, name: string, below: readonly (string | null)[] = []): Cell => ({
        text: text ?? '',
        key: `${i}.${name}`,
        below: below.filter((one) => one !== null),
      });
      const { price, item } = line;
      return [
        { text: line.id ?? '' },
        cell(item.sellerId ?? item.standard?.id ?? null, 'itemNumber', [
          item.sellerId !== null ? identifier(item.standard) : null,
          item.buyerId === null ? null : `yours: ${item.buyerId}`,
        ]),
        cell(item.name, 'description', [
          item.description,
          ...item.attributes.map(({ name, value }) => joined(': ', name, value)),
          ...item.classes.map((one) => identifier(one)),
          item.origin === null ? null : `from ${item.origin}`,
          line.note,
          line.object,
          line.orderLine === null ? null : `line ${line.orderLine} of the order`,
          line.accounting === null ? null : `account ${line.accounting}`,
          period(line.period),
          ...line.allowances.map(
            (one) =>
              `${one.reason ?? (one.isCharge ? 'Charge' : 'Discount')}: ${one.isCharge ? '' : '-'}${one.amount ?? ''}${one.percent === null ? '' : ` (${one.percent} %)`}`,
          ),
        ]),
        cell(line.quantity, 'quantity'),
        cell(line.unit === null ? null : unitName(line.unit), 'unit'),
        cell(price.net, 'unitPrice', [
          price.base === null || price.base === '1'
            ? null
            : `per ${price.base}${price.baseUnit === null ? '' : ` ${unitName(price.baseUnit)}`}`,
          price.gross === null || price.gross === price.net ? null : `before ${price.gross}`,
        ]),
        cell(taxOf(line.category, line.rate), 'taxRate'),
        cell(line.net, 'netAmount'),
      ];
    }),
  };
}

const allowances = ({ allowances: all }: EInvoice): Block => ({
  what: 'table',
  title: 'Discounts and charges',
  heads: [
    { text: 'What', isNumber: false, width: 0.5 },
    { text: 'Of', isNumber: true, width: 0.14 },
    { text: '%', isNumber: true, width: 0.1 },
    { text: 'Tax', isNumber: true, width: 0.12 },
    { text: 'Amount', isNumber: true, width: 0.14 },
  ],
  rows: all.map(({ isCharge, amount, base, percent, category, rate, reason, reasonCode }) => [
    { text: joined(' ', reason ?? (isCharge ? 'Charge' : 'Discount'), reasonCode && `(${reasonCode})`) ?? '' },
    { text: base ?? '' },
    { text: percent ?? '' },
    { text: taxOf(category, rate) },
    { text: `${isCharge ? '' : '-'}${amount ?? ''}` },
  ]),
});

const taxes = ({ taxes: all }: EInvoice): Block => ({
  what: 'table',
  title: 'Tax',
  heads: [
    { text: 'Category', isNumber: false, width: 0.52 },
    { text: 'Taxed', isNumber: true, width: 0.18 },
    { text: 'Rate', isNumber: true, width: 0.12 },
    { text: 'Tax', isNumber: true, width: 0.18 },
  ],
  rows: all.map(({ basis, amount, category, rate, reason, reasonCode }) => [
    {
      text: category === null ? '' : `${category}, ${CATEGORY_NAMES[category] ?? 'unknown'}`,
      below: [reason, reasonCode].filter((one) => one !== null),
    },
    { text: basis ?? '' },
    { text: rate === null ? '' : `${rate} %` },
    { text: amount ?? '' },
  ]),
});

function payment(invoice: EInvoice): Block {
  let isFirst = true;
  return facts('Payment', [
    fact('BT-20', invoice.terms),
    ...invoice.payments.flatMap((one): MaybeFact[] => [
      one.code === null ? null : named('By', joined(', ', PAYMENT_NAMES[one.code] ?? `means ${one.code}`, one.text)),
      ...one.accounts.flatMap(({ id, name, bic }): MaybeFact[] => {
        const key = isFirst ? 'sellerIban' : undefined;
        isFirst = false;
        return [fact('BT-84', id, key), fact('BT-85', name), fact('BT-86', bic)];
      }),
      fact('BT-83', one.remittance, 'paymentReference'),
      one.card === null ? null : named('Card', joined(', ', one.card.number, one.card.holder)),
      ...(one.debit === null
        ? []
        : [fact('BT-89', one.debit.mandate), fact('BT-90', one.debit.creditor), fact('BT-91', one.debit.account)]),
    ]),
  ]);
}
