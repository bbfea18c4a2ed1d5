import { columnHeadsIn } from './labels.js';
import type { Run, Word } from './words.js';

const ITEM_LABEL = /^(item|art|artikel|ref|réf|sku|code|part|cod|código|codice|product|produkt|article)/i;

/** "Item: CMP-46" or "Réf. prestation: TP-40151" under a description: the word after the label, as the item's number; null for other text. */
export function itemNumberBelow(runs: readonly Run[], language: string): Word[] | null {
  if (runs.length !== 1) return null;
  const { words } = runs[0];
  const last = words[words.length - 1];
  const label = words[words.length - 2];
  if (words.length < 2 || words.length > 5) return null;
  const named =
    ITEM_LABEL.test(words[0].text) || columnHeadsIn(runs[0], language).some((hit) => hit.from === 0 && hit.roles.includes('itemNumber'));
  return named && /\d|-/.test(last.text) && (/[:.,;]$/.test(label.text) || words.length === 2) ? [last] : null;
}
