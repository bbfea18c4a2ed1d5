import type { Relation } from '../../documents/index.js';
import { LEXICONS, type LabelMeaning } from '../../languages/index.js';
import { bottom, overlapX, right, type Box } from '../../geometry/index.js';
import { fold } from '../language/phrases.js';
import type { Span } from '../print/spans.js';
import type { Row, Run, Word } from '../print/words.js';

/** The words beside a value that may say what it is, known or not. */
export interface Caption {
  readonly relation: Relation;
  readonly text: string;
  readonly words: readonly string[];
  readonly colon: boolean;
  readonly box: Box;
}

const MOST_WORDS = 4;
/** How far to the left, in points, and how far above, in heights, a caption may stand. */
const FAR_LEFT = 230;
const FAR_ABOVE = 2.2;

/**
 * The words that caption a value: before it in its run, in the run to its left, or right above it; right below it where `under`, as the page is
 * laid out. Several may: nearest first.
 */
export function captionsOf(span: Span, rows: readonly Row[], place: number, under: boolean): Caption[] {
  const { run } = span;
  const captions: Caption[] = [];
  let from = span.from;
  while (from > 0 && span.from - from < MOST_WORDS && !/\d|^[·|•–—]$/.test(run.words[from - 1].text)) from--;
  const before = run.words.slice(from, span.from);
  if (before.some(({ text }) => /[\p{L}#№]/u.test(text))) captions.push(asCaption('same run', before, run.box));
  if (span.from > 0) return captions;
  const { runs } = rows[place];
  const left = runs[runs.indexOf(run) - 1] as Run | undefined;
  if (left && isWords(left) && run.box.x - right(left.box) < FAR_LEFT)
    captions.push(asCaption('right of', left.words.slice(-MOST_WORDS), left.box));
  const next = nextTo(span, rows, place, under ? 1 : -1);
  if (next) captions.push(asCaption(under ? 'above' : 'below', next.words.slice(0, MOST_WORDS), next.box));
  return captions;
}

/** The words right above (-1) or right below (1) a value, where what stands there is words. */
function nextTo({ box, run }: Span, rows: readonly Row[], place: number, direction: 1 | -1): Run | null {
  for (let at = place + direction; (rows[at] as Row | undefined)?.page === run.page; at += direction) {
    const row = rows[at];
    const gap = direction === 1 ? row.box.y - bottom(box) : box.y - bottom(row.box);
    if (gap > FAR_ABOVE * box.height) return null;
    if (gap < -0.4 * box.height) continue;
    const next = row.runs.find((other) => overlapX(other.box, box) > 0 || Math.abs(other.box.x - box.x) < 4);
    if (next) return isWords(next) ? next : null;
  }
  return null;
}

const isWords = (run: Run): boolean => /\p{L}{2}/u.test(run.text) && !/\d|@/.test(run.text) && run.words.length <= 6;

const asCaption = (relation: Relation, words: readonly Word[], box: Box): Caption => ({
  relation,
  text: words.map(({ text }) => text).join(' '),
  words: words.flatMap(({ text }) => fold(text).split(' ')).filter((word) => word !== ''),
  colon: words[words.length - 1].text.endsWith(':'),
  box,
});

/** How much a word is one of a meaning's labels rather than of the others': the share of it, 0..1, by folded word. */
const SHARES = wordShares();

function wordShares(): ReadonlyMap<string, ReadonlyMap<LabelMeaning, number>> {
  const counts = new Map<string, Map<LabelMeaning, number>>();
  for (const { labels } of LEXICONS)
    for (const [meaning, phrases] of Object.entries(labels) as [LabelMeaning, readonly string[]][])
      for (const phrase of phrases)
        for (const word of new Set(fold(phrase).split(' '))) {
          const of = counts.get(word) ?? new Map<LabelMeaning, number>();
          counts.set(word, of.set(meaning, (of.get(meaning) ?? 0) + 1 / phrases.length));
        }
  return new Map(
    [...counts].map(([word, of]) => {
      const all = [...of.values()].reduce((sum, count) => sum + count, 0);
      return [word, new Map([...of].map(([meaning, count]) => [meaning, count / all]))];
    }),
  );
}

/** What a caption's words say for a meaning, 0..1, though the whole may be no label that is known: “Rechn. Nr.”, “Invoice ident”. */
export function wordsFor(caption: Caption, meaning: LabelMeaning): number {
  return caption.words.reduce((most, word) => Math.max(most, sharesOf(word).get(meaning) ?? 0), 0);
}

/** Words that were looked up though no label has them: a document asks about each many times. */
const alike = new Map<string, ReadonlyMap<LabelMeaning, number>>();
const MOST_ALIKE = 5000;
/** What a word counts that only begins as a label's does: “rechn”, “factuurident”. */
const BEGINS_ALIKE = 0.8;

function sharesOf(word: string): ReadonlyMap<LabelMeaning, number> {
  const known = SHARES.get(word) ?? alike.get(word);
  if (known) return known;
  const found = new Map<LabelMeaning, number>();
  if (word.length >= 3)
    for (const [label, of] of SHARES)
      if (label.length >= 4 && (label.startsWith(word) || word.startsWith(label)))
        for (const [meaning, share] of of) found.set(meaning, Math.max(found.get(meaning) ?? 0, BEGINS_ALIKE * share));
  if (alike.size >= MOST_ALIKE) alike.clear();
  alike.set(word, found);
  return found;
}

/** Whether every word of a caption is one that labels have. */
export const isKnown = (caption: Caption): boolean => caption.words.every((word) => SHARES.has(word));
