import { fold } from '../reading/language/phrases.js';
import type { PageWords } from '../reading/index.js';
import { jaccard } from './jaccard.js';

/**
 * What a document’s first page looks like: its words, each once, and which of them stand where (`word@column,row`). Numbers
 * are left out: they change from one document to the next. Plain data, to be kept as it is.
 */
export type PageLayout = readonly string[];

/** Words of a page that are looked at; a longer page is told by its beginning and its end. */
const MOST_WORDS = 400;
/** The page is laid out in this many columns and rows; a word that shifts by less stays in its place. */
const [COLUMNS, ROWS] = [8, 12];

/** The layout of a document’s first page; empty where nothing is on it. */
export function layoutOf(pages: readonly PageWords[]): PageLayout {
  const [first] = pages;
  if (!first) return [];
  const ordered = [...first.words].sort((a, b) => a.y - b.y);
  const words = ordered.length <= MOST_WORDS ? ordered : [...ordered.slice(0, MOST_WORDS / 2), ...ordered.slice(-MOST_WORDS / 2)];
  const layout = new Set<string>();
  for (const { text, x, y } of words)
    for (const part of fold(text).split(' ')) {
      if (!/^\p{L}{3,24}$/u.test(part)) continue;
      layout.add(part);
      layout.add(`${part}@${Math.floor((COLUMNS * x) / first.width)},${Math.floor((ROWS * y) / first.height)}`);
    }
  return [...layout];
}

const isPlace = (part: string) => part.includes('@');

/** How alike two layouts are, 0..1: the mean of their shared words and their shared places, each as a share of all (Jaccard index). */
export function likeness(a: PageLayout, b: PageLayout): number {
  const [words, places] = [false, true].map((place) => {
    const [left, right] = [a, b].map((layout) => layout.filter((part) => isPlace(part) === place));
    return jaccard(left, right);
  });
  return (words + places) / 2;
}

/** A document that others are compared with, and the group that it is in. */
export interface Seen {
  readonly group: number;
  readonly layout: PageLayout;
  readonly taxId: string | null;
}

/** How alike documents of one supplier's layout are at least. */
export const LEAST_ALIKE = 0.4;

/**
 * The group that a document belongs to: that of the one most alike, or of one with the same tax id; null where none is. Two
 * different tax ids are never one supplier.
 */
export function groupFor(layout: PageLayout, taxId: string | null, seen: readonly Seen[]): number | null {
  let best: { group: number; likeness: number } | null = null;
  for (const one of seen) {
    if (taxId !== null && one.taxId !== null && taxId !== one.taxId) continue;
    const how = taxId !== null && taxId === one.taxId ? 1 : likeness(layout, one.layout);
    if (how >= LEAST_ALIKE && (best === null || how > best.likeness)) best = { group: one.group, likeness: how };
  }
  return best?.group ?? null;
}
