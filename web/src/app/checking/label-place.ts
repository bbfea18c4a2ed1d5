import type { PageView } from '@umber/contract/documents';
import { middleX, middleY, type Box } from '@umber/core/geometry';
import type { ReadValue } from '@umber/core/reading';
import { foundOn } from '../viewer/find';

/** The words by which a value was found, with their place on the page, in points. */
export interface PrintedLabel {
  readonly text: string;
  readonly page: number;
  readonly box: Box;
}

/** How far away a place is; what stands in another row counts for more. */
const distance = (a: Box, b: Box): number => Math.abs(middleX(a) - middleX(b)) + 3 * Math.abs(middleY(a) - middleY(b));

/** The label of a value where its words stand nearest to it; null where it was found by none, or the page does not show it. */
export function labelOf(read: ReadValue | null, pages: readonly PageView[]): PrintedLabel | null {
  const { box } = read ?? { box: null };
  const shown = read?.evidence.find(({ code }) => code === 'labelled' || code === 'captioned');
  const page = pages.find(({ number }) => number === read?.page);
  if (!box || !page || !shown) return null;
  const text = shown.code === 'labelled' ? shown.label : shown.code === 'captioned' ? shown.words : '';
  const [nearest] = foundOn(page, text).sort((a, b) => distance(a.box, box) - distance(b.box, box));
  if (!nearest) return null;
  const words = page.words.filter((word) => word.x >= nearest.box.x - 0.1 && word.y >= nearest.box.y - 0.1 && isWithin(word, nearest.box));
  return { text: words.map((word) => word.text).join(' '), page: page.number, box: nearest.box };
}

const isWithin = (a: Box, b: Box): boolean => a.x + a.width <= b.x + b.width + 0.1 && a.y + a.height <= b.y + b.height + 0.1;
