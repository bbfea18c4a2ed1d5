/** Fields of a supplier's record that may be changed. */
export const SUPPLIER_RECORD = [
  'name',
  'tradingNames',
  'formerNames',
  'address',
  'country',
  'currency',
  'taxId',
  'otherTaxIds',
  'iban',
  'mailDomain',
  'otherDomains',
  'termsDays',
  'discountPercent',
  'discountDays',
  'taxTreatment',
  'account',
  'costCentre',
  'approver',
  'orderRequired',
  'tolerances',
  'straightLimit',
  'sampleEvery',
  'group',
  'note',
  'accountAdded',
  'accountEnded',
  'blocked',
  'mergedInto',
] as const;
export type SupplierRecordField = (typeof SUPPLIER_RECORD)[number];

/** One field of a change, as texts that people read; null where there is nothing. */
export interface SupplierChange {
  readonly field: SupplierRecordField;
  readonly before: string | null;
  readonly after: string | null;
}

/** Where money goes, and what the tax office knows a supplier by; who it is at all; and whether it may be paid again. */
const TAKES_TWO: ReadonlySet<SupplierRecordField> = new Set([
  'name',
  'taxId',
  'otherTaxIds',
  'iban',
  'accountAdded',
  'mergedInto',
  'taxTreatment',
  'country',
  'approver',
  'orderRequired',
  'tolerances',
  'sampleEvery',
]);

/** Whether a change is one that two people make. Blocking and switching off is done by one, lifting a block and switching on takes two. */
export const takesTwo = ({ field, after }: SupplierChange): boolean =>
  TAKES_TWO.has(field) || (field === 'blocked' && after === null) || (field === 'straightLimit' && after !== null);

/** What of a record is otherwise, field by field. */
export function supplierChanges(
  before: Readonly<Partial<Record<SupplierRecordField, string | null>>>,
  after: Readonly<Partial<Record<SupplierRecordField, string | null>>>,
): SupplierChange[] {
  return SUPPLIER_RECORD.filter((field) => field in after).flatMap((field) => {
    const [was, is] = [before[field] ?? null, after[field] ?? null];
    return was === is ? [] : [{ field, before: was, after: is }];
  });
}
