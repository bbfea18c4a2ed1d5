import { daysBetween } from '@umber/core/dates';

const written = (parts: Intl.DateTimeFormatOptions) =>
  new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC', ...parts });
const DAY = written({});
const DAY_OF_YEAR = written({ year: 'numeric' });

/** "2026-03-14" → "14 Mar", with the year where it is not this one. */
export function dayText(iso: string | null, today: string): string {
  if (iso === null) return '';
  return (iso.slice(0, 4) === today.slice(0, 4) ? DAY : DAY_OF_YEAR).format(new Date(`${iso}T00:00:00Z`));
}

/** "14 Mar 2026". */
export const fullDay = (iso: string): string => dayText(iso, '');

/** How near a due date is, in words, and whether it presses (due within a week or over). */
export function dueText(due: string | null, today: string): { text: string; presses: boolean } {
  if (due === null) return { text: '', presses: false };
  const days = daysBetween(today, due);
  if (days < 0) return { text: days === -1 ? '1 day late' : `${-days} days late`, presses: true };
  if (days === 0) return { text: 'today', presses: true };
  if (days <= 7) return { text: `in ${days} d`, presses: true };
  return { text: dayText(due, today), presses: false };
}

/** How long ago: "5 min", "3 h", "2 d", "12 y". */
export function ageText(since: string, now: number): string {
  const minutes = Math.max(0, Math.round((now - Date.parse(since)) / 60_000));
  if (minutes < 60) return `${Math.max(1, minutes)} min`;
  const hours = Math.round(minutes / 60);
  if (hours < 48) return `${hours} h`;
  const days = Math.round(hours / 24);
  return days < 730 ? `${days} d` : `${Math.floor(days / 365.25)} y`;
}

export const todayIso = (): string => new Date().toISOString().slice(0, 10);

/** The day of a moment, in UTC: "14 Mar 2026". */
export const dayOf = (moment: string): string => (moment === '' ? '' : fullDay(moment.slice(0, 10)));
