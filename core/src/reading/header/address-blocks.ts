import { bottom, middleX, middleY, overlapX, right, union, type Box } from '../../geometry/index.js';
import { namesBuyersTaxId } from './bank-and-tax.js';
import type { LabelledRows } from './candidates.js';
import type { Label } from '../language/labels.js';
import type { LabelMeaning } from '../../languages/index.js';
import type { Row, Run } from '../print/words.js';

/** Whether a run is one of these, or one of them with words put in its place. */
export const standsIn = (runs: readonly Run[], run: Run): boolean =>
  runs.some((other) => other.row === run.row && other.box.x === run.box.x);

/** The runs of the address blocks that stand below labels of these meanings, and right after them in the same run. */
export function blocksUnder(labelled: LabelledRows, rows: readonly Row[], meanings: readonly LabelMeaning[]): Run[] {
  const runs: Run[] = [];
  for (const label of labelled.labels) {
    if (!meanings.includes(label.meaning) || label.from > 0) continue;
    if (label.to < label.run.words.length) {
      if (label.run.words.length - label.to <= 6 && label.phrase.length > 3) runs.push(label.run);
      continue;
    }
    let box = label.run.box;
    for (const row of rows) {
      if (row.page !== label.run.page || row.box.y < label.run.box.y + 1) continue;
      const flush = row.runs.findIndex(
        (run) => overlapX(run.box, box) > 0 && (Math.abs(run.box.x - label.run.box.x) < 14 || areFlush(run.box, label.run.box)),
      );
      if (flush < 0) continue;
      const under = goingOn(row.runs, flush);
      if (under[0].box.y - bottom(box) > 26 || runs.length > 400) break;
      runs.push(...under);
      box = union([box, ...under.map((run) => run.box)]);
      if (box.height > 110) break;
    }
    runs.push(...partedFrom(box, label, rows));
  }
  return runs;
}

/** The runs within a block that a reader of a scan set on rows of their own: a leaning line's end. */
function partedFrom(block: Box, { run }: Label, rows: readonly Row[]): Run[] {
  if (run.words[0].score === undefined) return [];
  const within = (box: Box) => middleY(box) > bottom(run.box) && middleY(box) < bottom(block) && box.x > block.x && box.x < right(block);
  return rows.filter((row) => row.page === run.page).flatMap((row) => row.runs.filter((other) => within(other.box)));
}

/** A run of an address, and those that a wide gap or a misread word parted from it. */
function goingOn(runs: readonly Run[], from: number): Run[] {
  const far = runs.findIndex((run, i) => i > from && run.box.x - right(runs[i - 1].box) > 2 * run.box.height);
  return runs.slice(from, far < 0 ? runs.length : far);
}

/** The labels of the buyer's tax id with the id behind them. */
export const buyersIds = (labelled: LabelledRows): Label[] =>
  labelled.labels.filter((label) => label.from < 3 && /\d/.test(label.run.text) && namesBuyersTaxId(label));

/** Whether two runs begin, end or have their middles at one place, as the rows of an address do. */
export const areFlush = (a: Box, b: Box): boolean =>
  Math.abs(a.x - b.x) < 4 || Math.abs(right(a) - right(b)) < 4 || Math.abs(middleX(a) - middleX(b)) < 4;

/** The runs of the address blocks that end in a tax id, their rows at one distance. */
export function blocksOver(ids: readonly Label[], rows: readonly Row[]): Run[] {
  return ids.flatMap(({ run }) => {
    const above = rows
      .filter((row) => row.page === run.page && row.box.y < run.box.y)
      .flatMap((row) => row.runs)
      .filter((other) => areFlush(other.box, run.box))
      .reverse();
    const block: Run[] = [];
    let [last, step] = [run, 0];
    for (const next of above) {
      const gap = last.box.y - next.box.y;
      if (block.length >= MOST_ADDRESS || (step > 0 && gap > 1.4 * step) || gap > 3.5 * run.box.height) break;
      block.push(next);
      [last, step] = [next, step || gap];
    }
    return block;
  });
}

/** Rows of an address above a tax id. */
const MOST_ADDRESS = 6;
