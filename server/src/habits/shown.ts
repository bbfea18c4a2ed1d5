import { bareIdentifier } from '@umber/core/identifiers';
import { fold, type PageWords } from '@umber/core/reading';
import { rowsOf } from '@umber/core/reading';

/** Words that a name and an account have at most, and signs that an identifier has at least. */
const [NAME, ACCOUNT] = [8, 9];
const SHORTEST = 6;

/** What pages show that a supplier may be known by: every few words in a row, folded, and every identifier, without spaces and marks. */
export function shownOn(pages: readonly PageWords[]): { readonly names: string[]; readonly ids: string[] } {
  const [names, ids] = [new Set<string>(), new Set<string>()];
  for (const page of pages)
    for (const row of rowsOf(page))
      for (const run of row.runs)
        for (let from = 0; from < run.words.length; from++) {
          let [name, id] = ['', ''];
          for (let to = from; to < Math.min(run.words.length, from + ACCOUNT); to++) {
            const folded = fold(run.words[to].text);
            name += name === '' || folded === '' ? folded : ` ${folded}`;
            id += bareIdentifier(run.words[to].text);
            if (to - from < NAME && name.length >= SHORTEST - 1) names.add(name);
            if (id.length >= SHORTEST && /\d/.test(id) && id.length <= 40) ids.add(id);
          }
        }
  return { names: [...names], ids: [...ids] };
}

/** Names, tax ids and accounts as they are looked up. */
export const asLookedUp = ({
  names,
  taxIds,
  ibans,
}: {
  names: readonly string[];
  taxIds: readonly string[];
  ibans: readonly string[];
}) => ({
  names: names.map(fold).filter((name) => name.length >= SHORTEST - 1),
  taxIds: taxIds.map(bareIdentifier),
  ibans: ibans.map(bareIdentifier),
});
