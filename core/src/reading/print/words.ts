import type { EInvoice } from '../../e-invoices/index.js';
import { bottom, middleY, overlapY, right, union, type Box } from '../../geometry/index.js';

/** One word as a reader found it on a page, with its place in points. */
export interface Word extends Box {
  readonly text: string;
  /** How sure the readers are of it, 0..1; absent where it comes from the page's own text layer. */
  readonly score?: number;
  /** What else a reader took it for, likeliest first. */
  readonly alternatives?: readonly string[];
}

/** One page as the readers hand it over: upright and level, whichever way it came. */
export interface PageWords {
  /** 1-based page of the file. */
  readonly page: number;
  readonly width: number;
  readonly height: number;
  readonly words: readonly Word[];
  /** What the symbols and bar codes on it say. */
  readonly codes?: readonly string[];
  /** With the first page: the data of an electronic invoice that the file holds. */
  readonly data?: HeldData;
  /** Whether the page was made of that data: the file has none of its own. */
  readonly isMade?: boolean;
  /** Whether it is a separator sheet: it stands between documents and belongs to none. */
  readonly separator?: boolean;
  /** Where the page was read off a picture: the projective map, row by row, from points of the page as it came to points of this one. */
  readonly straightenedBy?: readonly number[];
}

/** What is held in a file for machines beside what it shows. */
export type HeldData =
  | {
      readonly invoice: EInvoice;
      /** Where terms stand on the pages that were made of it, by term as `placeKey` says. */
      readonly places: Readonly<Record<string, { readonly page: number; readonly box: Box }>>;
      /** What is not built as the schema of its profile says; missing where there is none, or it was read by an earlier version. */
      readonly schema?: readonly SchemaFault[];
    }
  /** It cannot be read: why, as `XmlFault` has it. */
  | { readonly invoice: null; readonly why: string };

/** Something that is not built as a schema says: where in the file (from 1), at which element, and what should stand there. */
export interface SchemaFault {
  readonly code: 'not-expected' | 'missing' | 'value';
  readonly line: number | null;
  readonly element: string | null;
  readonly wanted: string | null;
}

/** Words of one line that stand together: no gap between them is wider than a letter's height. */
export interface Run {
  readonly page: number;
  readonly row: number;
  readonly words: readonly Word[];
  readonly text: string;
  readonly box: Box;
}

/** One line across the page: its runs from left to right. */
export interface Row {
  readonly page: number;
  readonly index: number;
  readonly runs: readonly Run[];
  readonly box: Box;
}

const GAP = 0.85;
/** So many times as high as its neighbour, a word's box has something below the word in it; higher ones, but for numbers, are of two lines. */
const HANGING = { least: 1.35, most: 1.9 };

/** Groups the words of a page into rows and each row into runs, top to bottom, left to right. */
export function rowsOf(page: PageWords, firstIndex = 0): Row[] {
  const lines: Word[][] = [];
  for (const word of [...page.words].sort((a, b) => middleY(a) - middleY(b) || a.x - b.x)) {
    const line = lines.findLast((candidate) => belongs(candidate, word));
    if (line) line.push(word);
    else lines.push([word]);
  }
  return lines
    .map((words) => words.sort((a, b) => a.x - b.x))
    .sort((a, b) => middleY(union(a)) - middleY(union(b)))
    .map((words, offset) => {
      const index = firstIndex + offset;
      return { page: page.page, index, runs: runsOf(words, page.page, index), box: union(words) };
    });
}

/** Whether a word stands on one line with the nearest word at its left or at its right: what lies farther may lean away. */
function belongs(line: readonly Word[], word: Word): boolean {
  let [left, right]: (Word | null)[] = [null, null];
  for (const other of line) {
    if (other.x <= word.x) left = left === null || other.x > left.x ? other : left;
    else right = right === null || other.x < right.x ? other : right;
  }
  return (left !== null && isLevel(left, word)) || (right !== null && isLevel(right, word));
}

function isLevel(a: Word, b: Word): boolean {
  const [small, tall] = [Math.min(a.height, b.height), Math.max(a.height, b.height)];
  // What stands below a word on a scan may have become part of its box: its top is then as good as its foot.
  const higher = a.height > b.height ? a : b;
  const most = /^[\d.,]+$/.test(higher.text) ? Infinity : HANGING.most * small;
  const hanging = tall > HANGING.least * small && tall < most && Math.abs(a.y - b.y) < 0.3 * small;
  return overlapY(a, b) > 0.55 * small && (hanging || Math.abs(bottom(a) - bottom(b)) < 0.5 * small + 1);
}

function runsOf(words: readonly Word[], page: number, row: number): Run[] {
  const groups: Word[][] = [];
  for (const word of words) {
    const group = groups.at(-1);
    const last = group?.at(-1);
    if (group && last && word.x - right(last) <= GAP * Math.min(last.height, word.height)) group.push(word);
    else groups.push([word]);
  }
  return groups.map((group) => run(group, page, row));
}

/** A run made of these words, which must stand on one row of one page. */
export function run(words: readonly Word[], page: number, row: number): Run {
  return { page, row, words, text: words.map((word) => word.text).join(' '), box: union(words) };
}

/** The words, the last of them put together with the rest of it that a narrow column broke off. */
export function withRest(words: readonly Word[], rest: Word): Word[] {
  const last = words[words.length - 1];
  return [...words.slice(0, -1), { ...last, text: last.text + rest.text }];
}

/** Rows of plain text, such as a mail's, as if it stood on page 0. */
export function rowsOfText(text: string): Row[] {
  return text.split(/\r?\n/).flatMap((line, index) => {
    const words = [...line.matchAll(/\S+/g)].map((match) => ({
      text: match[0],
      x: match.index * 6,
      y: index * 12,
      width: match[0].length * 6,
      height: 10,
    }));
    return words.length === 0 ? [] : [{ page: 0, index, runs: [run(words, 0, index)], box: union(words) }];
  });
}
