import { addressOf } from '@umber/contract/endpoints';
import type { PageView } from '@umber/contract/documents';

/** Where a page's picture is. It is another one once the page was turned: the address says so, as browsers keep pictures. */
export const pagePicture = (documentId: number, { number, turned }: Pick<PageView, 'number' | 'turned'>): string =>
  addressOf('documentPicture', { id: documentId, page: number }, { turned });

/** A page as it came, neither turned nor straightened. */
export const pageAsItCame = (documentId: number, page: number): string => addressOf('pageAsItCame', { id: documentId, page });

/** The file that a document was cut out of, as it came. */
export const fileAsItCame = (documentId: number): string => addressOf('documentFile', { id: documentId });
/** All that there is of a document, for who audits it. */
export const auditPackage = (documentId: number): string => addressOf('auditPackage', { id: documentId });
/** The invoice as an electronic one. */
export const eInvoiceFile = (documentId: number, syntax: 'asUbl' | 'asCii'): string => addressOf(syntax, { id: documentId });
/** As PDF/A-3, with its data in it. */
export const keptPdf = (documentId: number): string => addressOf('keptPdf', { id: documentId });
export const searchablePdf = (documentId: number): string => addressOf('searchablePdf', { id: documentId });
