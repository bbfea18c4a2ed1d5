import type { Evidence, HeaderField, Question } from '../documents/index.js';
import type { Box } from '../geometry/index.js';
import { plain } from '../money/index.js';
import { gather, type Gathered } from './gather.js';
import { identifierBox } from './header/bank-and-tax.js';
import type { PageWords } from './print/words.js';
import { readDocument } from './read-document.js';
import type { ReadingContext, ReadValue } from './reading.js';

/** A value that a field could have had, with what spoke for it. */
export interface ExplainedCandidate {
  readonly value: string;
  /** As the rules weigh it, 0..1; before the joint choice and calibration. */
  readonly score: number;
  readonly page: number | null;
  readonly box: Box | null;
  readonly evidence: Evidence | null;
}

/** How a field came to its value. */
export interface Explanation {
  readonly field: HeaderField;
  /** Everything that was considered, best first. */
  readonly candidates: readonly ExplainedCandidate[];
  /** What was chosen, with the evidence that decided and the confidence that came of it. */
  readonly chosen: ReadValue | null;
  /** What is asked about it. */
  readonly questions: readonly Question[];
}

/** All candidates of a field of the head on the pages of one document, and what was chosen among them. */
export function explainField(pages: readonly PageWords[], field: HeaderField, context: ReadingContext = {}): Explanation {
  const reading = readDocument(pages, context);
  const candidates = [...candidatesOf(gather(pages, context, 'best'), field)].sort((a, b) => b.score - a.score);
  return {
    field,
    candidates,
    chosen: reading.fields[field],
    questions: reading.doubts.flatMap((doubt) => (doubt.field === field && doubt.line === null ? [doubt.question] : [])),
  };
}

function candidatesOf(gathered: Gathered, field: HeaderField): readonly ExplainedCandidate[] {
  const { totals } = gathered;
  switch (field) {
    case 'invoiceNumber':
      return gathered.numbers.number;
    case 'orderReference':
      return gathered.numbers.order;
    case 'issueDate':
      return gathered.issues;
    case 'dueDate':
      return gathered.dues;
    case 'netTotal':
    case 'taxTotal':
    case 'grossTotal':
    case 'amountDue':
      return totals.candidates[field].map(({ value, score, span, evidence }) => ({
        value: plain(value),
        score,
        page: span?.run.page ?? null,
        box: span?.box ?? null,
        evidence,
      }));
    case 'sellerName':
      return gathered.names.map(({ value, score, run, box }) => ({ value, score, page: run.page, box, evidence: { code: 'legal-name' } }));
    case 'sellerTaxId':
      return gathered.taxIds.map((id, i) => ({
        value: id.value,
        score: 1 - i / 10,
        page: id.run.page,
        box: identifierBox(id),
        evidence: { code: id.check === 'right' ? 'check-digits' : 'tax-id-label' },
      }));
    case 'sellerIban':
      return gathered.ibans.map((iban, i) => ({
        value: iban.value,
        score: 1 - i / 10,
        page: iban.run.page,
        box: identifierBox(iban),
        evidence: { code: iban.repaired ? 'check-digits-repaired' : 'check-digits' },
      }));
    case 'currency':
      return gathered.currency
        ? [gathered.currency.value, ...gathered.currency.rivals].map((value, i) => ({
            value,
            score: 1 - i / 10,
            page: null,
            box: null,
            evidence: { code: 'printed-currency' },
          }))
        : [];
    case 'paymentReference':
    case 'discountPercent':
    case 'discountDate':
      return [];
  }
}
