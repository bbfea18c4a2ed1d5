import { overlapX } from '../../geometry/index.js';
import { LabelledRows } from './candidates.js';
import { labelsOf, languageOf, type Label } from '../language/labels.js';
import { decimalMarkOf } from '../print/numbers.js';
import { identifierSpans, numberSpans } from '../print/spans.js';
import { rowsOf, type PageWords, type Row } from '../print/words.js';
import { usualWords } from '../language/wording.js';

/** An invoice that a statement or a reminder names. */
export interface Citation {
  readonly number: string;
  /** The amount that stands with it, a decimal string; null where none does. */
  readonly amount: string | null;
}

/** White under a column, in heights of its rows, at which it ends. */
const ENDS = 4;

/** The invoices that a statement, a reminder or a delivery note names: beside the label of an invoice's number, or in the column under it; each once. */
export function citationsOf(pages: readonly PageWords[]): Citation[] {
  const mark = decimalMarkOf(pages.flatMap((page) => page.words.map((word) => word.text)));
  const found = new Map<string, Citation>();
  const take = (row: Row, number: string) => {
    const amounts = row.runs.flatMap((run) => numberSpans(run, mark)).filter((span) => span.number.places === 2 && !span.percent);
    if (!found.has(number)) found.set(number, { number, amount: amounts.at(-1)?.number.value ?? null });
  };
  for (const page of pages) {
    const rows = rowsOf(page);
    const labelled = new LabelledRows(rows, labelsOf(rows, usualWords(languageOf(rows))));
    for (const label of labelled.labels.filter(({ meaning }) => meaning === 'invoiceNumber')) {
      const column = columnUnder(rows, label);
      for (const { row, number } of column) take(row, number);
      if (column.length > 0) continue;
      const row = rows.find(({ index }) => index === label.run.row);
      const [beside] = labelled.candidates('invoiceNumber', identifierSpans).filter(({ label: own }) => own === label);
      if (row && beside) take(row, beside.span.text);
    }
  }
  return [...found.values()];
}

/** The identifiers that stand one below the other under a column's head. */
function columnUnder(rows: readonly Row[], label: Label): { row: Row; number: string }[] {
  const column: { row: Row; number: string }[] = [];
  const at = rows.findIndex(({ index }) => index === label.run.row);
  let last = rows[at];
  for (const row of rows.slice(at + 1)) {
    if (row.box.y - (last.box.y + last.box.height) > ENDS * last.box.height) break;
    const run = row.runs.find((one) => overlapX(one.box, label.run.box) > 0);
    if (!run) continue;
    const span = identifierSpans(run).find((one) => overlapX(one.box, label.run.box) > 0 && (one.text.match(/\d/g) ?? []).length >= 3);
    if (!span) break;
    column.push({ row, number: span.text });
    last = row;
  }
  return column;
}
