import { addressOf } from '@umber/contract/endpoints';
import type { PageView } from '@umber/contract/documents';

/** Where a page's picture is. It is another one once the page was turned: the address says so, as browsers keep pictures. */
export const pagePicture = (documentId: number, { number, turned }: Pick<PageView, 'number' | 'turned'>): string =>
  addressOf('documentPicture', { id: documentId, page: number }, { turned });

/** The file that a document was cut out of, as it came. */
export const fileAsItCame = (documentId: number): string => addressOf('documentFile', { id: documentId });
export const searchablePdf = (documentId: number): string => addressOf('searchablePdf', { id: documentId });
