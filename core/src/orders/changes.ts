import { decimal, type DecimalString } from '../money/index.js';
import type { PriceStep } from '../matching/index.js';

/** An order as far as its versions are compared. Names of fields are those that people see. */
export interface OrderTerms {
  readonly head: Readonly<Record<string, string | null>>;
  /** What may be asked for beside the goods, and the limit of a blanket order: more of it allows more. */
  readonly amounts: Readonly<Record<string, DecimalString | null>>;
  /** In per cent: less of it allows more. */
  readonly discountPercent: DecimalString;
  readonly lines: readonly LineTerms[];
}
export interface LineTerms {
  readonly id: number;
  readonly position: number;
  readonly words: Readonly<Record<string, string | null>>;
  readonly quantity: DecimalString;
  readonly unitPrice: DecimalString;
  readonly priceSteps: readonly PriceStep[];
}

/** One thing that is otherwise in a later version; `line` is its position, null for the head. */
export interface OrderDifference {
  readonly what: string;
  readonly line: number | null;
  readonly before: string | null;
  readonly after: string | null;
}

/** What is otherwise, and whether more may be invoiced than before. */
export function orderChanges(before: OrderTerms, after: OrderTerms): { changes: OrderDifference[]; allowsMore: boolean } {
  const changes: OrderDifference[] = [];
  let allowsMore = false;
  const note = (what: string, line: number | null, was: string | null, is: string | null): boolean => {
    if (was === is) return false;
    changes.push({ what, line, before: was, after: is });
    return true;
  };
  const more = (was: DecimalString | null, is: DecimalString | null) => decimal(is ?? '0').gt(decimal(was ?? '0'));
  for (const what of new Set([...Object.keys(before.head), ...Object.keys(after.head)]))
    note(what, null, before.head[what] ?? null, after.head[what] ?? null);
  for (const what of new Set([...Object.keys(before.amounts), ...Object.keys(after.amounts)])) {
    const [was, is] = [before.amounts[what] ?? null, after.amounts[what] ?? null];
    // A limit that is gone limits nothing.
    if (note(what, null, was, is) && (more(was, is) || (what === 'valueLimit' && is === null))) allowsMore = true;
  }
  if (note('discountPercent', null, before.discountPercent, after.discountPercent) && more(after.discountPercent, before.discountPercent))
    allowsMore = true;
  const old = new Map(before.lines.map((line) => [line.id, line]));
  for (const line of after.lines) {
    const was = old.get(line.id);
    old.delete(line.id);
    if (!was) {
      note('line', line.position, null, line.words['description'] ?? '');
      allowsMore = true;
      continue;
    }
    for (const what of Object.keys(line.words)) note(what, line.position, was.words[what] ?? null, line.words[what] ?? null);
    if (note('quantity', line.position, was.quantity, line.quantity) && more(was.quantity, line.quantity)) allowsMore = true;
    if (note('unitPrice', line.position, was.unitPrice, line.unitPrice) && more(was.unitPrice, line.unitPrice)) allowsMore = true;
    if (note('priceSteps', line.position, stepsText(was.priceSteps), stepsText(line.priceSteps))) allowsMore = true;
  }
  for (const gone of old.values()) note('line', gone.position, gone.words['description'] ?? '', null);
  return { changes, allowsMore };
}

const stepsText = (steps: readonly PriceStep[]): string | null =>
  steps.length === 0 ? null : steps.map(({ from, unitPrice }) => `${from}: ${unitPrice}`).join('; ');
