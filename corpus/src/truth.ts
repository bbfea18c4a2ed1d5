import { addDays } from '@umber/core/dates';
import type { Decimal } from '@umber/core/money';
import type { DrawnInvoice } from './model.js';
import type { Shown } from './invoice-formatter.js';

/** What a careful person reads off a document: values by field name, null where the page does not show one. */
export interface Truth {
  readonly kind: string;
  readonly fields: Readonly<Record<string, string | null>>;
  readonly lines: readonly Readonly<Record<string, string | null>>[];
}

const plain = (value: Decimal | null) => (value === null ? null : value.toFixed(Math.max(2, value.decimalPlaces())));

/** The answers to a drawn invoice, given what its page shows. */
export function truthOf(invoice: DrawnInvoice, shows: Shown): Truth {
  return {
    kind: invoice.kind,
    fields: {
      invoiceNumber: invoice.number,
      issueDate: invoice.issueDate,
      dueDate: shows.due === null ? null : dueOf(invoice),
      currency: invoice.phrases.currency,
      orderReference: shows.order ? invoice.order : null,
      sellerName: shows.name,
      sellerTaxId: shows.taxId,
      sellerIban: shows.iban ? invoice.iban : null,
      netTotal: plain(invoice.net),
      taxTotal: plain(invoice.tax),
      grossTotal: plain(invoice.gross),
      amountDue: plain(invoice.due),
      discountPercent: invoice.terms && invoice.early ? invoice.early.percent : null,
      discountDate: invoice.terms && invoice.early ? addDays(invoice.issueDate, Math.min(invoice.early.days, invoice.termsDays - 1)) : null,
    },
    lines: invoice.lines.map((line) => ({
      itemNumber: shows.cells.item ? line.item : null,
      description: line.description.replaceAll('\n', ' '),
      quantity: shows.cells.quantity ? (line.quantity?.toString() ?? null) : null,
      unit: shows.cells.unit ? line.unit : null,
      unitPrice: shows.cells.price ? plain(line.price) : null,
      netAmount: shows.taxedLines ? null : plain(line.net),
      taxRate: line.rate.replace(',', '.'),
    })),
  };
}

const dueOf = (invoice: DrawnInvoice): string => addDays(invoice.issueDate, invoice.termsDays);
