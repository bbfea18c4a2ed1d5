import type { HeaderField } from '../../documents/index.js';
import { union } from '../../geometry/index.js';
import { bareIdentifier, checkTaxId, isTaxIdShape, normalizeIban, normalizeTaxId } from '../../identifiers/index.js';
import { similarity } from '../../similarity/index.js';
import type { Habit } from '../habit.js';
import type { PrintedIdentifier, PrintedTaxId } from '../header/bank-and-tax.js';
import type { PrintedName } from '../header/seller-name.js';
import { fold } from '../language/phrases.js';
import type { Row, Run, Word } from '../print/words.js';

/** The value that is the same on all pages of the supplier; null where none is known. */
export const sameOf = (habits: readonly Habit[], field: HeaderField): string | null =>
  habits.flatMap((habit) => (habit.what === 'same' && habit.field === field ? [habit.value] : []))[0] ?? null;

/** How alike a name must be to be the same one with letters misread. */
const SAME_NAME = 0.8;
const BY_HABIT = 0.99;

/** The names with the supplier's own one first, as it was learned, where the page has it or one that is nearly it. */
export function withSameName(names: readonly PrintedName[], known: string | null, rows: readonly Row[]): readonly PrintedName[] {
  if (known === null) return names;
  const printed = wordsThatAre(rows, fold(known), fold, ' ')[0];
  const near = names.find(({ value }) => similarity(value, known) >= SAME_NAME);
  const place = printed ? { run: printed.run, box: union(printed.words) } : near && { run: near.run, box: near.box };
  return place
    ? [{ ...place, value: known, score: BY_HABIT }, ...names.filter((name) => name !== near && fold(name.value) !== fold(known))]
    : names;
}

/** The accounts with the one that is on all the supplier's pages first. */
export function sameFirst(found: readonly PrintedIdentifier[], known: string | null, rows: readonly Row[]): readonly PrintedIdentifier[] {
  if (known === null) return found;
  const at = found.find(({ value }) => normalizeIban(value) === normalizeIban(known));
  if (at) return [at, ...found.filter((one) => one !== at)];
  const printed = wordsThatAre(rows, normalizeIban(known), normalizeIban, '')[0];
  return printed ? [{ value: normalizeIban(known), run: printed.run, words: printed.words }, ...found] : found;
}

/** The tax ids with the one that is on all the supplier's pages as the only one, where it stands on this one. */
type RankedTaxId = PrintedTaxId & { readonly rival?: PrintedTaxId };

export function withSameId(found: readonly RankedTaxId[], known: string | null, rows: readonly Row[]): readonly RankedTaxId[] {
  if (known === null) return found;
  const at = found.find(({ value }) => bareIdentifier(value) === bareIdentifier(known));
  if (at) return [{ ...at, rival: undefined }, ...found.filter((one) => one !== at)];
  const printed = wordsThatAre(rows, bareIdentifier(known), bareIdentifier, '')[0];
  if (!printed) return found;
  const check = isTaxIdShape(normalizeTaxId(known)) ? checkTaxId(normalizeTaxId(known)) : 'national';
  return [{ value: known, run: printed.run, words: printed.words, check, labelled: true, score: 1 }, ...found];
}

/** The words of one run that together are a text, as `plain` makes both. */
export function wordsThatAre(
  rows: readonly Row[],
  wanted: string,
  plain: (text: string) => string,
  between: string,
): { readonly run: Run; readonly words: readonly Word[] }[] {
  return rows.flatMap((row) =>
    row.runs.flatMap((run) => {
      const texts = run.words.map(({ text }) => plain(text));
      for (let from = 0; from < texts.length; from++) {
        let text = '';
        for (let to = from; to < texts.length && text.length < wanted.length; to++) {
          text += text === '' || texts[to] === '' ? texts[to] : between + texts[to];
          if (text === wanted) return [{ run, words: run.words.slice(from, to + 1) }];
        }
      }
      return [];
    }),
  );
}
