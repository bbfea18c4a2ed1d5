import type { HeaderField } from '../../documents/index.js';
import { normalizeIban, normalizeReference } from '../../identifiers/index.js';
import { decimal, within } from '../../money/index.js';
import { fold } from '../language/phrases.js';
import type { ReadValue } from '../reading.js';
import type { PaymentCode } from './payment-codes.js';
import type { PrintedReference } from './payment-references.js';

type Fields = Readonly<Record<HeaderField, ReadValue | null>>;
/** A value that the print gives, against what the payment code says. */
export interface CodeDiffers {
  readonly field: HeaderField;
  readonly printed: string;
  readonly said: string;
}

/** How sure a value is that the payment code confirms, and one that only the code has. */
const CONFIRMED = 0.995;
const BY_CODE = 0.97;

/** The payment reference as printed; the one with right check digits first. */
export const referenceField = ([first]: readonly PrintedReference[]): ReadValue | null =>
  first
    ? {
        value: first.value,
        confidence: first.checked ? 0.99 : 0.5,
        page: first.page,
        box: first.box,
        evidence: [{ code: first.checked ? 'check-digits' : 'by-looks' }],
        alternatives: [],
      }
    : null;

/**
 * The fields with the payment code on the page as a witness: what it confirms is surer, what the print leaves out is taken from it, and what
 * differs is told. An amount of nothing leaves it open.
 */
export function withPaymentCode(
  fields: Fields,
  code: PaymentCode | null,
): { fields: Record<HeaderField, ReadValue | null>; differing: CodeDiffers[] } {
  const found = { ...fields };
  const differing: CodeDiffers[] = [];
  if (code === null) return { fields: found, differing };
  const weigh = (field: HeaderField, said: string | null, isSame: (printed: string, said: string) => boolean) => {
    if (said === null) return;
    const value = found[field];
    if (value === null) found[field] = onlyInCode(said);
    else if (isSame(value.value, said))
      found[field] = {
        ...value,
        confidence: Math.max(value.confidence, CONFIRMED),
        evidence: [...value.evidence, { code: 'payment-code' }],
      };
    else differing.push({ field, printed: value.value, said });
  };
  weigh('sellerIban', code.iban, (a, b) => normalizeIban(a) === normalizeIban(b));
  weigh('amountDue', code.amount, (a, b) => within(decimal(a).abs(), b, '0.005'));
  weigh('currency', code.currency, (a, b) => a === b);
  weigh('paymentReference', code.reference, (a, b) => normalizeReference(a) === normalizeReference(b));
  // A name in a code is cut short, and may be a trading name: it only confirms.
  const name = found.sellerName;
  if (name && code.name !== null && areAlike(name.value, code.name))
    found.sellerName = {
      ...name,
      confidence: Math.max(name.confidence, CONFIRMED),
      evidence: [...name.evidence, { code: 'payment-code' }],
    };
  else if (name && code.name !== null) differing.push({ field: 'sellerName', printed: name.value, said: code.name });
  return { fields: found, differing };
}

function areAlike(one: string, other: string): boolean {
  const [a, b] = [fold(one), fold(other)];
  return a === b || ` ${a} `.includes(` ${b} `) || ` ${b} `.includes(` ${a} `);
}

const onlyInCode = (value: string): ReadValue => ({
  value,
  confidence: BY_CODE,
  page: null,
  box: null,
  evidence: [{ code: 'payment-code' }],
  alternatives: [],
});
