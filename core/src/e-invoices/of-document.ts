import { addDays, isIsoDate } from '../dates/index.js';
import type { DocumentKind, HeaderField, LineCell } from '../documents/index.js';
import { decimal, Decimal, isDecimalString, plain, sum, toAmount } from '../money/index.js';
import { unitCode } from '../units/index.js';
import type { Allowance, EInvoice, EInvoiceLine, Party, TaxShare } from './model.js';

/** How a supplier's deliveries are taxed, where no tax is asked for. */
export type TaxTreatment = 'domestic' | 'reverse-charge' | 'exempt' | 'foreign';

/** What a document that was read off paper says, as far as an electronic invoice needs it. */
export interface PaperInvoice {
  readonly kind: DocumentKind;
  readonly fields: Readonly<Record<HeaderField, string | null>>;
  readonly lines: readonly Readonly<Record<LineCell, string | null>>[];
  readonly discount: string | null;
  readonly carriage: string | null;
  readonly seller: {
    readonly name: string;
    readonly taxId: string | null;
    readonly country: string;
    readonly address: string;
    readonly termsDays: number;
    readonly treatment: TaxTreatment;
  };
  readonly buyer: { readonly name: string; readonly taxId: string; readonly country: string };
}

const CATEGORY: Readonly<Record<TaxTreatment, { readonly code: string; readonly reason: string | null }>> = {
  domestic: { code: 'Z', reason: null },
  'reverse-charge': { code: 'AE', reason: 'Reverse charge' },
  exempt: { code: 'E', reason: 'Exempt from tax' },
  foreign: { code: 'Z', reason: null },
};

/** The document as an invoice by EN 16931: what the norm wants and the paper does not say follows from its sums. */
export function eInvoiceOf({ kind, fields, lines, discount, carriage, seller, buyer }: PaperInvoice): EInvoice {
  const number = (text: string | null) => (text !== null && isDecimalString(text) ? decimal(text) : null);
  const [net, tax, gross] = [number(fields.netTotal), number(fields.taxTotal) ?? decimal('0'), number(fields.grossTotal)];
  const main = mainRate(
    net,
    tax,
    lines.map(({ taxRate }) => taxRate),
  );
  const taxed = (rate: Decimal) => ({ category: rate.isZero() ? CATEGORY[seller.treatment].code : 'S', rate: plain(rate) });
  const written = lines.map((line, i) => lineOf(line, i, taxed(number(line.taxRate) ?? main)));
  const ofLines = sum(written.map((line) => decimal(line.net ?? '0')));
  const shared = (amount: string | null, isCharge: boolean, reason: string): Allowance[] =>
    number(amount)?.gt(0)
      ? [{ isCharge, amount: toAmount(amount ?? '0'), base: null, percent: null, ...taxed(main), reason, reasonCode: null }]
      : [];
  const allowances = [...shared(discount, false, 'Discount'), ...shared(carriage, true, 'Freight')];
  const [less, more] = [false, true].map(
    (isCharge) => allowances.filter((one) => one.isCharge === isCharge).map(({ amount }) => amount)[0] ?? null,
  );
  const [due, taxes] = [number(fields.amountDue) ?? gross, taxShares(written, allowances, CATEGORY[seller.treatment].reason)];
  const paid = gross !== null && due !== null && !gross.eq(due) ? toAmount(gross.minus(due)) : null;
  const dueDate =
    fields.dueDate ?? (fields.issueDate !== null && isIsoDate(fields.issueDate) ? addDays(fields.issueDate, seller.termsDays) : null);
  return {
    syntax: 'ubl-invoice',
    profile: 'urn:cen.eu:en16931:2017',
    process: null,
    number: fields.invoiceNumber,
    issueDate: fields.issueDate,
    typeCode: kind === 'credit-note' ? '381' : '380',
    currency: fields.currency,
    taxCurrency: null,
    taxPointDate: null,
    taxPointCode: null,
    dueDate,
    buyerReference: null,
    references: {
      project: null,
      contract: null,
      order: fields.orderReference,
      salesOrder: null,
      receipt: null,
      despatch: null,
      tender: null,
      object: null,
    },
    accounting: null,
    terms: kind === 'credit-note' ? 'Credit' : null,
    notes: [],
    preceding: [],
    seller: partyOf(seller.name, seller.taxId, seller.country, seller.address),
    buyer: partyOf(buyer.name, buyer.taxId, buyer.country, ''),
    payee: null,
    representative: null,
    delivery: null,
    period: null,
    payments:
      fields.sellerIban === null
        ? []
        : [
            {
              code: fields.currency === 'EUR' ? '58' : '30',
              text: null,
              remittance: fields.paymentReference ?? fields.invoiceNumber,
              accounts: [{ id: fields.sellerIban, name: null, bic: null }],
              card: null,
              debit: null,
            },
          ],
    allowances,
    totals: {
      lines: toAmount(ofLines),
      allowances: less,
      charges: more,
      net: net === null ? null : toAmount(net),
      tax: toAmount(tax),
      taxAccounted: null,
      gross: gross === null ? null : toAmount(gross),
      paid,
      rounding: null,
      due: due === null ? null : toAmount(due),
    },
    taxes,
    attachments: [],
    lines: written,
  };
}

/** The rate of what has none of its own: that of the lines, else the whole per cent that the totals make, else their exact quotient. */
function mainRate(net: Decimal | null, tax: Decimal, rates: readonly (string | null)[]): Decimal {
  const printed = rates.find((rate) => rate !== null && isDecimalString(rate));
  if (printed) return decimal(printed);
  return net === null || net.isZero() ? decimal('0') : tax.div(net).times(100).toDecimalPlaces(1);
}

/** A line; where quantity and price do not make its amount, the rest is a discount or charge of its own. */
function lineOf(
  cells: Readonly<Record<LineCell, string | null>>,
  index: number,
  tax: { readonly category: string; readonly rate: string },
): EInvoiceLine {
  const number = (text: string | null) => (text !== null && isDecimalString(text) ? decimal(text) : null);
  const net = number(cells.netAmount) ?? decimal('0');
  const quantity = number(cells.quantity) ?? decimal('1');
  const given = number(cells.unitPrice);
  const price = given !== null && given.gte(0) ? given : quantity.isZero() ? net : net.div(quantity).toDecimalPlaces(6);
  // A price per hundred or thousand is told by what it makes.
  const base = [1, 10, 100, 1000].find((per) => quantity.times(price).div(per).minus(net).abs().lte('0.01')) ?? 1;
  const off = decimal(toAmount(quantity.times(price).div(base))).minus(net);
  return {
    id: String(index + 1),
    note: null,
    object: null,
    quantity: plain(quantity),
    unit: unitCode(cells.unit),
    net: toAmount(net),
    orderLine: null,
    accounting: null,
    period: null,
    allowances: off.abs().lte('0.01')
      ? []
      : [
          {
            isCharge: off.lt(0),
            amount: toAmount(off.abs()),
            base: null,
            percent: null,
            category: null,
            rate: null,
            reason: off.lt(0) ? 'Charge' : 'Discount',
            reasonCode: null,
          },
        ],
    price: {
      net: plain(price),
      discount: null,
      gross: null,
      base: base === 1 ? null : String(base),
      baseUnit: base === 1 ? null : unitCode(cells.unit),
    },
    ...tax,
    item: {
      name: cells.description ?? 'Without description',
      description: null,
      sellerId: cells.itemNumber,
      buyerId: null,
      standard: null,
      classes: [],
      origin: null,
      attributes: [],
    },
  };
}

function taxShares(lines: readonly EInvoiceLine[], allowances: readonly Allowance[], reason: string | null): TaxShare[] {
  const bases = new Map<string, { category: string; rate: string; basis: Decimal }>();
  const add = (category: string | null, rate: string | null, amount: Decimal) => {
    if (category === null || rate === null) return;
    const key = `${category} ${plain(decimal(rate))}`;
    const known = bases.get(key) ?? { category, rate, basis: decimal('0') };
    bases.set(key, { ...known, basis: known.basis.plus(amount) });
  };
  for (const line of lines) add(line.category, line.rate, decimal(line.net ?? '0'));
  for (const one of allowances)
    add(one.category, one.rate, one.isCharge ? decimal(one.amount ?? '0') : decimal(one.amount ?? '0').negated());
  return [...bases.values()].map(({ category, rate, basis }) => ({
    basis: toAmount(basis),
    amount: toAmount(basis.times(rate).div(100)),
    category,
    rate,
    reason: category === 'S' ? null : reason,
    reasonCode: null,
  }));
}

const partyOf = (name: string, taxId: string | null, country: string, address: string): Party => {
  const lines = address
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '');
  const isVat = taxId !== null && /^[A-Z]{2}/.test(taxId);
  return {
    name,
    tradingName: null,
    identifiers: [],
    registration: null,
    taxId: isVat ? taxId : null,
    taxNumber: isVat ? null : taxId,
    legalForm: null,
    endpoint: null,
    address: { lines: lines.slice(0, 3), city: null, postcode: null, region: null, country },
    contact: null,
  };
};
