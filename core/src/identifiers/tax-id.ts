/** What the check digits of a tax id say. `unknown`: well formed, but this country's algorithm is not checked. */
export type TaxIdCheck = 'right' | 'wrong' | 'unknown';

/** Spaces, dots, slashes and dashes dropped, letters upper case. */
export function normalizeTaxId(text: string): string {
  return text.replace(/[\s./\-–]/g, '').toUpperCase();
}

/** Checks a VAT number with its country prefix by the country's own algorithm (VIES formats; HMRC mod 97 for GB). */
export function checkTaxId(text: string): TaxIdCheck {
  const id = normalizeTaxId(text);
  const rule = RULES[id.slice(0, 2)];
  if (!rule) return 'unknown';
  const body = id.slice(2);
  if (!rule.shape.test(body)) return 'wrong';
  // France gives keys with letters too, whose check is not published.
  if (id.startsWith('FR') && !/^\d{2}/.test(body)) return 'unknown';
  return rule.check === null ? 'unknown' : rule.check(body) ? 'right' : 'wrong';
}

/** Whether the text has the shape of a VAT number with a country prefix. */
export function isTaxIdShape(text: string): boolean {
  const id = normalizeTaxId(text);
  return RULES[id.slice(0, 2)]?.shape.test(id.slice(2)) ?? false;
}

interface Rule {
  readonly shape: RegExp;
  readonly check: ((body: string) => boolean) | null;
}

const digits = (text: string): number[] => [...text].map(Number);
const weighted = (text: string, weights: readonly number[]): number =>
  weights.reduce((total, weight, i) => total + weight * Number(text[i]), 0);

const gb = (body: string): boolean => {
  const total = weighted(body, [8, 7, 6, 5, 4, 3, 2]) + Number(body.slice(7, 9));
  return total % 97 === 0 || (total + 55) % 97 === 0;
};
/** ISO 7064 mod 11,10. */
const mod11x10 = (body: string): boolean => {
  let product = 10;
  for (const digit of digits(body.slice(0, -1))) {
    const step = (digit + product) % 10 || 10;
    product = (2 * step) % 11;
  }
  return (11 - product) % 10 === Number(body.at(-1));
};
const luhn = (body: string): boolean =>
  digits(body)
    .reverse()
    .reduce((total, digit, i) => total + (i % 2 === 0 ? digit : digit < 5 ? digit * 2 : digit * 2 - 9), 0) %
    10 ===
  0;
const fr = (body: string): boolean => (12 + 3 * (Number(body.slice(2)) % 97)) % 97 === Number(body.slice(0, 2));
const nl = (body: string): boolean => {
  const eleven = weighted(body, [9, 8, 7, 6, 5, 4, 3, 2]) % 11;
  if (eleven === Number(body[8])) return true;
  let rest = 0;
  for (const character of `NL${body}`) {
    const value = /\d/.test(character) ? Number(character) : character.charCodeAt(0) - 55;
    rest = (rest * (value > 9 ? 100 : 10) + value) % 97;
  }
  return rest === 1;
};
const es = (body: string): boolean => {
  const letters = 'TRWAGMYFPDXBNJZSQVHLCKE';
  if (/^\d{8}[A-Z]$/.test(body)) return letters[Number(body.slice(0, 8)) % 23] === body[8];
  if (/^[XYZ]\d{7}[A-Z]$/.test(body)) return letters[Number('XYZ'.indexOf(body[0]) + body.slice(1, 8)) % 23] === body[8];
  const middle = digits(body.slice(1, 8));
  const total = middle.reduce((all, digit, i) => {
    const value = i % 2 === 0 ? digit * 2 : digit;
    return all + (value > 9 ? value - 9 : value);
  }, 0);
  const check = (10 - (total % 10)) % 10;
  return body[8] === String(check) || body[8] === 'JABCDEFGHI'[check];
};
const be = (body: string): boolean => 97 - (Number(body.slice(0, 8)) % 97) === Number(body.slice(8));
const at = (body: string): boolean => {
  const total = digits(body.slice(1, 8)).reduce((all, digit, i) => {
    const value = i % 2 === 1 ? digit * 2 : digit;
    return all + Math.floor(value / 10) + (value % 10);
  }, 0);
  return (10 - ((total + 4) % 10)) % 10 === Number(body[8]);
};
const pl = (body: string): boolean => weighted(body, [6, 5, 7, 2, 3, 4, 5, 6, 7]) % 11 === Number(body[9]);
const dk = (body: string): boolean => weighted(body, [2, 7, 6, 5, 4, 3, 2, 1]) % 11 === 0;
const ch = (body: string): boolean => (11 - (weighted(body.slice(1), [5, 4, 3, 2, 7, 6, 5, 4]) % 11)) % 11 === Number(body[9]);
const no = (body: string): boolean => (11 - (weighted(body, [3, 2, 7, 6, 5, 4, 3, 2]) % 11)) % 11 === Number(body[8]);

const RULES: Readonly<Record<string, Rule>> = {
  AT: { shape: /^U\d{8}$/, check: at },
  BE: { shape: /^[01]\d{9}$/, check: be },
  CH: { shape: /^E\d{9}(MWST|TVA|IVA)?$/, check: ch },
  DE: { shape: /^\d{9}$/, check: mod11x10 },
  DK: { shape: /^\d{8}$/, check: dk },
  ES: { shape: /^[A-Z0-9]\d{7}[A-Z0-9]$/, check: es },
  FI: { shape: /^\d{8}$/, check: null },
  FR: { shape: /^[A-HJ-NP-Z0-9]{2}\d{9}$/, check: fr },
  GB: { shape: /^\d{9}(\d{3})?$/, check: gb },
  IE: { shape: /^\d[A-Z0-9+*]\d{5}[A-Z]{1,2}$/, check: null },
  IT: { shape: /^\d{11}$/, check: luhn },
  LU: { shape: /^\d{8}$/, check: (body) => Number(body.slice(0, 6)) % 89 === Number(body.slice(6)) },
  NL: { shape: /^\d{9}B\d{2}$/, check: nl },
  NO: { shape: /^\d{9}(MVA)?$/, check: no },
  PL: { shape: /^\d{10}$/, check: pl },
  PT: { shape: /^\d{9}$/, check: null },
  SE: { shape: /^\d{10}01$/, check: (body) => luhn(body.slice(0, 10)) },
};
