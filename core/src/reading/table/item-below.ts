import { middleY, right, union } from '../../geometry/index.js';
import { LEXICONS } from '../../languages/index.js';
import { fold } from '../language/phrases.js';
import type { Run, Word } from '../print/words.js';
import { isCode, ONE_EDGE } from './column-heads.js';
import type { LineRow, LineTable } from './line-row.js';

/** Words that begin a label of an item number in any language: the language of a page may be mistaken. */
const ITEM_WORDS = new Set(
  LEXICONS.flatMap((lexicon) => lexicon.columns.itemNumber.map((phrase) => fold(phrase).split(' ')[0])).filter((w) => w.length > 2),
);

/** "Item: CMP-46" or "Réf. prestation: TP-40151" under a description: the word after the label, as the item's number; null for other text. */
export function itemNumberBelow(runs: readonly Run[]): Word[] | null {
  if (runs.length > 2) return null;
  const words = runs.flatMap((run) => run.words);
  const last = words[words.length - 1];
  const label = words[words.length - 2];
  if (words.length < 2 || words.length > 5) return null;
  return ITEM_WORDS.has(fold(words[0].text).split(' ')[0]) && /\d|-/.test(last.text) && (/[:.,;]$/.test(label.text) || words.length === 2)
    ? [last]
    : null;
}

/**
 * The table with the codes that stand alone below all its descriptions as item numbers, where lines have none: one that only counts the lines is
 * none.
 */
export function withCodesBelow(found: LineTable): LineTable {
  const table = withCountsApart(found);
  const parted = table.lines.map((line) => (line.cells.itemNumber ? null : withCodeBelow(line)));
  if (parted.length < 2 || parted.includes(null)) return found;
  return { ...table, lines: parted.flatMap((line) => line ?? []) };
}

/** The table with item numbers that only count the lines as their positions. */
function withCountsApart(table: LineTable): LineTable {
  if (!table.lines.every(({ cells }, i) => !cells.position && cells.itemNumber?.value === String(i + 1))) return table;
  const lines = table.lines.map((line): LineRow => {
    const { itemNumber: position, ...cells } = line.cells;
    return { ...line, cells: position ? { ...cells, position } : cells };
  });
  return { ...table, lines };
}

/** The line with the last word of its description as its item number, where it stands alone in its row, below the others, and is a code. */
function withCodeBelow(line: LineRow): LineRow | null {
  const { description } = line.cells;
  if (!description) return null;
  const words = line.words.filter((word) => isWithin(word, description.box));
  const last = words.reduce<Word | null>((lowest, word) => (lowest === null || middleY(word) > middleY(lowest) ? word : lowest), null);
  const others = words.filter((word) => word !== last);
  if (!last || others.length === 0 || others.some((word) => last.y <= middleY(word)) || !isCode(inCapitals(last))) return null;
  if (Math.abs(last.x - Math.min(...others.map(({ x }) => x))) >= ONE_EDGE || !description.value.endsWith(` ${last.text}`)) return null;
  const text = { ...description, value: description.value.slice(0, -last.text.length - 1), box: union(others) };
  return { ...line, cells: { ...line.cells, description: text, itemNumber: { value: last.text, box: last } } };
}

const isWithin = (word: Word, box: Word | LineRow['box']): boolean =>
  word.x >= box.x - 1 && right(word) <= right(box) + 1 && middleY(word) >= box.y && middleY(word) <= box.y + box.height;

/** A word as printed; off a scan in capitals, which its reader may have taken for small letters. */
const inCapitals = ({ text, score }: Word): string => (score === undefined ? text : text.toUpperCase());
