import { linesFitNet, totalsFit } from '../arithmetic/index.js';
import { Decimal, decimal, distribute, plain, sum, toAmount, type DecimalString } from '../money/index.js';
import { taxByRate } from './tax-by-rate.js';

/** One line of a journal entry, base currency; one of debit and credit is zero. */
export interface EntryLine {
  readonly account: string;
  readonly costCentre: string | null;
  readonly supplierId: number | null;
  readonly text: string;
  readonly debit: DecimalString;
  readonly credit: DecimalString;
  /** The rate, in percent, of the tax that it is or that is reckoned on it; missing where there is none or it is not known. */
  readonly taxRate?: DecimalString | null;
}

/** An invoice line ready to be posted: amounts net, in the invoice's currency, positive on a credit note too. */
export interface PostingLine {
  readonly text: string;
  readonly netAmount: DecimalString;
  readonly account: string;
  readonly costCentre: string;
  /** Quantity × order price of a line that goes against what was received; null where there is no receipt. */
  readonly receivedValue: DecimalString | null;
  /** Per cent; null where its page shows none. */
  readonly taxRate: DecimalString | null;
}

export interface PostingAccounts {
  readonly payables: string;
  readonly inputTax: string;
  readonly goodsReceived: string;
  readonly priceVariance: string;
  readonly carriage: string;
  /** Where what later months have waits; null: the chart has none. */
  readonly prepaid: string | null;
}

/** What is posted. All amounts in the invoice's currency. */
export interface PostingInvoice {
  readonly creditNote: boolean;
  readonly supplierId: number;
  readonly supplierName: string;
  readonly invoiceNumber: string;
  readonly netTotal: DecimalString;
  readonly taxTotal: DecimalString;
  readonly grossTotal: DecimalString;
  /** The discount on the whole that its page shows, shared among the lines. */
  readonly discount: DecimalString | null;
  readonly carriage: DecimalString | null;
  readonly lines: readonly PostingLine[];
  /** The rates that it may have; null where the countries' are not known. */
  readonly taxRates: readonly number[] | null;
  /** Units of base currency for one of the invoice's. */
  readonly exchangeRate: DecimalString;
}

/** An invoice that cannot be posted as it stands; the message says why. */
export class NotPostable extends Error {}

interface Part {
  readonly account: string;
  readonly costCentre: string | null;
  readonly text: string;
  readonly amount: Decimal;
  readonly taxRate: DecimalString | null;
  /** Whether it is what the invoice's price differs by from the order's. */
  readonly variance?: boolean;
}

/**
 * The journal entry of an invoice: goods received or expense, price variance, input tax by its rates, payables. Sums to zero exactly.
 * A credit note is the same with the sides swapped. @throws NotPostable when the totals do not add up.
 */
export function invoiceEntry(invoice: PostingInvoice, accounts: PostingAccounts): EntryLine[] {
  const [net, tax, gross] = [decimal(invoice.netTotal), decimal(invoice.taxTotal), decimal(invoice.grossTotal)];
  if (!totalsFit(net, tax, gross))
    throw new NotPostable(`Net ${invoice.netTotal} and tax ${invoice.taxTotal} do not make the total ${invoice.grossTotal}.`);
  if (gross.isZero()) throw new NotPostable('The total is zero: there is nothing to post.');
  const each = netParts(invoice, accounts, gross.minus(tax));
  const taxes = taxByRate(each, tax, invoice.taxRates);
  const parts = merge(each.map((part, i) => ({ ...part, taxRate: taxes.rates[i] })));
  const rate = decimal(invoice.exchangeRate);
  const payable = toAmount(gross.times(rate));
  const inputTax = toAmount(tax.times(rate));
  const netBase = toAmount(decimal(payable).minus(decimal(inputTax)));
  const shares = distribute(
    netBase,
    parts.map((part) => toAmount(part.amount)),
  );
  const text = `${invoice.supplierName} ${invoice.invoiceNumber}`;
  const lines = parts.map((part, i): EntryLine => ({
    ...entryLine(part.account, part.costCentre, null, part.text, decimal(shares[i]), invoice.creditNote),
    taxRate: part.taxRate,
  }));
  const taxShares = distribute(
    inputTax,
    taxes.shares.map(({ weight }) => weight),
  );
  for (const [i, { taxRate }] of taxes.shares.entries())
    lines.push({ ...entryLine(accounts.inputTax, null, null, text, decimal(taxShares[i]), invoice.creditNote), taxRate });
  lines.push(entryLine(accounts.payables, null, invoice.supplierId, text, decimal(payable).negated(), invoice.creditNote));
  return lines.filter((line) => line.debit !== '0.00' || line.credit !== '0.00');
}

/** The net total by account: each line, the price variance of received goods, carriage; a total discount shared among the lines. */
function netParts(invoice: PostingInvoice, accounts: PostingAccounts, net: Decimal): Part[] {
  if (invoice.lines.length === 0) throw new NotPostable('There are no lines to post.');
  const amounts = invoice.lines.map((line) => line.netAmount);
  if (!linesFitNet(amounts, plain(net), invoice.discount, invoice.carriage))
    throw new NotPostable(`The lines sum to ${toAmount(sum(amounts))}, the net total is ${toAmount(net)}.`);
  // Lines that make the net total by themselves have the carriage in them.
  const carriage = linesFitNet(amounts, plain(net), null, null) ? new Decimal(0) : decimal(invoice.carriage ?? '0');
  const forLines = net.minus(carriage);
  const shares = distribute(
    toAmount(forLines),
    invoice.lines.map((line) => toAmount(line.netAmount)),
  );
  const parts = invoice.lines.flatMap((line, i): Part[] => {
    const amount = decimal(shares[i]);
    const { text, taxRate } = line;
    if (line.receivedValue === null) return [{ account: line.account, costCentre: line.costCentre, text, amount, taxRate }];
    const received = decimal(toAmount(line.receivedValue));
    return [
      { account: accounts.goodsReceived, costCentre: null, text, amount: received, taxRate },
      {
        account: accounts.priceVariance,
        costCentre: line.costCentre,
        text: `Price variance: ${text}`,
        variance: true,
        amount: amount.minus(received),
        taxRate,
      },
    ];
  });
  if (!carriage.isZero())
    parts.push({
      account: accounts.carriage,
      costCentre: invoice.lines[0].costCentre,
      text: 'Carriage',
      amount: carriage,
      // Carriage goes with what is carried: with most of it, where that is of several rates.
      taxRate: mainRate(invoice.lines),
    });
  return parts.filter((part) => !part.amount.isZero());
}

const mainRate = (lines: readonly PostingLine[]): DecimalString | null =>
  lines.reduce((most, line) => (decimal(line.netAmount).abs().gt(decimal(most.netAmount).abs()) ? line : most)).taxRate;

/** Parts of one account, cost centre and rate become one line; its text is the first's and how many more. */
function merge(parts: readonly Part[]): Part[] {
  const groups = new Map<string, Part[]>();
  for (const part of parts) {
    const key = `${part.account}|${part.costCentre}|${part.variance ?? false}|${part.taxRate ?? ''}`;
    groups.set(key, [...(groups.get(key) ?? []), part]);
  }
  return [...groups.values()]
    .map((group) => ({
      ...group[0],
      amount: sum(group.map((part) => part.amount)),
      text: group.length === 1 ? group[0].text : `${group[0].text} and ${group.length - 1} more`,
    }))
    .filter((part) => !part.amount.isZero());
}

function entryLine(
  account: string,
  costCentre: string | null,
  supplierId: number | null,
  text: string,
  amount: Decimal,
  swapped: boolean,
): EntryLine {
  const side = swapped ? amount.negated() : amount;
  const debit = side.isPositive() ? toAmount(side) : '0.00';
  const credit = side.isNegative() ? toAmount(side.negated()) : '0.00';
  return { account, costCentre, supplierId, text: text.slice(0, 200), debit, credit };
}

/** Debits less credits; zero for an entry that balances. */
export function balance(lines: readonly Pick<EntryLine, 'debit' | 'credit'>[]): Decimal {
  return sum(lines.map((line) => decimal(line.debit).minus(decimal(line.credit))));
}

export * from './spread.js';
