import { readNumber } from '@umber/core/reading';
import type { Handlers } from '../serve.js';
import type { Services } from '../services.js';
import { searchWords } from '../database/search-words.js';
import { foundDocuments } from './queries.js';

const MOST_FOUND = 60;

/** Letters that mean something to `like` mean themselves. */
const partOf = (text: string): string => `%${text.replace(/[\\%_]/g, '\\$&')}%`;

/** An amount as people write one, with comma or point; null where the text is none. */
function amountIn(text: string): string | null {
  if (!/\d/.test(text) || !/^[\d\s.,'’£€$A-Z-]+$/i.test(text)) return null;
  const digits = text.replace(/[^\d.,'’ -]/g, '').trim();
  const mark = /[.,](?=\d{1,2}$)/.exec(digits)?.[0] === ',' ? ',' : '.';
  const value = readNumber(digits, mark)?.value ?? null;
  return value !== null && /^-?\d{1,12}(\.\d{1,4})?$/.test(value) ? value : null;
}

/** One search over all documents. */
export const searchingRoutes = ({ pool }: Services): Handlers<'search'> => ({
  search: ({ input: { q } }) => {
    const text = q.trim();
    if (text === '') return [];
    const words = searchWords(text);
    return foundDocuments(pool, { part: partOf(text), amount: amountIn(text), words: words === '' ? null : words }, MOST_FOUND);
  },
});
