import { LEXICONS } from '../../languages/index.js';
import { fold } from '../language/phrases.js';
import type { Run, Word } from '../print/words.js';

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
