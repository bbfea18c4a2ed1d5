import { addDays, type IsoDate } from '@umber/core/dates';
import { Decimal, sum, toAmount } from '@umber/core/money';
import type { ScenarioOrder } from '../scenario/orders.js';
import type { ScenarioSupplier } from '../scenario/suppliers.js';
import type { DrawnInvoice, DrawnLine } from './draw.js';

/** What a supplier does differently this time. */
export interface Twist {
  /** Percent on the price of the first line. */
  readonly dearer?: number;
  readonly unlabelled?: boolean;
  /** A slip of the supplier's: the printed total is off by this. */
  readonly totalOff?: string;
  /** A slip in the first line's amount, carried into the totals. */
  readonly lineOff?: string;
  /** The tax id with one digit off. */
  readonly taxIdSlip?: boolean;
  readonly noOrderNumber?: boolean;
  readonly dueBeforeIssue?: boolean;
  readonly otherIban?: string;
  readonly credit?: boolean;
  /** The invoice that a credit note names. */
  readonly credits?: string;
  /** Invoices what was received only. */
  readonly asReceived?: boolean;
  /** Share of each quantity, where only a part is invoiced. */
  readonly part?: number;
}

const NUMBERS: Readonly<Record<string, (n: number, year: string) => string>> = {
  en: (n, year) => `INV-${year.slice(2)}${String(n).padStart(4, '0')}`,
  de: (n, year) => `RE-${year}-${String(n).padStart(5, '0')}`,
  fr: (n, year) => `F${year}-${String(n).padStart(4, '0')}`,
  nl: (n, year) => `${year}${String(n).padStart(5, '0')}`,
  es: (n, year) => `A/${year}/${String(n).padStart(4, '0')}`,
  it: (n, year) => `${String(n).padStart(4, '0')}/${year}`,
};

/** The invoice of an order, counted `serial`, dated `issueDate`. */
export function invoiceOfOrder(order: ScenarioOrder, issueDate: IsoDate, serial: number, twist: Twist = {}): DrawnInvoice {
  const goods = order.lines.map((line) => ({
    ...line,
    amountOf: twist.asReceived ? line.received : Math.max(1, Math.round(line.quantity * (twist.part ?? 1))),
  }));
  const lines = goods.map((line, i) =>
    drawnLine(line, line.amountOf, i === 0 ? (twist.dearer ?? 0) : 0, i === 0 ? twist.lineOff : undefined),
  );
  return invoice(order.supplier, lines, issueDate, serial, twist.noOrderNumber ? null : order.number, twist);
}

/** The invoice of a supplier that needs no order: electricity, insurance, legal advice. */
export function invoiceWithoutOrder(supplier: ScenarioSupplier, issueDate: IsoDate, serial: number, twist: Twist = {}): DrawnInvoice {
  const lines = supplier.catalogue.map((item) =>
    drawnLine(item, Math.max(1, Math.round(item.usual * (0.9 + ((serial + Math.floor(serial / 7)) % 7) / 30))), 0),
  );
  return invoice(supplier, lines, issueDate, serial, null, twist);
}

/** An invoice of lines as they are given: what an order has otherwise, and what stands beside goods. `orders` as the page names them. */
export function invoiceOfLines(
  supplier: ScenarioSupplier,
  goods: readonly {
    readonly item: string;
    readonly description: string;
    readonly unit: string;
    readonly price: string;
    readonly quantity: number;
  }[],
  issueDate: IsoDate,
  serial: number,
  orders: string | null,
): DrawnInvoice {
  return invoice(
    supplier,
    goods.map((line) => drawnLine(line, line.quantity, 0)),
    issueDate,
    serial,
    orders,
    {},
  );
}

function drawnLine(
  item: { item: string; description: string; unit: string; price: string },
  quantity: number,
  dearerPercent: number,
  off = '0',
): DrawnLine {
  const price = new Decimal(item.price).times(1 + dearerPercent / 100);
  const places = Math.max(2, item.price.split('.')[1]?.length ?? 0);
  const text = price.toFixed(places);
  return {
    item: item.item,
    description: item.description,
    unit: item.unit,
    quantity: String(quantity),
    price: text,
    amount: toAmount(new Decimal(text).times(quantity).plus(off)),
  };
}

function invoice(
  supplier: ScenarioSupplier,
  lines: readonly DrawnLine[],
  issueDate: IsoDate,
  serial: number,
  order: string | null,
  twist: Twist,
): DrawnInvoice {
  const net = sum(lines.map((line) => line.amount));
  const tax = new Decimal(toAmount(net.times(new Decimal(supplier.taxRate).div(100))));
  const gross = net.plus(tax).plus(new Decimal(twist.totalOff ?? '0'));
  return {
    supplier,
    credit: twist.credit ?? false,
    number: (twist.credit ? 'C' : '') + NUMBERS[supplier.language](serial, issueDate.slice(0, 4)),
    labelled: !(twist.unlabelled ?? false),
    issueDate,
    dueDate: twist.credit ? null : addDays(issueDate, twist.dueBeforeIssue ? -supplier.termsDays : supplier.termsDays),
    order,
    credits: twist.credits ?? null,
    iban: twist.otherIban ?? supplier.iban,
    taxId: twist.taxIdSlip ? slipped(supplier.taxId) : supplier.taxId,
    lines,
    net: toAmount(net),
    tax: toAmount(tax),
    gross: toAmount(gross),
  };
}

/** The id with its last digit one off, which no check digit forgives. */
function slipped(taxId: string | null): string | null {
  return taxId === null ? null : taxId.replace(/\d$/, (digit) => String((Number(digit) + 1) % 10));
}
