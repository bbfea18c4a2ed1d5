/** As English offices write amounts; `Intl` takes decimal strings digit by digit, whatever their length. */
const formats = new Map<number, Intl.NumberFormat>();
function formatOf(places: number): Intl.NumberFormat {
  const known = formats.get(places) ?? new Intl.NumberFormat('en-GB', { minimumFractionDigits: places, maximumFractionDigits: 20 });
  formats.set(places, known);
  return known;
}

/** "1234.5" → "1,234.50": the digits as they are, at least `places` decimals. */
export const grouped = (value: string, places = 2): string =>
  formatOf(places)
    .format(value as Intl.StringNumericLiteral)
    .replace('-', '−');

const SIGNS: Readonly<Record<string, string>> = { GBP: '£', EUR: '€', USD: '$' };

/** The sign people know a currency by, else its code. */
export const currencySign = (code: string | null): string => (code === null ? '' : (SIGNS[code] ?? code));
