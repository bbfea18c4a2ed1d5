/** The header fields, with the terms of EN 16931: BT-1, 2, 9, 5, 13, 27, 31/32, 84, 109, 110, 112, 115; early payment terms after BT-20. */
export const HEADER_FIELDS = [
  'invoiceNumber',
  'issueDate',
  'dueDate',
  'currency',
  'orderReference',
  'sellerName',
  'sellerTaxId',
  'sellerIban',
  'paymentReference',
  'netTotal',
  'taxTotal',
  'grossTotal',
  'amountDue',
  'discountPercent',
  'discountDate',
] as const;
export type HeaderField = (typeof HEADER_FIELDS)[number];

/** The cells of a line: BT-155, 153, 129, 130, 146, 131, 152. */
export const LINE_CELLS = ['itemNumber', 'description', 'quantity', 'unit', 'unitPrice', 'netAmount', 'taxRate'] as const;
export type LineCell = (typeof LINE_CELLS)[number];

const DATES: ReadonlySet<string> = new Set(['issueDate', 'dueDate', 'discountDate']);
const NUMBERS: ReadonlySet<string> = new Set([
  'netTotal',
  'taxTotal',
  'grossTotal',
  'amountDue',
  'discountPercent',
  'quantity',
  'unitPrice',
  'netAmount',
  'taxRate',
]);

/** Whether a field holds a date, ISO 8601. */
export const holdsDate = (field: HeaderField | LineCell): boolean => DATES.has(field);

/** Whether a field or cell holds a decimal string. */
export const holdsNumber = (field: HeaderField | LineCell): boolean => NUMBERS.has(field);
