import { LEXICONS } from '../../languages/index.js';
import { isoDate, type IsoDate } from '../../dates/index.js';
import { withoutCase } from '../../text/index.js';

/** One date on a page; where day and month could be swapped, both readings. */
export interface PrintedDate {
  /** Day first. */
  readonly value: IsoDate;
  /** Month first, where that is a date too and another one. */
  readonly swapped: IsoDate | null;
}

const MONTH_BY_NAME = new Map(
  LEXICONS.flatMap(({ months }) => months.flatMap((names, i) => names.map((name) => [withoutCase(name), i + 1] as const))),
);

const NUMERIC = /^(\d{1,2})[./-](\d{1,2})[./-](\d{4}|\d{2})$/;
const ISO = /^(\d{4})[-./](\d{1,2})[-./](\d{1,2})$/;
const DAY_NAME_YEAR = /^(\d{1,2})(?:\.|st|nd|rd|th|er|º)?[ -]?(?:de |of )?(\p{L}+?)\.?[, -]*(?:de )?(\d{4}|\d{2})$/iu;
const NAME_DAY_YEAR = /^(\p{L}+)\.? (\d{1,2})(?:st|nd|rd|th)?,? (\d{4})$/iu;

const century = (year: string): number => (year.length === 2 ? 2000 + Number(year) : Number(year));
const plausible = (date: IsoDate | null): IsoDate | null => (date !== null && date >= '1990-01-01' && date < '2100-01-01' ? date : null);

/** Reads one whole date in any of the usual ways of writing it, or null. */
export function readDate(text: string): PrintedDate | null {
  const trimmed = text.trim().replace(/[.,;:]+$/, '');
  const iso = ISO.exec(trimmed);
  if (iso) return only(isoDate(Number(iso[1]), Number(iso[2]), Number(iso[3])));
  const numeric = NUMERIC.exec(trimmed);
  if (numeric) {
    const [a, b, year] = [Number(numeric[1]), Number(numeric[2]), century(numeric[3])];
    const dayFirst = plausible(isoDate(year, b, a));
    const monthFirst = plausible(isoDate(year, a, b));
    if (dayFirst === null) return only(monthFirst);
    return { value: dayFirst, swapped: monthFirst === dayFirst ? null : monthFirst };
  }
  const named = DAY_NAME_YEAR.exec(trimmed);
  if (named) return only(byName(century(named[3]), named[2], Number(named[1])));
  const american = NAME_DAY_YEAR.exec(trimmed);
  if (american) return only(byName(Number(american[3]), american[1], Number(american[2])));
  return null;
}

function byName(year: number, name: string, day: number): IsoDate | null {
  const month = MONTH_BY_NAME.get(withoutCase(name));
  return month === undefined ? null : isoDate(year, month, day);
}

function only(date: IsoDate | null): PrintedDate | null {
  const value = plausible(date);
  return value === null ? null : { value, swapped: null };
}
