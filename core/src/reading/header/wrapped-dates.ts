import { bottom, overlapX } from '../../geometry/index.js';
import { readDate } from '../print/calendar.js';
import { run, withRest, type Row, type Run } from '../print/words.js';

/** A year, or a month with a year, that ends what narrow columns break: "(de) 2026", "March 2026". */
const REST_OF_DATE = /^(de |del |of )?(\p{L}{3,}\.? )?(19|20)\d\d$/u;
/** Words that a date may have before its break: "15 de septiembre de". */
const MOST_WORDS = 4;

/**
 * The rows with dates that break at the edge of a narrow column put together: a run that ends in day and month
 * takes over the year that stands alone under it. No word is lost; its box stays where it is printed.
 */
export function joinWrappedDates(rows: readonly Row[]): Row[] {
  const moved = new Set<Run>();
  const joined = new Map<Run, Run>();
  rows.forEach((row, at) => {
    for (const upper of row.runs) {
      const lower = moved.has(upper) ? undefined : restUnder(upper, rows.slice(at + 1, at + 3));
      if (!lower) continue;
      moved.add(lower);
      joined.set(
        upper,
        run(isBrokenDate(upper, lower) ? withRest(upper.words, lower.words[0]) : [...upper.words, ...lower.words], upper.page, upper.row),
      );
    }
  });
  if (moved.size === 0) return [...rows];
  return rows.flatMap((row) => {
    const runs = row.runs.filter((one) => !moved.has(one)).map((one) => joined.get(one) ?? one);
    return runs.length === 0 ? [] : [{ ...row, runs }];
  });
}

function restUnder(upper: Run, below: readonly Row[]): Run | undefined {
  if (!/\d/.test(upper.text)) return undefined;
  for (const row of below) {
    if (row.page !== upper.page) continue;
    const found = row.runs.find(
      (lower) =>
        overlapX(upper.box, lower.box) > 0 &&
        lower.box.y - bottom(upper.box) < 0.8 * upper.box.height &&
        (isBrokenDate(upper, lower) || (REST_OF_DATE.test(lower.text) && endsInDate(upper, lower))),
    );
    if (found) return found;
  }
  return undefined;
}

/** Whether a column so narrow that it breaks words broke the year of a date: "14/01/202" and "6" under it, or "2026-" and "03-20". */
function isBrokenDate(upper: Run, lower: Run): boolean {
  const last = upper.words[upper.words.length - 1].text;
  return (
    lower.words.length === 1 &&
    /^[\d-]{1,5}$/.test(lower.text) &&
    /\d{1,3}-?$/.test(last) &&
    !readDate(last) &&
    readDate(last + lower.text) !== null
  );
}

/** Whether the last words of the upper run and all of the lower make one date, and the upper alone does not. */
function endsInDate(upper: Run, lower: Run): boolean {
  for (let count = 1; count <= Math.min(MOST_WORDS, upper.words.length); count++) {
    const tail = upper.words
      .slice(-count)
      .map((word) => word.text)
      .join(' ');
    if (readDate(tail)) return false;
    if (readDate(`${tail} ${lower.text}`)) return true;
  }
  return false;
}
