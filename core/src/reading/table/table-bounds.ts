import { decimal } from '../../money/index.js';
import type { LabelledRows } from '../header/candidates.js';
import { LEXICONS } from '../../languages/index.js';
import { numberSpans } from '../print/spans.js';
import type { DecimalMark } from '../print/numbers.js';
import { fold } from '../language/phrases.js';
import type { Row } from '../print/words.js';

const TOTAL_MEANINGS = new Set(['netTotal', 'taxTotal', 'grossTotal', 'amountDue', 'goodsTotal']);
const CARRIED = LEXICONS.flatMap((lexicon) => lexicon.words.carriedForward.map(fold));

/** Whether a row carries a sum over from page to page and is thus no line. */
export function isCarriedForward(row: Row): boolean {
  return row.runs.some((run) => {
    const text = fold(run.text);
    return CARRIED.some((phrase) => text.startsWith(phrase) && !/\p{L}{3}/u.test(text.slice(phrase.length)));
  });
}

/** Whether the row begins the totals: a run that starts with a total's label, and an amount or more labels beside it. */
export function startsTotals(row: Row, labelled: LabelledRows, mark: DecimalMark): boolean {
  const starting = labelled.onRow(row.index).filter((label) => label.from === 0);
  if (starting.some((label) => label.meaning === 'taxBreakdown')) return true;
  const labels = starting.filter((label) => TOTAL_MEANINGS.has(label.meaning));
  if (labels.length === 0) return false;
  if (new Set(labels.map((label) => label.run)).size >= 2) return true;
  const { run } = labels[0];
  const before = row.runs.slice(0, row.runs.indexOf(run));
  if (
    before.some(
      (other) =>
        numberSpans(other, mark).some((span) => span.number.places === 2 && !decimal(span.number.value).isZero()) &&
        /\p{L}{3}/u.test(other.text),
    )
  )
    return false;
  const amounts = row.runs
    .filter((other) => other.box.x >= run.box.x)
    .flatMap((other) => numberSpans(other, mark))
    .filter((span) => span.number.places === 2 && !span.percent);
  return amounts.length > 0 && amounts.length <= 2 && run.words.length <= 9;
}
