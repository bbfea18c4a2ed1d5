import { HEADER_FIELDS, isGuessed, type HeaderField } from '../documents/index.js';
import { overlapX, overlapY } from '../geometry/index.js';
import { bareIdentifier, checkTaxId } from '../identifiers/index.js';
import { LABEL_MEANINGS, type LabelMeaning } from '../languages/index.js';
import { blocksUnder } from '../reading/header/address-blocks.js';
import { identifierBox } from '../reading/header/bank-and-tax.js';
import type { Gathered } from '../reading/gather.js';
import type { DocumentReading } from '../reading/index.js';
import type { Located } from './located.js';

/** From this score on a known label says plainly what a value is. */
const PLAINLY = 0.75;
const REFERENCES: ReadonlySet<HeaderField> = new Set(['invoiceNumber', 'orderReference']);

/**
 * Whether what a person said of a field goes against what the page itself plainly says: a slip, perhaps. Such a habit speaks, but what it
 * changes is asked about until a second document has borne it out.
 */
export function goesAgainst(
  field: HeaderField,
  value: string,
  found: Located | null,
  gathered: Gathered,
  without: DocumentReading,
  said: Readonly<Partial<Record<HeaderField, string | null>>>,
): boolean {
  const read = without.fields[field];
  const isAsked = without.doubts.some((doubt) => doubt.field === field && doubt.line === null);
  if (read && read.value !== value && !isAsked && !isGuessed(read.evidence)) return true;
  if (field === 'sellerTaxId') return read?.value !== value && checkTaxId(value) !== 'right';
  if (field === 'sellerName') return false;
  if (field === 'dueDate' && said.issueDate != null && value < said.issueDate) return true;
  // One printed date is not both.
  if ((field === 'issueDate' || field === 'dueDate') && said.issueDate === said.dueDate) return true;
  // A value under no words at all that nothing but a person's word speaks for.
  if (found?.caption === null && read === null) return true;
  if (found && blocksUnder(gathered.labelled, gathered.rows, ['buyer', 'shipTo']).includes(found.span.run)) return true;
  if (REFERENCES.has(field)) {
    if (HEADER_FIELDS.some((other) => other !== field && bareIdentifier(said[other] ?? '') === bareIdentifier(value))) return true;
    if (POST_CODE.test(value) || (found && isAnothers(found, gathered))) return true;
  }
  return found !== null && isLabelledOtherwise(field, found, gathered);
}

/** The code of a place, as British addresses end in. */
const POST_CODE = /^[A-Z]{1,2}\d[\dA-Z]? ?\d[A-Z]{2}$/;

/** Whether the value is part of a tax id or an account. */
const isAnothers = ({ span }: Located, { taxIds, ibans }: Gathered): boolean =>
  [...taxIds, ...ibans].some((id) => {
    const box = identifierBox(id);
    return id.run.page === span.run.page && overlapX(box, span.box) > 0 && overlapY(box, span.box) > 0;
  });

/** Whether a label that is known points at the value and says that it is something else. */
function isLabelledOtherwise(field: HeaderField, { span }: Located, { labelled }: Gathered): boolean {
  const score = (meaning: LabelMeaning) =>
    Math.max(0, ...labelled.candidates(meaning, (run) => (run === span.run ? [span] : [])).map((candidate) => candidate.score));
  const own = (LABEL_MEANINGS as readonly string[]).includes(field) ? score(field as LabelMeaning) : 0;
  return LABEL_MEANINGS.some((meaning) => meaning !== field && !isNear(field, meaning) && score(meaning) >= Math.max(PLAINLY, own + 0.05));
}

/** Labels that name a field as well as another one: what is due may be the total, the goods the net total. */
const NEAR: Readonly<Partial<Record<HeaderField, readonly LabelMeaning[]>>> = {
  grossTotal: ['amountDue', 'netTotal', 'goodsTotal'],
  amountDue: ['grossTotal'],
  netTotal: ['goodsTotal', 'grossTotal', 'taxBreakdown'],
  taxTotal: ['taxBreakdown'],
  invoiceNumber: ['ownNumber'],
};
const isNear = (field: HeaderField, meaning: LabelMeaning): boolean => NEAR[field]?.includes(meaning) ?? false;
