import { bareIdentifier } from '../identifiers/index.js';
import { isIsoDate } from '../dates/index.js';
import { holdsDate, isOwnName, type HeaderField, type OwnName } from '../documents/index.js';
import { overlapX, overlapY, type Box } from '../geometry/index.js';
import { decimal, isDecimalString, sum } from '../money/index.js';
import { captionsOf, isKnown, wordsFor, type Caption } from '../reading/fitted/caption.js';
import { identifierReadings } from '../reading/fitted/identifier-readings.js';
import { wordsThatAre } from '../reading/fitted/same.js';
import { phrasesOf } from '../reading/fitted/expected.js';
import type { Gathered } from '../reading/gather.js';
import { dateSpans, numberSpans, type NumberSpan, type Span } from '../reading/print/spans.js';
import type { Row, Run } from '../reading/print/words.js';
import { LABEL_MEANINGS, type LabelMeaning } from '../languages/index.js';

/** Where a value stands on a page, and the words beside it that say what it is; null where none do. */
export interface Located {
  readonly span: Span;
  readonly caption: Caption | null;
}
/** A place on a page that a person pointed at; points. */
export interface Pointed {
  readonly page: number;
  readonly box: Box;
}

/** Fields that hold amounts. */
const AMOUNTS: ReadonlySet<string> = new Set(['netTotal', 'taxTotal', 'grossTotal', 'amountDue']);
/** How far below the net total a row stands, as it counts; what is due stands below what it is made of. */
const farFrom = (row: number, { span }: Located): number => (row > span.run.row ? (row - span.run.row) / 100 : 1);
/** Of several places with the same amount the one next below the net total is the total's. */
const LAST: ReadonlySet<string> = new Set(['grossTotal', 'amountDue']);
export const isTotal = (field: HeaderField | OwnName): boolean => AMOUNTS.has(field);

/** The place of a field's value on the pages: where a person pointed, else where words beside it may say what it is; null where it stands nowhere. */
export function located(
  field: HeaderField | OwnName,
  value: string,
  { rows, mark, printedTable }: Gathered,
  pointed?: Pointed,
  net?: Located | null,
): Located | null {
  const spansOf = (run: Run): readonly Span[] => {
    if (isDated(field, value)) return dateSpans(run).filter(({ date }) => date.value === value || date.swapped === value);
    if (isTotal(field))
      return isDecimalString(value)
        ? numberSpans(run, mark).filter(({ number, percent }) => !percent && decimal(number.value).abs().eq(decimal(value).abs()))
        : [];
    if (isOwnName(field) && isDecimalString(value)) {
      const numbers = numberSpans(run, mark).filter(({ number }) => decimal(number.value).eq(decimal(value)));
      if (numbers.length > 0) return numbers;
    }
    const readings = identifierReadings(run).filter(({ text }) => bareIdentifier(text) === bareIdentifier(value));
    return readings.slice(0, 1);
  };
  const found: (Located & { worth: number })[] = [];
  rows.forEach((row, place) => {
    for (const run of row.runs)
      for (const span of spansOf(run)) {
        const caption = captionOf(field, span, rows, place);
        found.push({
          span,
          caption,
          worth:
            worthOf(field, span, caption, printedTable.rows.has(row.index), pointed) -
            (net && LAST.has(field) ? farFrom(row.index, net) : place / 10_000),
        });
      }
  });
  if (found.length === 0 && !isDated(field, value) && !isTotal(field)) {
    const [words] = wordsThatAre(rows, bareIdentifier(value), bareIdentifier, '');
    if (words) {
      const from = words.run.words.indexOf(words.words[0]);
      const to = from + words.words.length;
      const span = { run: words.run, from, to, text: value, box: boxOf(words.run, from, to) };
      return {
        span,
        caption: captionOf(
          field,
          span,
          rows,
          rows.findIndex((row) => row.runs.includes(words.run)),
        ),
      };
    }
  }
  const best = found.reduce<(typeof found)[number] | null>((most, one) => (most === null || one.worth > most.worth ? one : most), null);
  return best && { span: best.span, caption: best.caption };
}

/** Whether a value is looked for as a date. */
const isDated = (field: HeaderField | OwnName, value: string): boolean => (isOwnName(field) ? isIsoDate(value) : holdsDate(field));

const boxOf = (run: Run, from: number, to: number): Box => {
  const [first, last] = [run.words[from], run.words[to - 1]];
  return { ...run.box, x: first.x, width: last.x + last.width - first.x };
};

/** The words that say what a value is. Amounts may have a rate between them and their words. */
function captionOf(field: HeaderField | OwnName, span: Span, rows: readonly Row[], place: number): Caption | null {
  const [caption = null] = captionsOf(span, rows, place, false);
  if (caption || !isTotal(field)) return caption;
  const { runs } = rows[place];
  for (const run of runs.slice(0, runs.indexOf(span.run)).toReversed()) {
    const [phrase] = phrasesOf(run);
    if (phrase) return { relation: 'right of', text: phrase.words, words: phrase.words.split(' '), colon: false, box: phrase.box };
  }
  return null;
}

function worthOf(
  field: HeaderField | OwnName,
  { run, box }: Span,
  caption: Caption | null,
  inTable: boolean,
  pointed: Pointed | undefined,
): number {
  if (pointed?.page === run.page && overlapX(pointed.box, box) > 0 && overlapY(pointed.box, box) > 0) return 100;
  const own = (LABEL_MEANINGS as readonly string[]).includes(field) && caption ? wordsFor(caption, field as LabelMeaning) : 0;
  return (caption ? 1 + (isKnown(caption) ? own - 0.3 : 0.3) : 0) - (inTable ? 2 : 0);
}

/** One of several amounts under the same words that together are the tax: a page with several rates may print no sum of it. */
export function taxPart(value: string, { rows, mark, printedTable }: Gathered): Located | null {
  const groups = new Map<string, Located[]>();
  if (!isDecimalString(value)) return null;
  rows.forEach((row, place) => {
    if (printedTable.rows.has(row.index) || !row.runs.some(({ text }) => text.includes('%'))) return;
    const span = row.runs
      .flatMap((run) => numberSpans(run, mark))
      .filter(({ percent }) => !percent)
      .at(-1);
    const caption = span && captionOf('taxTotal', span, rows, place);
    if (caption) groups.set(caption.text, [...(groups.get(caption.text) ?? []), { span, caption }]);
  });
  const amountOf = ({ span }: Located) => decimal((span as NumberSpan).number.value);
  const whole = [...groups.values()].find((parts) => parts.length > 1 && sum(parts.map(amountOf)).eq(decimal(value)));
  return whole?.[0] ?? null;
}
