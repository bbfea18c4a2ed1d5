import type { PageView } from '@umber/contract/documents';

/** Where a page's picture is. It is another one once the page was turned: the address says so, as browsers keep pictures. */
export const pagePicture = (documentId: number, { number, turned }: Pick<PageView, 'number' | 'turned'>): string =>
  `/api/documents/${documentId}/pages/${number}/picture?turned=${turned}`;
