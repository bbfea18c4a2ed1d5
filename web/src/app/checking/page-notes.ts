import type { DocumentView } from '@umber/contract/documents';
import { counted } from '../words/counted';
import type { Item } from './margin-items';

/** What each page of a document holds, in a word, by its number in the file: what is asked there first. */
export function pageNotes({ pages, lines }: DocumentView, items: readonly Item[]): Map<number, string> {
  return new Map(
    pages.map(({ number }): [number, string] => {
      const asked = items.filter((item) => item.doubt !== null && item.page === number).length;
      if (asked > 0) return [number, counted(asked, 'doubt')];
      const here = items.filter((item) => item.page === number && item.id !== 'lines').map(({ id }) => id);
      const parts = [
        here.some((id) => id === 'invoiceNumber' || id === 'issueDate') ? 'head' : '',
        lines.some((line) => line.page === number) ? 'lines' : '',
        here.includes('grossTotal') ? 'total' : '',
      ].filter((part) => part !== '');
      return [number, parts.slice(0, 2).join(', ')];
    }),
  );
}
