import { isShown } from '../identifiers/index.js';
import { LEXICONS } from '../languages/index.js';
import { foldText } from '../similarity/index.js';
import { sameTaxId, type KnownSupplier } from './recognise.js';

/** Legal forms without blanks and dots. */
const LEGAL_FORMS = new Set(
  LEXICONS.flatMap(({ legalForms: { plain, alsoWords } }) => [...plain, ...alsoWords]).map((form) => foldText(form).replaceAll(' ', '')),
);
const LONGEST_FORM = 5;
const CONJUNCTIONS = new Set(['and', 'und', 'et', 'och']);

/** A firm's name as names are compared: without legal form, blanks, dots, accents and "and". Firms of one key are asked about. */
export function nameKey(name: string): string {
  const words = foldText(name)
    .split(' ')
    .filter((word) => !CONJUNCTIONS.has(word));
  for (;;) {
    const lengths = Array.from({ length: Math.min(LONGEST_FORM, words.length - 1) }, (_, i) => i + 1).reverse();
    const form = lengths.find((length) => LEGAL_FORMS.has(words.slice(-length).join('')));
    if (form === undefined) return words.join('');
    words.splice(-form);
  }
}

/** What two suppliers have in common that makes them look like one. */
export type TwinSign = 'tax-id' | 'account' | 'name' | 'mail-domain';

/** By what one supplier may be the other; empty where by nothing. */
export function twinSigns(a: Omit<KnownSupplier, 'id'>, b: Omit<KnownSupplier, 'id'>): TwinSign[] {
  const signs: TwinSign[] = [];
  if (a.taxId && b.taxId && sameTaxId(a.taxId, b.taxId)) signs.push('tax-id');
  if (a.iban && b.iban && isShown(a.iban, b.iban)) signs.push('account');
  if (nameKey(a.name) === nameKey(b.name)) signs.push('name');
  if (a.mailDomain && a.mailDomain.toLowerCase() === b.mailDomain?.toLowerCase()) signs.push('mail-domain');
  return signs;
}
