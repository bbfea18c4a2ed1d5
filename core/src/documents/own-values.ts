import { isIsoDate } from '../dates/index.js';
import { decimal, isDecimalString } from '../money/index.js';
import { withoutCase } from '../text/index.js';
import type { OwnField } from './own-fields.js';
import { matchesPattern } from './pattern.js';

/** Why a value cannot be that of an own field: not of its type, none of its choices, too little or too much, or not as it must look. */
export type OwnFault = 'type' | 'choice' | 'least' | 'most' | 'pattern';

/** What is wrong with a value of an own field; null where nothing is. Numbers are decimal strings, dates ISO 8601, yes and no are those words. */
export function ownFault({ type, choices, pattern, least, most }: OwnField, value: string): OwnFault | null {
  if (type === 'choice') return choices.includes(value) ? null : 'choice';
  if (type === 'yes-no') return value === 'yes' || value === 'no' ? null : 'type';
  if (type === 'date') {
    if (!isIsoDate(value)) return 'type';
    if (least !== null && value < least) return 'least';
    return most !== null && value > most ? 'most' : null;
  }
  if (type === 'number' || type === 'amount') {
    if (!isDecimalString(value)) return 'type';
    if (least !== null && decimal(value).lt(decimal(least))) return 'least';
    return most !== null && decimal(value).gt(decimal(most)) ? 'most' : null;
  }
  return matchesPattern(pattern, value) ? null : 'pattern';
}

const YES: ReadonlySet<string> = new Set(['yes', 'y', 'ja', 'j', 'oui', 'si', 'tak', 'x', '✓', '✔', '☒', '☑', '1', 'true']);
const NO: ReadonlySet<string> = new Set(['no', 'n', 'nein', 'non', 'nee', 'nej', 'nie', '☐', '0', 'false']);

/** A text without its case, accents and stops. */
const plainly = (text: string): string =>
  withoutCase(text)
    .replace(/[.,:;]/g, '')
    .trim();

/** Yes or no, in the languages that are read; null where a text says neither. */
export function yesOrNo(text: string): 'yes' | 'no' | null {
  const plain = plainly(text);
  return YES.has(plain) ? 'yes' : NO.has(plain) ? 'no' : null;
}

/** The choice that a text names, whatever its case and accents; null where none. */
export const choiceOf = (choices: readonly string[], text: string): string | null =>
  choices.find((choice) => plainly(choice) === plainly(text)) ?? null;
