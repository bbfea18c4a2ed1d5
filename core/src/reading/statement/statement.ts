import { overlapX, type Box } from '../../geometry/index.js';
import { Decimal, decimal, toAmount, type DecimalString } from '../../money/index.js';
import { foldText } from '../../similarity/index.js';
import { decimalMarkOf } from '../print/numbers.js';
import { dateSpans, identifierSpans, numberSpans, type NumberSpan } from '../print/spans.js';
import { rowsOf, type PageWords, type Row, type Run } from '../print/words.js';

/** What a line of a statement of account tells. */
export type StatementLineKind = 'invoice' | 'credit' | 'payment';
export interface StatementLine {
  readonly kind: StatementLineKind;
  /** ISO 8601. */
  readonly date: string | null;
  /** The number of the invoice or credit note; null where none stands there. */
  readonly number: string | null;
  /** Above zero whatever its kind. */
  readonly amount: DecimalString;
  /** 1-based page of the file, and where it stands. */
  readonly page: number;
  readonly box: Box;
}
export interface Statement {
  readonly lines: readonly StatementLine[];
  /** What is brought forward from before, and what is owed in the end; null where it does not say. */
  readonly opening: DecimalString | null;
  readonly closing: DecimalString | null;
}

type ColumnKind = 'debit' | 'credit' | 'balance';
interface Column {
  readonly kind: ColumnKind;
  readonly box: Box;
}

/** Words of heads and of rows, folded, in the languages of the product. */
const HEADS: readonly (readonly [ColumnKind, RegExp])[] = [
  ['balance', /balance|saldo|solde|running|kumuliert|restant/],
  ['credit', /credit|paid|payment|haben|avoir|haber|avere|tegoed|kredit|betald|zaplac|bezahlt|gezahlt|regle|pagado|pagato|betaald/],
  ['debit', /debit|charge|amount|invoiced|soll|betrag|montant|bedrag|importe|importo|dare|debe|belopp|kwota|winien|original|value/],
];
const PAYMENT =
  /\b(payments?|receipts?|received with thanks|bacs|transfer|remittance|zahlung\w*|uberweisung|paiement|reglement|virement|betaling|pago|transferencia|pagamento|bonifico|betalning|wplata|platnosc|przelew|cheque)\b/;
const CREDIT =
  /\b(credit( note| memo)?|gutschrift|avoir|creditnota|creditfactuur|abono|nota de credito|nota di credito|kreditfaktura|korekta)\b/;
const OPENING =
  /\b(brought forward|b f|opening|previous balance|vortrag|anfangssaldo|report|solde anterieur|saldo anterior|beginsaldo|saldo iniziale|ingaende)\b/;
const CLOSING =
  /\b(balance|total|amount due|to pay|now due|outstanding|closing|endsaldo|saldo|summe|gesamt\w*|faellig|offen\w*|solde|montant du|a payer|totaal|te betalen|totale|da pagare|a pagar|summa|att betala|razem|suma|do zaplaty)\b/;
/** Ages of what is owed, as statements sum them up below: "30 days", "60-90". */
const AGES = /\b(30|60|90|120)\b.*\b(days|tage|jours|dagen|dias|giorni|dagar|dni)\b|\bcurrent\b.*\boverdue\b/;

/** Reads a statement of account row by row: what was invoiced, credited and paid, and what is owed in the end. */
export function statementOf(pages: readonly PageWords[]): Statement {
  const mark = decimalMarkOf(pages.flatMap((page) => page.words.map((word) => word.text)));
  const lines: StatementLine[] = [];
  let opening: DecimalString | null = null;
  let closing: DecimalString | null = null;
  let columns: readonly Column[] = [];
  for (const page of pages)
    for (const row of rowsOf(page)) {
      const amounts = row.runs.flatMap((run) => numberSpans(run, mark)).filter(isAmount);
      const words = foldText(row.runs.map(({ text }) => text).join(' '));
      const heads = amounts.length === 0 ? columnsOf(row) : [];
      if (heads.length > 0) {
        columns = heads;
        continue;
      }
      if (amounts.length === 0 || AGES.test(words)) continue;
      const line = lineOf(row, amounts, words, columns);
      if (line) lines.push(line);
      else if (OPENING.test(words) && lines.length === 0) opening = valueOf(amounts.at(-1) as NumberSpan);
      else if (CLOSING.test(words) && lines.length > 0) closing = valueOf(amounts.at(-1) as NumberSpan);
    }
  return { lines: withoutBalance(lines), opening, closing };
}

const isAmount = ({ number, percent }: NumberSpan): boolean => number.places === 2 && !percent;
const valueOf = ({ number }: NumberSpan): DecimalString => toAmount(decimal(number.value));

/** The columns of amounts that a row is the head of; none where it is none. */
function columnsOf(row: Row): Column[] {
  if (row.runs.length < 2) return [];
  const columns = row.runs.flatMap((run): Column[] => {
    const words = foldText(run.text);
    const [kind] = HEADS.find(([, heads]) => heads.test(words)) ?? [];
    return kind === undefined || words.split(' ').length > 4 ? [] : [{ kind, box: run.box }];
  });
  return columns.some(({ kind }) => kind !== 'balance') || columns.length > 1 || (columns.length === 1 && row.runs.length > 2)
    ? columns
    : [];
}

/** A row that has a date or a number, and an amount of its own. */
function lineOf(row: Row, amounts: readonly NumberSpan[], words: string, columns: readonly Column[]): StatementLine | null {
  const date = row.runs.flatMap((run) => dateSpans(run)).at(0)?.date.value ?? null;
  const number = numberOf(row, amounts);
  const isPayment = PAYMENT.test(words);
  if (date === null && number === null) return null;
  if (number === null && !isPayment && !CREDIT.test(words)) return null;
  if (OPENING.test(words)) return null;
  const own = ownAmount(amounts, columns);
  if (own === null) return null;
  const value = decimal(own.span.number.value);
  if (value.isZero()) return null;
  const gives = value.isNegative() || own.kind === 'credit';
  const kind: StatementLineKind =
    CREDIT.test(words) && !isPayment ? 'credit' : isPayment ? 'payment' : gives ? (number === null ? 'payment' : 'credit') : 'invoice';
  return { kind, date, number, amount: toAmount(value.abs()), page: row.page, box: row.box };
}

/** The amount of a row that is no running balance. */
function ownAmount(amounts: readonly NumberSpan[], columns: readonly Column[]): { span: NumberSpan; kind: ColumnKind } | null {
  const placed = amounts.map((span) => ({ span, kind: columns.find(({ box }) => isUnder(span.box, box))?.kind ?? null }));
  const own = placed.filter(({ kind, span }) => kind !== 'balance' && !decimal(span.number.value).isZero());
  const [first] = own.length > 0 ? own : placed;
  return first ? { span: first.span, kind: first.kind ?? 'debit' } : null;
}
/** Numbers hang under the right end of their head, or are wider than it. */
const isUnder = (amount: Box, head: Box): boolean =>
  overlapX(amount, head) > 0 || Math.abs(amount.x + amount.width - head.x - head.width) < 12;

/** The identifier that stands in a row beside its date and amounts: one with most digits. */
function numberOf(row: Row, amounts: readonly NumberSpan[]): string | null {
  const isTaken = (run: Run, from: number) => amounts.some((span) => span.run === run && from >= span.from && from < span.to);
  const digits = (text: string) => (text.match(/\d/g) ?? []).length;
  const found = row.runs
    .flatMap((run) => identifierSpans(run).filter(({ from }) => !isTaken(run, from)))
    .map(({ text }) => text)
    .filter((text) => digits(text) >= 3 || (digits(text) === 2 && /\p{L}/u.test(text)));
  return found.sort((a, b) => Number(/\p{L}/u.test(b)) - Number(/\p{L}/u.test(a))).at(0) ?? null;
}

/** A last line that only repeats what the others come to is none. */
function withoutBalance(lines: readonly StatementLine[]): StatementLine[] {
  const last = lines.at(-1);
  if (!last || lines.length < 3) return [...lines];
  const before = owedOf(lines.slice(0, -1));
  return decimal(last.amount).eq(before) && last.kind === 'invoice' ? lines.slice(0, -1) : [...lines];
}

/** What lines come to: invoices less credit notes and payments. */
export const owedOf = (lines: readonly Pick<StatementLine, 'kind' | 'amount'>[]): Decimal =>
  lines.reduce((sum, { kind, amount }) => (kind === 'invoice' ? sum.plus(decimal(amount)) : sum.minus(decimal(amount))), new Decimal(0));
