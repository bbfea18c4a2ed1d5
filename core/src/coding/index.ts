/** Where a line's cost goes. */
export interface Coding {
  readonly account: string;
  readonly costCentre: string;
}

/** The coding of an invoice line: its order line's, else what a person chose, else the supplier's usual one. */
export function codeLine(chosen: Partial<Coding>, ordered: Coding | null, usual: Coding): Coding {
  return {
    account: chosen.account ?? ordered?.account ?? usual.account,
    costCentre: chosen.costCentre ?? ordered?.costCentre ?? usual.costCentre,
  };
}
