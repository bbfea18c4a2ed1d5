import { bottom, middleX, middleY, overlapX, right, union, type Box } from '../../geometry/index.js';
import { similarity } from '../../similarity/index.js';
import { fold } from '../language/phrases.js';
import { rowsOfText, run, type PageWords, type Row, type Run, type Word } from '../print/words.js';
import type { Look, PagePart, Side } from './rule.js';

/** Some runs of the pages, and the words that they were found by; null where by none. */
export interface Spot {
  readonly runs: readonly Run[];
  readonly origin: { readonly page: number; readonly box: Box } | null;
}

/** The pages that a rule looks on. */
export interface RulePages {
  readonly pages: readonly PageWords[];
  readonly rows: readonly Row[];
}

/** How alike words on a scan must be to those that are looked for. */
const ALIKE = 0.8;
/** Letters of words that may be misread at all. */
const LONG_ENOUGH = 5;
/** How far, in heights of a letter, a value may stand aside of the words over or under it. */
const ASIDE = 1;

/** Where words stand in a row: `from` inclusive, `to` exclusive; `rest` is what is glued behind them. */
interface Found {
  readonly row: Row;
  readonly words: readonly Word[];
  readonly from: number;
  readonly to: number;
  readonly rest: Word | null;
  readonly box: Box;
}

/** All places of words on some rows. */
export function wordsOn(rows: readonly Row[], phrase: string): Found[] {
  const tokens = fold(phrase).split(' ').filter(Boolean);
  if (tokens.length === 0) return [];
  return rows.flatMap((row) => {
    const words = row.runs.flatMap((one) => one.words);
    const found: Found[] = [];
    for (let from = 0; from < words.length; from++) {
      const place = placeAt(words, from, tokens);
      if (place) found.push({ row, words, from, ...place, box: union(words.slice(from, place.to)) });
    }
    return found;
  });
}

function placeAt(words: readonly Word[], from: number, tokens: readonly string[]): { to: number; rest: Word | null } | null {
  let got = 0;
  for (let to = from; to < words.length; to++) {
    const own = fold(words[to].text).split(' ').filter(Boolean);
    for (const [i, token] of own.entries()) {
      if (token !== tokens[got]) return likeAt(words, from, tokens);
      if (++got === tokens.length) return { to: to + 1, rest: i + 1 < own.length ? restOf(words[to], own.length - i - 1) : null };
    }
  }
  return likeAt(words, from, tokens);
}

/** The same on a scan, a letter of it misread. */
function likeAt(words: readonly Word[], from: number, tokens: readonly string[]): { to: number; rest: null } | null {
  const some = words.slice(from, from + tokens.length);
  const phrase = tokens.join(' ');
  if (some.length < tokens.length || phrase.length < LONG_ENOUGH || some.every(({ score }) => score === undefined)) return null;
  return similarity(fold(some.map(({ text }) => text).join(' ')), phrase) >= ALIKE ? { to: from + tokens.length, rest: null } : null;
}

/** What of a word is left behind its first parts: “No:4711” without the “No:”. */
function restOf(word: Word, parts: number): Word | null {
  const pieces = word.text.split(/(?<=[:=.,;()'"_*[\]?!|+–—-])/);
  const text = pieces.slice(-parts).join('');
  const share = text.length / Math.max(1, word.text.length);
  return text === '' ? null : { ...word, text, x: right(word) - share * word.width, width: share * word.width };
}

/** Whether these words stand anywhere on the pages. */
export const isThere = ({ rows }: RulePages, phrase: string): boolean => wordsOn(rows, phrase).length > 0;

/** What is left where one looks so within some spots. */
export function lookedIn(spots: readonly Spot[], look: Look, on: RulePages): Spot[] {
  switch (look.look) {
    case 'code':
      return on.pages.flatMap(({ codes }) =>
        (codes ?? []).map((text) => ({ runs: rowsOfText(text).flatMap(({ runs }) => runs), origin: null })),
      );
    case 'part':
      return spots.flatMap((spot) => partOf(spot, look.part, look.pages, on.pages));
    case 'between':
      return spots.flatMap((spot) => between(spot, look.words, look.until));
    default:
      return spots.flatMap((spot) => beside(spot, look.look, look.words));
  }
}

/** The runs of a spot, line by line. */
function rowsIn({ runs }: Spot): Row[] {
  const rows = new Map<string, Run[]>();
  for (const one of runs) {
    const key = `${one.page} ${one.row}`;
    rows.set(key, [...(rows.get(key) ?? []), one]);
  }
  return [...rows.values()].map((own) => ({
    page: own[0].page,
    index: own[0].row,
    runs: own,
    box: union(own.flatMap(({ words }) => words)),
  }));
}

function beside(spot: Spot, side: Side, phrase: string): Spot[] {
  const rows = rowsIn(spot);
  return wordsOn(rows, phrase).map(({ row, words, from, to, rest, box }): Spot => {
    const origin = { page: row.page, box };
    if (side === 'right-of' || side === 'left-of') {
      const kept = side === 'right-of' ? [...(rest ? [rest] : []), ...words.slice(to)] : words.slice(0, from);
      return { runs: inRuns(row, kept), origin };
    }
    const isThere = (one: Run) =>
      one.page === row.page &&
      (side === 'below' ? middleY(one.box) > bottom(box) : middleY(one.box) < box.y) &&
      overlapX(one.box, { ...box, x: box.x - ASIDE * box.height, width: box.width + 2 * ASIDE * box.height }) > 0;
    return { runs: rows.flatMap(({ runs }) => runs).filter(isThere), origin };
  });
}

function between(spot: Spot, phrase: string, until: string): Spot[] {
  const rows = rowsIn(spot);
  return wordsOn(rows, phrase).map((start): Spot => {
    const at = rows.indexOf(start.row);
    const runs: Run[] = [];
    const after = [...(start.rest ? [start.rest] : []), ...start.words.slice(start.to)];
    for (const [i, row] of rows.slice(at).entries()) {
      const own = i === 0 ? after : row.runs.flatMap(({ words }) => words);
      // The first mark may be the last of its row.
      const [end] = until === '' || own.length === 0 ? [] : wordsOn([{ ...row, runs: [run(own, row.page, row.index)] }], until);
      runs.push(...inRuns(row, end ? own.slice(0, end.from) : own));
      if (end || until === '') break;
    }
    return { runs, origin: { page: start.row.page, box: start.box } };
  });
}

/** Words of a row, in the runs that they stand in there. */
function inRuns(row: Row, kept: readonly Word[]): Run[] {
  const groups = row.runs.map(({ words }) =>
    kept.filter((word) => words.includes(word) || words.some((own) => own.y === word.y && own.x < word.x && right(own) === right(word))),
  );
  return groups.filter(({ length }) => length > 0).map((words) => run(words, row.page, row.index));
}

function partOf(spot: Spot, part: PagePart, which: 'first' | 'last' | 'every', pages: readonly PageWords[]): Spot[] {
  const numbers = pages.map(({ page }) => page);
  const page = which === 'first' ? numbers.at(0) : which === 'last' ? numbers.at(-1) : undefined;
  const runs = spot.runs.filter((one) => {
    const sheet = pages.find((own) => own.page === one.page);
    if (!sheet || (which !== 'every' && one.page !== page)) return false;
    const [x, y] = [middleX(one.box) / sheet.width, middleY(one.box) / sheet.height];
    switch (part) {
      case 'upper-third':
        return y < 1 / 3;
      case 'middle-third':
        return y >= 1 / 3 && y < 2 / 3;
      case 'lower-third':
        return y >= 2 / 3;
      case 'left-half':
        return x < 1 / 2;
      case 'right-half':
        return x >= 1 / 2;
      case 'whole':
        return true;
    }
  });
  return runs.length === 0 ? [] : [{ runs, origin: spot.origin }];
}
