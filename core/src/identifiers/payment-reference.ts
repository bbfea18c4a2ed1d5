import { mod97 } from './iban.js';

/**
 * Whether a text is a creditor's reference by its check digits: ISO 11649 (“RF18 …”), the 27 digits of a Swiss QR reference, or a Belgian
 * structured communication (“+++123/4567/89112+++”). Blanks and what parts the digits do not matter.
 */
export function isPaymentReference(text: string): boolean {
  const reference = normalizeReference(text);
  if (/^RF\d{2}[A-Z0-9]{1,21}$/.test(reference)) return mod97(reference.slice(4) + reference.slice(0, 4)) === 1;
  if (/^\d{27}$/.test(reference)) return mod10(reference.slice(0, -1)) === Number(reference.at(-1));
  if (/^\d{12}$/.test(reference) && /^([+*]{3}).*\1$/.test(text.trim())) {
    const rest = Number(reference.slice(0, 10)) % 97 || 97;
    return rest === Number(reference.slice(10));
  }
  return false;
}

/** The reference without blanks and without what parts it, letters upper case. */
export const normalizeReference = (text: string): string => text.replace(/[\s/+*.-]/g, '').toUpperCase();

/** Whether the last digit is that of the ones before it by Luhn's sum, as Nordic references have it. */
export function isLuhn(digits: string): boolean {
  if (!/^\d{2,25}$/.test(digits)) return false;
  const total = [...digits].reverse().reduce((sum, digit, i) => {
    const value = Number(digit) * (i % 2 === 0 ? 1 : 2);
    return sum + (value > 9 ? value - 9 : value);
  }, 0);
  return total % 10 === 0;
}

/** The check digit of a Swiss QR reference: modulo 10, recursive. */
function mod10(digits: string): number {
  const table = [0, 9, 4, 6, 8, 2, 7, 1, 3, 5];
  const carry = [...digits].reduce((rest, digit) => table[(rest + Number(digit)) % 10], 0);
  return (10 - carry) % 10;
}
