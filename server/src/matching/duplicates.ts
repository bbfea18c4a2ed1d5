import type { DuplicateSign } from '@umber/core/documents';
import { duplicateSign, type MatchException } from '@umber/core/matching';
import type { Database } from '../database/database.js';
import { replacedOf } from '../documents/credit-queries.js';
import { likeDocuments, numberedDocument, type MatchHead } from './queries.js';

/** What weighs most is said first. */
const ORDER: readonly DuplicateSign[] = ['number', 'page', 'similar-number', 'amount-and-date'];

/**
 * The document that this one may be once more: of the same supplier, of one that may be the same firm, or with the same page. A document
 * that took its turn is held against those that took it before.
 */
export async function duplicateExceptions(db: Database, head: MatchHead, supplierId: number): Promise<MatchException[]> {
  const own = await numberedDocument(db, head.id);
  const replaced = await replacedOf(db, head.id);
  const signs = (await likeDocuments(db, head.id, supplierId)).flatMap((other) => {
    if (other.id === replaced?.id) return [];
    const because = own && duplicateSign(own, other);
    return because ? [{ other, because }] : [];
  });
  const [first] = signs.sort((a, b) => ORDER.indexOf(a.because) - ORDER.indexOf(b.because) || a.other.id - b.other.id);
  if (!first) return [];
  const { other, because } = first;
  return [
    {
      line: null,
      facts: { code: 'duplicate', number: other.number ?? head.invoiceNumber ?? '', document: other.id, because },
      figures: [
        { name: 'total', invoice: head.gross, order: other.gross, received: null, variance: null },
        { name: 'issue-date', invoice: head.issueDate, order: other.issueDate, received: null, variance: null },
      ],
    },
  ];
}
