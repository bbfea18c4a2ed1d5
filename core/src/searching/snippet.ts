import { withoutCase } from '../text/index.js';

/** A form in which a word may stand: by its beginning, or, for a stem, with some letters after it. In small letters, without accents. */
export interface Form {
  readonly text: string;
  /** The most letters that may follow; null: any number. */
  readonly more: number | null;
}
export interface SnippetPart {
  readonly text: string;
  /** Whether it was looked for. */
  readonly hit: boolean;
}
export interface Snippet {
  readonly parts: readonly SnippetPart[];
  /** From 0: which of the texts it is of. */
  readonly at: number;
  /** The hit as it is written there. */
  readonly first: string;
  /** How many hits there are in all texts. */
  readonly hits: number;
}

const WORD = /[\p{L}\p{N}]+/gu;
/** Words before the first hit, and in all. */
const [BEFORE, SHOWN] = [5, 18];

interface Hit {
  readonly at: number;
  readonly word: number;
  readonly group: number;
}

/**
 * The piece of the texts with the most of what was looked for, hits marked; null where nothing of it is there.
 * `groups`: for each thing looked for, the forms in which it may stand.
 */
export function snippetOf(texts: readonly string[], groups: readonly (readonly Form[])[]): Snippet | null {
  const words = texts.map((text) => [...text.matchAll(WORD)].map((match) => ({ text: match[0], from: match.index })));
  const hits: Hit[] = [];
  words.forEach((list, at) =>
    list.forEach(({ text }, word) => {
      const plain = withoutCase(text);
      const group = groups.findIndex((forms) => forms.some((form) => isForm(plain, form)));
      if (group >= 0) hits.push({ at, word, group });
    }),
  );
  if (hits.length === 0) return null;
  const best = bestOf(hits);
  const list = words[best.at];
  const [from, to] = [Math.max(0, best.word - BEFORE), Math.min(list.length, Math.max(0, best.word - BEFORE) + SHOWN)];
  const text = texts[best.at];
  const marked = new Set(hits.filter(({ at, word }) => at === best.at && word >= from && word < to).map(({ word }) => word));
  const parts: SnippetPart[] = from > 0 ? [{ text: '… ', hit: false }] : [];
  let cursor = list[from].from;
  const push = (end: number, hit: boolean) => {
    if (end > cursor) parts.push({ text: text.slice(cursor, end).replace(/\s+/g, ' '), hit });
    cursor = end;
  };
  for (const word of [...marked].sort((a, b) => a - b)) {
    push(list[word].from, false);
    push(list[word].from + list[word].text.length, true);
  }
  push(to < list.length ? list[to].from : text.length, false);
  if (to < list.length) parts.push({ text: '…', hit: false });
  return { parts, at: best.at, first: list[best.word].text, hits: hits.length };
}

const isForm = (word: string, { text, more }: Form): boolean =>
  word.startsWith(text) && (more === null || word.length - text.length <= more);

/** The hit from which on the most different things stand within one piece; the first of those. */
function bestOf(hits: readonly Hit[]): Hit {
  let [best, most] = [hits[0], 0];
  hits.forEach((hit, i) => {
    const seen = new Set<number>();
    for (let j = i; j < hits.length && hits[j].at === hit.at && hits[j].word - hit.word < SHOWN - BEFORE; j++) seen.add(hits[j].group);
    if (seen.size > most) [best, most] = [hit, seen.size];
  });
  return best;
}
