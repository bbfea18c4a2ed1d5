/** A purchase order in the list of orders. */
export interface OrderRow {
  readonly id: number;
  readonly number: string;
  readonly supplier: string;
  readonly owner: string;
  readonly costCentre: string;
  readonly currency: string;
  readonly orderedOn: string;
  readonly state: string;
  readonly lines: number;
  /** A decimal string in the order's currency. */
  readonly amount: string;
}
