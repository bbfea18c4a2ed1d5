import type { HeaderField, LineCell } from './reading.js';

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
