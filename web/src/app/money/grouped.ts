/** "1234.5" → "1,234.50": the digits as they are, at least `places` decimals. */
export function grouped(value: string, places = 2): string {
  const [whole, fraction = ''] = value.replace('-', '').split('.');
  const decimals = fraction.padEnd(places, '0');
  const text = whole.replace(/\B(?=(\d{3})+$)/g, ',') + (decimals === '' ? '' : `.${decimals}`);
  return value.startsWith('-') ? `−${text}` : text;
}

const SIGNS: Readonly<Record<string, string>> = { GBP: '£', EUR: '€', USD: '$' };

/** The sign people know a currency by, else its code. */
export const currencySign = (code: string | null): string => (code === null ? '' : (SIGNS[code] ?? code));
