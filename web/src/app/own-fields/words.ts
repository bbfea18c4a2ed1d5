import type { OwnFieldView } from '@umber/contract/documents';
import { ownName, type OwnField, type OwnMatch, type OwnType } from '@umber/core/documents';
import { shownValue } from '../checking/questions';

export const TYPE_WORDS: Readonly<Record<OwnType, string>> = {
  text: 'a text',
  number: 'a number',
  amount: 'an amount',
  date: 'a date',
  choice: 'a choice',
  'yes-no': 'yes or no',
};
export const MATCH_WORDS: Readonly<Record<OwnMatch, string>> = {
  orderNumber: 'with the order’s number',
  orderOwner: 'with who ordered',
  costCentre: 'with the order’s cost centre',
};

/** How the values of a field are checked, in a few words; empty where in no way. */
export function checksText({ required, choices, pattern, least, most, matches }: OwnField): string {
  return [
    ...(required ? ['must be there'] : []),
    ...(choices.length > 0 ? [`one of ${choices.join(', ')}`] : []),
    ...(pattern === '' ? [] : [`looks like ${pattern}`]),
    ...(least === null ? [] : [`at least ${least}`]),
    ...(most === null ? [] : [`at most ${most}`]),
    ...(matches === null ? [] : [`matched ${MATCH_WORDS[matches]}`]),
  ].join(' · ');
}

/** What a document has of the company's own fields, in one line: “Works site North yard, Vehicle KF 12”; empty where nothing. */
export const ownText = (own: readonly OwnFieldView[]): string =>
  own
    .filter(({ value }) => value !== null)
    .map(({ field, value }) => `${field.name} ${shownValue(ownName(field), value)}`)
    .join(', ');
