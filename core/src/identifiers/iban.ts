/** Countries by the length of their IBANs (ISO 13616 registry). */
const BY_LENGTH: Readonly<Record<number, string>> = {
  15: 'NO',
  16: 'BE',
  18: 'DK FI FK FO GL NL SD',
  19: 'MK SI',
  20: 'AT BA EE KZ LT LU MN XK',
  21: 'CH HR LI LV',
  22: 'BG BH CR DE GB GE IE ME RS VA',
  23: 'AE GI IL IQ OM SO TL',
  24: 'AD CZ ES MD PK RO SA SE SK TN VG',
  25: 'LY PT ST',
  26: 'IS TR',
  27: 'BI DJ FR GR IT MC MR SM',
  28: 'AL AZ BY CY DO GT HU LB NI PL SV',
  29: 'BR EG PS QA UA',
  30: 'JO KW MU YE',
  31: 'MT SC',
  32: 'LC',
  33: 'RU',
};
const LENGTHS = new Map(
  Object.entries(BY_LENGTH).flatMap(([length, countries]) => countries.split(' ').map((country) => [country, Number(length)] as const)),
);

/** How the account number behind the check digits begins, where it is not free: countries that have digits only, or a bank's letters first. */
const ACCOUNT_SHAPES: readonly (readonly [RegExp, string])[] = [
  [/^\d+$/, 'AT BA BE CZ DE DK EE ES FI FO GL HR HU IS LT ME NO PL PT RS SE SI SK'],
  [/^[A-Z]{4}\d+$/, 'NL GB IE'],
  [/^[A-Z]{4}/, 'BG LV RO'],
  [/^\d{10}[A-Z\d]{11}\d\d$/, 'FR MC'],
  [/^[A-Z]\d{10}/, 'IT SM'],
  [/^\d{5}/, 'CH LI TR'],
];
const SHAPES = new Map(ACCOUNT_SHAPES.flatMap(([shape, countries]) => countries.split(' ').map((country) => [country, shape] as const)));

/** The length an IBAN of this country has, or null for a country without IBANs. */
export function ibanLength(country: string): number | null {
  return LENGTHS.get(country) ?? null;
}

/** Spaces dropped, letters upper case. */
export function normalizeIban(text: string): string {
  return text.replace(/\s+/g, '').toUpperCase();
}

/** An IBAN in groups of four, as it is printed and compared (ISO 13616). */
export function printedIban(iban: string): string {
  return iban.replace(/.{4}(?=.)/g, '$& ');
}

/** Whether the text is an IBAN by length, shape and check digits (ISO 13616, ISO 7064 mod 97-10). */
export function isIban(text: string): boolean {
  const iban = normalizeIban(text);
  if (!/^[A-Z]{2}\d{2}[A-Z0-9]{11,30}$/.test(iban)) return false;
  if (iban.length !== ibanLength(iban.slice(0, 2))) return false;
  if (SHAPES.get(iban.slice(0, 2))?.test(iban.slice(4)) === false) return false;
  return mod97(iban.slice(4) + iban.slice(0, 4)) === 1;
}

/** The IBAN of a country's account number (BBAN) with its check digits computed. */
export function ibanOf(country: string, bban: string): string {
  const check = 98 - mod97(`${bban}${country}00`);
  return `${country}${String(check).padStart(2, '0')}${bban}`;
}

function mod97(text: string): number {
  let rest = 0;
  for (const character of text) {
    const value = /\d/.test(character) ? Number(character) : character.charCodeAt(0) - 55;
    rest = (rest * (value > 9 ? 100 : 10) + value) % 97;
  }
  return rest;
}
