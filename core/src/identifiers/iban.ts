import { getCountrySpecifications } from 'ibantools';

/** Length, and shape of the account number behind the check digits, by country (ISO 13616 registry). */
const REGISTRY = new Map(
  Object.entries(getCountrySpecifications())
    .filter(([, { IBANRegistry, chars, bban_regexp }]) => IBANRegistry && chars !== null && bban_regexp !== null)
    .map(([country, { chars, bban_regexp }]) => [country, { length: chars ?? 0, account: new RegExp(bban_regexp ?? '') }] as const),
);

/** The length an IBAN of this country has, or null for a country without IBANs. */
export function ibanLength(country: string): number | null {
  return REGISTRY.get(country)?.length ?? null;
}

/** Spaces dropped, letters upper case. */
export function normalizeIban(text: string): string {
  return text.replace(/\s+/g, '').toUpperCase();
}

/** An IBAN in groups of four, as it is printed and compared (ISO 13616). */
export function printedIban(iban: string): string {
  return iban.replace(/.{4}(?=.)/g, '$& ');
}

/**
 * Whether the text is an IBAN by length, shape and check digits (ISO 13616, ISO 7064 mod 97-10). Check digits that a country has within
 * its account numbers are left to the bank.
 */
export function isIban(text: string): boolean {
  const iban = normalizeIban(text);
  const country = REGISTRY.get(iban.slice(0, 2));
  if (!country || iban.length !== country.length || !/^\d{2}$/.test(iban.slice(2, 4)) || !country.account.test(iban.slice(4))) return false;
  return mod97(iban.slice(4) + iban.slice(0, 4)) === 1;
}

/** The IBAN of a country's account number (BBAN) with its check digits computed. */
export function ibanOf(country: string, bban: string): string {
  const check = 98 - mod97(`${bban}${country}00`);
  return `${country}${String(check).padStart(2, '0')}${bban}`;
}

/** The rest of a text by 97, its letters as numbers from 10 on (ISO 7064). */
export function mod97(text: string): number {
  let rest = 0;
  for (const character of text) {
    const value = /\d/.test(character) ? Number(character) : character.charCodeAt(0) - 55;
    rest = (rest * (value > 9 ? 100 : 10) + value) % 97;
  }
  return rest;
}
