/** Lengths by country, ISO 13616 registry; countries whose suppliers are likely, others pass on mod 97 alone. */
const LENGTHS: Readonly<Record<string, number>> = {
  AT: 20,
  BE: 16,
  BG: 22,
  CH: 21,
  CY: 28,
  CZ: 24,
  DE: 22,
  DK: 18,
  EE: 20,
  ES: 24,
  FI: 18,
  FR: 27,
  GB: 22,
  GR: 27,
  HR: 21,
  HU: 28,
  IE: 22,
  IS: 26,
  IT: 27,
  LI: 21,
  LT: 20,
  LU: 20,
  LV: 21,
  MC: 27,
  MT: 31,
  NL: 18,
  NO: 15,
  PL: 28,
  PT: 25,
  RO: 24,
  SE: 24,
  SI: 19,
  SK: 24,
};

/** The length an IBAN of this country has, or null for a country not in the table. */
export function ibanLength(country: string): number | null {
  return LENGTHS[country] ?? null;
}

/** Spaces dropped, letters upper case. */
export function normalizeIban(text: string): string {
  return text.replace(/\s+/g, '').toUpperCase();
}

/** Whether the text is an IBAN by length and check digits (ISO 13616, ISO 7064 mod 97-10). */
export function isIban(text: string): boolean {
  const iban = normalizeIban(text);
  if (!/^[A-Z]{2}\d{2}[A-Z0-9]{11,30}$/.test(iban)) return false;
  const length = ibanLength(iban.slice(0, 2));
  if (length !== null && iban.length !== length) return false;
  return mod97(iban.slice(4) + iban.slice(0, 4)) === 1;
}

/** The IBAN of a country's account number (BBAN) with its check digits computed. */
export function ibanOf(country: string, bban: string): string {
  const check = 98 - mod97(`${bban}${country}00`);
  return `${country}${String(check).padStart(2, '0')}${bban}`;
}

function mod97(text: string): number {
  let rest = 0;
  for (const sign of text) {
    const value = /\d/.test(sign) ? Number(sign) : sign.charCodeAt(0) - 55;
    rest = (rest * (value > 9 ? 100 : 10) + value) % 97;
  }
  return rest;
}
