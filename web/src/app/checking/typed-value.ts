import { readDate, readNumber, type HeaderField, type LineCell } from '@umber/core/reading';

const DATES: ReadonlySet<string> = new Set(['issueDate', 'dueDate']);
const NUMBERS: ReadonlySet<string> = new Set([
  'netTotal',
  'taxTotal',
  'grossTotal',
  'amountDue',
  'quantity',
  'unitPrice',
  'netAmount',
  'taxRate',
]);

/** What a person typed as the value of a field, however they write dates and amounts; the server checks it again. */
export function typedValue(field: HeaderField | LineCell, text: string): string {
  const trimmed = text.trim();
  if (trimmed === '') return '';
  if (DATES.has(field)) return readDate(trimmed)?.value ?? trimmed;
  if (NUMBERS.has(field)) {
    const comma = /,\d{1,2}$/.test(trimmed) && !/\.\d{1,2}$/.test(trimmed);
    return readNumber(trimmed.replace('−', '-'), comma ? ',' : '.')?.value ?? trimmed;
  }
  return trimmed;
}
