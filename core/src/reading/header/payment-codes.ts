import { isIban, isPaymentReference, normalizeIban } from '../../identifiers/index.js';
import type { DecimalString } from '../../money/index.js';

/** What a payment code on the page says of who is paid what. Null where it leaves it out. */
export interface PaymentCode {
  readonly iban: string;
  /** Who is paid. */
  readonly name: string | null;
  readonly amount: DecimalString | null;
  /** ISO 4217. */
  readonly currency: string | null;
  readonly reference: string | null;
  /** Who pays, where the code says it. */
  readonly payer: string | null;
}

/** Reads the text of a QR symbol as a payment code: EPC069-12 (SEPA credit transfer) or the Swiss QR bill; null where it is neither. */
export function paymentCode(text: string): PaymentCode | null {
  const lines = text.split(/\r\n|\r|\n/).map((line) => line.trim());
  const code = lines[0] === 'BCD' ? transfer(lines) : lines[0] === 'SPC' ? qrBill(lines) : null;
  return code && isIban(code.iban) ? code : null;
}

const orNull = (text: string | undefined): string | null => (text ? text : null);
const amountOf = (text: string | undefined): DecimalString | null => (text && /^\d{1,12}(\.\d{1,2})?$/.test(text) ? text : null);

/** BCD, version, character set, SCT, BIC, name, IBAN, amount with its currency, purpose, reference, text. */
function transfer(lines: readonly string[]): PaymentCode | null {
  if (lines[3] !== 'SCT') return null;
  const [, currency, amount] = /^([A-Z]{3})(.+)$/.exec(lines[7] ?? '') ?? [];
  const words = orNull(lines[10]);
  const reference = orNull(lines[9]) ?? (words !== null && isPaymentReference(words) ? words : null);
  return {
    iban: normalizeIban(lines[6] ?? ''),
    name: orNull(lines[5]),
    amount: amountOf(amount),
    currency: currency ?? 'EUR',
    reference,
    payer: null,
  };
}

/** SPC, version, coding, IBAN, creditor of seven lines, seven left out, amount, currency, debtor of seven lines, kind of reference, reference. */
function qrBill(lines: readonly string[]): PaymentCode {
  return {
    iban: normalizeIban(lines[3] ?? ''),
    name: orNull(lines[5]),
    amount: amountOf(lines[18]),
    currency: orNull(lines[19]),
    payer: orNull(lines[21]),
    reference: lines[27] === 'NON' ? null : orNull(lines[28]),
  };
}
