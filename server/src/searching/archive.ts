import { PLACES, listOf, type ArchiveFound, type ArchiveHit, type ArchiveSearch, type FoundPlace } from '@umber/contract/searching';
import { readSearch, snippetOf, type Form } from '@umber/core/searching';
import type { Database } from '../database/database.js';
import { counts, hitIds, hitRows, peopleNamed, placesOf, type Asked, type HitRow } from './archive-queries.js';
import { formsOf, markedForms, wordConditions, type FormsOf } from './archive-words.js';

/** Makes a search ready to be asked. */
async function ask(db: Database, wish: ArchiveSearch): Promise<Asked & { forms: FormsOf }> {
  const search = readSearch(wish.q);
  const forms = await formsOf(db, search, wish.abroad === 'yes');
  const places = listOf(wish.found) as FoundPlace[];
  return {
    wish,
    search,
    forms,
    words: wordConditions(search, forms, places),
    hasWords: search.terms.length + search.phrases.length > 0,
    people: search.who.length === 0 ? null : await peopleNamed(db, search.who),
  };
}

/** Searches the archive: a screen of hits with the pieces in which they were found, and how many there are with each choice. */
export async function searchArchive(db: Database, wish: ArchiveSearch): Promise<ArchiveFound> {
  const asked = await ask(db, wish);
  const { documents, isRough, facets } = await counts(db, asked);
  const ids = await hitIds(db, asked, documents);
  const rows = await hitRows(db, ids);
  const groups = markedForms(asked.search, asked.forms);
  const within = PLACES.map((place) => ({ place, asked: { ...asked, words: wordConditions(asked.search, asked.forms, [place]) } }));
  return {
    documents,
    isRough,
    hits: rows.map((row) => hitOf(row, groups, listOf(wish.found))),
    facets: { ...facets, found: asked.hasWords ? await placesOf(db, within, documents) : null },
    abroad: [...new Set([...asked.forms.values()].flatMap(({ abroad }) => abroad))],
    instead: [...asked.forms].filter(([, { alike }]) => alike.length > 0).map(([word, { alike }]) => ({ word, by: alike })),
  };
}

/** Documents of a list as they are shown. */
export const listHits = async (db: Database, ids: readonly number[]): Promise<ArchiveHit[]> =>
  (await hitRows(db, ids)).map((row) => hitOf(row, [], []));

/** How many a search finds, and the newest of them. */
export async function newestInArchive(db: Database, wish: ArchiveSearch, most: number) {
  const asked = await ask(db, { ...wish, order: 'newest' });
  const { documents, isRough } = await counts(db, asked);
  return { documents, isRough, newest: await hitIds(db, asked, documents, most) };
}

/** The ids of what a search finds, at most so many, in its order. */
export async function archiveIds(db: Database, wish: ArchiveSearch, most: number): Promise<number[]> {
  const asked = await ask(db, wish);
  return hitIds(db, asked, (await counts(db, asked)).documents, most);
}

const PAGE_END = '\f';

function hitOf(
  { pages, pageText, noteText, mailText, trailText, ...row }: HitRow,
  groups: readonly (readonly Form[])[],
  places: readonly string[],
): ArchiveHit {
  const texts: Readonly<Record<FoundPlace, string>> = { page: pageText, note: noteText, mail: mailText, trail: trailText };
  const found = PLACES.filter((place) => places.length === 0 || places.includes(place)).flatMap((place) => {
    const snippet = snippetOf(texts[place].split(PAGE_END), groups);
    return snippet ? [{ place, snippet }] : [];
  });
  // The piece that says most of what was looked for.
  const marked = (parts: readonly { hit: boolean }[]) => parts.filter(({ hit }) => hit).length;
  const [best] = [...found].sort((a, b) => marked(b.snippet.parts) - marked(a.snippet.parts));
  const hits = found.reduce((sum, { snippet }) => sum + snippet.hits, 0);
  return {
    ...row,
    parts: best?.snippet.parts ?? [],
    place: best?.place ?? null,
    page: (best?.place === 'page' ? pages[best.snippet.at] : undefined) ?? pages[0] ?? null,
    more: best ? hits - marked(best.snippet.parts) : 0,
    word: best?.place === 'page' && best.snippet.at < pages.length ? best.snippet.first : null,
  };
}
