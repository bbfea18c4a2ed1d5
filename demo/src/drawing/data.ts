import { eInvoiceOf, type EInvoice } from '@umber/core/e-invoices';
import { COMPANY } from '../scenario/company.js';
import type { DrawnInvoice } from './draw.js';

/** What is drawn as the data of an electronic invoice. */
export const dataOf = ({
  supplier,
  number,
  issueDate,
  dueDate,
  order,
  iban,
  taxId,
  lines,
  net,
  tax,
  gross,
  credit,
}: DrawnInvoice): EInvoice =>
  eInvoiceOf({
    kind: credit ? 'credit-note' : 'invoice',
    fields: {
      invoiceNumber: number,
      issueDate,
      dueDate,
      currency: supplier.currency,
      orderReference: order,
      sellerName: supplier.name,
      sellerTaxId: taxId,
      sellerIban: iban,
      paymentReference: null,
      netTotal: net,
      taxTotal: tax,
      grossTotal: gross,
      amountDue: gross,
      discountPercent: null,
      discountDate: null,
    },
    lines: lines.map(({ item, description, quantity, unit, price, amount }) => ({
      itemNumber: item === '-' ? null : item,
      description,
      quantity,
      unit,
      unitPrice: price,
      netAmount: amount,
      taxRate: null,
    })),
    discount: null,
    carriage: null,
    seller: {
      name: supplier.name,
      taxId,
      country: supplier.country,
      address: supplier.address.join('\n'),
      termsDays: 30,
      treatment: 'domestic',
    },
    buyer: { name: COMPANY.name, taxId: COMPANY.taxId, country: COMPANY.taxId.slice(0, 2) },
  });
