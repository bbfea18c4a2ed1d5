/**
 * The rates of value added tax that each country has or had in the years of which invoices still come (percent; nought is always among
 * them). From the countries' tax laws as of January 2026; a rate that ended stays, as a late invoice may have it. By ISO 3166 code.
 */
const RATES: Readonly<Record<string, readonly number[]>> = {
  AT: [20, 19, 13, 10],
  BE: [21, 12, 6],
  BG: [20, 9],
  CH: [8.1, 7.7, 3.8, 3.7, 2.6, 2.5],
  CY: [19, 9, 5, 3],
  CZ: [21, 15, 12, 10],
  DE: [19, 7],
  DK: [25],
  EE: [24, 22, 20, 13, 9],
  ES: [21, 10, 5, 4],
  FI: [25.5, 24, 14, 13.5, 10],
  FR: [20, 10, 8.5, 5.5, 2.1],
  GB: [20, 5],
  GR: [24, 17, 13, 9, 6, 4],
  HR: [25, 13, 5],
  HU: [27, 18, 5],
  IE: [23, 13.5, 9, 4.8],
  IS: [24, 11],
  IT: [22, 10, 5, 4],
  LI: [8.1, 7.7, 3.8, 3.7, 2.6, 2.5],
  LT: [21, 12, 9, 5],
  LU: [17, 16, 14, 13, 8, 7, 3],
  LV: [21, 12, 5],
  MT: [18, 12, 7, 5],
  NL: [21, 9],
  NO: [25, 15, 12],
  PL: [23, 8, 5],
  PT: [23, 22, 16, 13, 12, 9, 6, 5, 4],
  RO: [21, 19, 11, 9, 5],
  SE: [25, 12, 6],
  SI: [22, 9.5, 5],
  SK: [23, 20, 19, 10, 5],
};

/** The highest rate that any country has: what is asked for where a country's own rates are not known. */
export const HIGHEST_RATE = 27;

/** The rates that an invoice may show which comes from one of these countries; null where one of them is not known. */
export function ratesOf(countries: readonly string[]): readonly number[] | null {
  const known = countries.map((country) => RATES[country]);
  return known.includes(undefined as never) ? null : [...new Set([0, ...known.flat()])];
}
