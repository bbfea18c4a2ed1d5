/** The list that a person works through: as it was shown when the work began, and which of it still waits. */
export interface WorkOrder {
  readonly order: readonly number[];
  readonly rows: readonly { readonly id: number }[];
}

/**
 * The document after this one in the order that the person works in, whatever changed in the tray meanwhile: those that left it are
 * passed over, those that came since stand at the end. After the last comes the first that still waits; null where none does.
 */
export function nextInOrder({ order, rows }: WorkOrder, id: number): number | null {
  const at = order.indexOf(id);
  const waiting = new Set(rows.map((row) => row.id));
  return [...order.slice(at + 1), ...order.slice(0, Math.max(0, at))].find((one) => one !== id && waiting.has(one)) ?? null;
}

/** The document before this one in the order that the person works in, of those that still wait; null where it is the first. */
export function beforeInOrder({ order, rows }: WorkOrder, id: number): number | null {
  const waiting = new Set(rows.map((row) => row.id));
  return order.slice(0, Math.max(0, order.indexOf(id))).findLast((one) => waiting.has(one)) ?? null;
}

/** Where a document stands among those of the order that still wait, from 1, and how many these are; null where it is not among them. */
export function placeInOrder({ order, rows }: WorkOrder, id: number): { readonly place: number; readonly of: number } | null {
  const waiting = new Set(rows.map((row) => row.id));
  const left = order.filter((one) => waiting.has(one));
  const at = left.indexOf(id);
  return at < 0 ? null : { place: at + 1, of: left.length };
}

/** The order with what came since at its end. */
export function joined(order: readonly number[], rows: readonly { readonly id: number }[]): readonly number[] {
  const known = new Set(order);
  const came = rows.map((row) => row.id).filter((id) => !known.has(id));
  return came.length === 0 ? order : [...order, ...came];
}
