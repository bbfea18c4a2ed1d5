/**
 * How many people it takes from a value to the books. With three, who handled a document does not approve it, and who approved it does
 * not post it. A company of two says so: then who approved may post as well, as long as somebody else had handled it.
 */
export const SEPARATIONS = ['three-people', 'two-people'] as const;
export type Separation = (typeof SEPARATIONS)[number];

/** Who has done what with a document: changed or confirmed values, chose, coded or accepted; and who approved it. */
export interface Involved {
  readonly handledBy: readonly number[];
  readonly approvedBy: readonly number[];
}

/** Nobody approves what they handled. */
export const mayApprove = (person: number, { handledBy }: Pick<Involved, 'handledBy'>): boolean => !handledBy.includes(person);

/** Nobody posts what they handled or approved; in a company of two, nobody posts what nobody else had in hand. */
export function mayPost(person: number, { handledBy, approvedBy }: Involved, separation: Separation): boolean {
  const involved = [...handledBy, ...approvedBy];
  if (!involved.includes(person)) return true;
  return separation === 'two-people' && involved.some((one) => one !== person);
}
