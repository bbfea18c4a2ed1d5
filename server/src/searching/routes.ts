import { MAY } from '@umber/core/permissions';
import { typedAmount } from '@umber/core/searching';
import type { Handlers } from '../serve.js';
import type { Services } from '../services.js';
import { asLike, searchWords } from '../database/search-words.js';
import { peopleWith } from '../people/queries.js';
import { searchArchive } from './archive.js';
import { pageOf } from '../database/page.js';
import { keepSearch, keptSearches, lookAtSearch, removeSearch } from './kept-searches.js';
import { closeList, openLists } from './list-queries.js';
import { handList, openList } from './lists.js';
import { documentsBefore, foundDocuments } from './queries.js';

type Searching =
  | 'search'
  | 'documents'
  | 'searchArchive'
  | 'keptSearches'
  | 'keepSearch'
  | 'lookAtSearch'
  | 'removeSearch'
  | 'handedLists'
  | 'handedList'
  | 'handList'
  | 'closeList'
  | 'listReaders';

const MOST_FOUND = 60;

const partOf = (text: string): string => `%${asLike(text)}%`;

/** One search over all documents; the archive, searches that are kept, and lists that are handed on. */
export const searchingRoutes = ({ pool, today }: Services): Handlers<Searching> => ({
  documents: async ({ input }) => {
    const { items, next } = await pageOf(
      input,
      (before, most) => documentsBefore(pool, before, most),
      ({ id }) => id,
    );
    return { documents: items, next };
  },
  searchArchive: ({ input }) => searchArchive(pool, input),
  keptSearches: ({ person }) => keptSearches(pool, person.id),
  keepSearch: async ({ input, person }) => {
    await keepSearch(pool, input, person.id);
    return keptSearches(pool, person.id);
  },
  lookAtSearch: async ({ params: { id }, person }) => {
    await lookAtSearch(pool, id, person.id);
    return keptSearches(pool, person.id);
  },
  removeSearch: async ({ params: { id }, person }) => {
    await removeSearch(pool, id, person.id);
    return keptSearches(pool, person.id);
  },
  handedLists: ({ person }) => openLists(pool, person.id, today()),
  handedList: ({ params: { id }, person }) => openList(pool, id, person.id, today()),
  handList: ({ input, person }) => handList(pool, input, person, today()),
  closeList: async ({ params: { id }, person }) => {
    await closeList(pool, id, person.id);
    return openLists(pool, person.id, today());
  },
  listReaders: ({ person }) => peopleWith(pool, MAY.handLists).then((people) => people.filter(({ id }) => id !== person.id)),
  search: ({ input: { q } }) => {
    const text = q.trim();
    if (text === '') return [];
    const words = searchWords(text);
    return foundDocuments(pool, { part: partOf(text), amount: typedAmount(text), words: words === '' ? null : words }, MOST_FOUND);
  },
});
