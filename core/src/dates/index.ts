/** A calendar day without a time zone, ISO 8601: `2026-03-14`. */
export type IsoDate = string;

const ISO = /^(\d{4})-(\d{2})-(\d{2})$/;
const DAY = 86_400_000;

/** The ISO date of year, month (1–12) and day, or null where the calendar has no such day. */
export function isoDate(year: number, month: number, day: number): IsoDate | null {
  const date = new Date(Date.UTC(year, month - 1, day));
  if (date.getUTCFullYear() !== year || date.getUTCMonth() !== month - 1 || date.getUTCDate() !== day) return null;
  return date.toISOString().slice(0, 10);
}

/** Whether `text` is a real calendar day in ISO 8601. */
export function isIsoDate(text: unknown): text is IsoDate {
  const match = typeof text === 'string' ? ISO.exec(text) : null;
  return match !== null && isoDate(Number(match[1]), Number(match[2]), Number(match[3])) !== null;
}

function epochDay(date: IsoDate): number {
  if (!isIsoDate(date)) throw new RangeError(`not a date: ${JSON.stringify(date)}`);
  return Date.parse(`${date}T00:00:00Z`) / DAY;
}

/** The day `days` days after `date`. @throws RangeError when `date` is not one. */
export function addDays(date: IsoDate, days: number): IsoDate {
  return new Date((epochDay(date) + days) * DAY).toISOString().slice(0, 10);
}

/** The same day so many months later; the month's last day where it has no such day. */
export function addMonths(date: IsoDate, months: number): IsoDate {
  const [year, month, day] = date.split('-').map(Number);
  const last = new Date(Date.UTC(year, month + months, 0)).getUTCDate();
  return new Date(Date.UTC(year, month - 1 + months, Math.min(day, last))).toISOString().slice(0, 10);
}

/** Whole days from `from` to `to`; negative when `to` is earlier. */
export function daysBetween(from: IsoDate, to: IsoDate): number {
  return epochDay(to) - epochDay(from);
}

/** The accounting period of a day: `2026-03`. */
export function periodOf(date: IsoDate): string {
  return date.slice(0, 7);
}
