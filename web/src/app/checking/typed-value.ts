import { holdsDate, holdsNumber, type HeaderField, type LineCell } from '@umber/core/documents';
import { readDate, readNumber } from '@umber/core/reading';

/** What a person typed as the value of a field, however they write dates and amounts; the server checks it again. */
export function typedValue(field: HeaderField | LineCell, text: string): string {
  const trimmed = text.trim();
  if (trimmed === '') return '';
  if (holdsDate(field)) return readDate(trimmed)?.value ?? trimmed;
  if (holdsNumber(field)) {
    const comma = /,\d{1,2}$/.test(trimmed) && !/\.\d{1,2}$/.test(trimmed);
    return readNumber(trimmed.replace('−', '-'), comma ? ',' : '.')?.value ?? trimmed;
  }
  return trimmed;
}
