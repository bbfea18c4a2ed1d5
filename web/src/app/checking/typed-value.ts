import { choiceOf, holdsDate, holdsNumber, yesOrNo, type HeaderField, type LineCell, type OwnField } from '@umber/core/documents';
import { readDate, readNumber } from '@umber/core/reading';

/** What a value is typed or pointed at for: a built-in field or cell by its name, one of the company's own as it is defined. */
export type Taking = HeaderField | LineCell | OwnField;
export const takesDate = (field: Taking): boolean => (typeof field === 'string' ? holdsDate(field) : field.type === 'date');
export const takesNumber = (field: Taking): boolean =>
  typeof field === 'string' ? holdsNumber(field) : field.type === 'number' || field.type === 'amount';

/** What a person typed as the value of a field, however they write dates and amounts; the server checks it again. */
export function typedValue(field: Taking, text: string): string {
  const trimmed = text.trim();
  if (trimmed === '') return '';
  if (takesDate(field)) return readDate(trimmed)?.value ?? trimmed;
  if (typeof field !== 'string' && field.type === 'yes-no') return yesOrNo(trimmed) ?? trimmed;
  if (typeof field !== 'string' && field.type === 'choice') return choiceOf(field.choices, trimmed) ?? trimmed;
  if (takesNumber(field)) {
    const comma = /,\d{1,2}$/.test(trimmed) && !/\.\d{1,2}$/.test(trimmed);
    return readNumber(trimmed.replace('−', '-'), comma ? ',' : '.')?.value ?? trimmed;
  }
  return trimmed;
}
