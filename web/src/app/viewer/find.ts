import type { PageView } from '@umber/contract/documents';
import { union, type Box } from '@umber/core/geometry';

/** A place where words stand that were looked for. */
export interface Found {
  readonly page: number;
  /** Points. */
  readonly box: Box;
}

/** Letters without case and accents, digits and nothing else: what is typed finds what is printed with other signs between. */
const folded = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/[^\p{L}\p{N}]/gu, '')
    .toLowerCase();

interface FoldedPage {
  readonly text: string;
  /** Where each word begins in the text, and the end of the last. */
  readonly starts: readonly number[];
}
/** Pages are looked through again and again: for labels, for what is typed. */
const known = new WeakMap<PageView['words'], FoldedPage>();

function foldedPage(words: PageView['words']): FoldedPage {
  const kept = known.get(words);
  if (kept) return kept;
  let text = '';
  const starts = words.map((word) => {
    const at = text.length;
    text += folded(word.text);
    return at;
  });
  const page = { text, starts: [...starts, text.length] };
  known.set(words, page);
  return page;
}

/** Every place on a page where the query stands, also across several words and within one. */
export function foundOn({ number, words }: PageView, query: string): Found[] {
  const wanted = folded(query);
  if (wanted === '') return [];
  const { text, starts } = foldedPage(words);
  const found: Found[] = [];
  for (let at = text.indexOf(wanted); at >= 0; at = text.indexOf(wanted, at + wanted.length)) {
    const hit = words.filter((_, i) => starts[i] < at + wanted.length && starts[i + 1] > at && starts[i + 1] > starts[i]);
    if (hit.length > 0) found.push({ page: number, box: union(hit) });
  }
  return found;
}
