import { decimal } from '../../money/index.js';
import type { TaxCategory } from '../codes.js';
import type { EInvoice } from '../model.js';
import { orZero, total, valueOf } from './arithmetic.js';
import { hasLines, profileOf } from './profile.js';
import { rule, type Broken, type Rule } from './rule.js';

/** The letters of a category in the numbers of its rules. */
export const LETTERS: Readonly<Record<Exclude<TaxCategory, 'B'>, string>> = {
  S: 'S',
  Z: 'Z',
  E: 'E',
  AE: 'AE',
  K: 'IC',
  G: 'G',
  O: 'O',
  L: 'AF',
  M: 'AG',
};
/** Categories whose invoices say why no tax is asked for; the others must not. */
export const NEEDS_REASON: ReadonlySet<string> = new Set(['E', 'AE', 'K', 'G', 'O']);
/** Categories whose rate is above zero, or may be, and those where it is zero. */
const ABOVE_ZERO = 'S';
const AT_LEAST_ZERO: ReadonlySet<string> = new Set(['L', 'M']);

const uses = (invoice: EInvoice, category: string): boolean =>
  invoice.lines.some((line) => line.category === category) || invoice.allowances.some((one) => one.category === category);
const sharesOf = (invoice: EInvoice, category: string) =>
  invoice.taxes.flatMap((share, index) => (share.category === category ? [{ share, index }] : []));

/** Whether the rate of a category is one that it may have. */
function isRateOf(category: string, rate: string | null): boolean {
  if (category === 'O') return rate === null || (valueOf(rate)?.isZero() ?? false);
  const value = valueOf(rate);
  if (value === null) return false;
  if (category === ABOVE_ZERO) return value.gt(0);
  return AT_LEAST_ZERO.has(category) ? value.gte(0) : value.isZero();
}

/** What all lines, charges and allowances of a category and rate come to. */
function basisOf(invoice: EInvoice, category: string, rate: string | null) {
  const isOf = (one: { category: string | null; rate: string | null }) =>
    one.category === category && (category === 'O' || orZero(one.rate).eq(orZero(rate)));
  return total(invoice.lines.filter(isOf).map(({ net }) => net))
    .plus(total(invoice.allowances.filter((one) => one.isCharge && isOf(one)).map(({ amount }) => amount)))
    .minus(total(invoice.allowances.filter((one) => !one.isCharge && isOf(one)).map(({ amount }) => amount)));
}

function rulesOf(category: Exclude<TaxCategory, 'B'>): Rule[] {
  const letters = LETTERS[category];
  const number = (count: number) => `BR-${letters}-${String(count).padStart(2, '0')}`;
  const usedBy = (invoice: EInvoice, where: 'lines' | 'allowances' | 'charges'): boolean =>
    where === 'lines'
      ? invoice.lines.some((line) => line.category === category)
      : invoice.allowances.some((one) => one.category === category && one.isCharge === (where === 'charges'));
  const needsIds = (where: 'lines' | 'allowances' | 'charges') => (invoice: EInvoice) =>
    usedBy(invoice, where) ? missingIds(invoice, category) : [];
  return [
    // One share of the tax for it: several where it has several rates.
    rule(number(1), (invoice) => {
      const shares = sharesOf(invoice, category).length;
      const isUsed = uses(invoice, category);
      const severalRates = category === 'S' || AT_LEAST_ZERO.has(category);
      return (isUsed && (shares === 0 || (shares > 1 && !severalRates))) || (shares > 0 && !isUsed && invoice.lines.length > 0)
        ? [{ term: 'BT-118', found: category }]
        : [];
    }),
    rule(number(2), needsIds('lines')),
    rule(number(3), needsIds('allowances')),
    rule(number(4), needsIds('charges')),
    rule(number(5), (invoice) =>
      invoice.lines.flatMap((line, index) =>
        line.category === category && !isRateOf(category, line.rate)
          ? [{ term: 'BT-152' as const, of: 'line' as const, index, found: line.rate }]
          : [],
      ),
    ),
    rule(number(6), (invoice) => allowancesOf(invoice, category, false)),
    rule(number(7), (invoice) => allowancesOf(invoice, category, true)),
    rule(number(8), (invoice) =>
      hasLines(invoice) && profileOf(invoice) !== 'basic-wl'
        ? sharesOf(invoice, category).flatMap(({ share, index }) => {
            const wanted = basisOf(invoice, category, share.rate);
            const found = valueOf(share.basis);
            return found === null || found.minus(wanted).abs().lt('0.01')
              ? []
              : [{ term: 'BT-116' as const, of: 'tax' as const, index, found: share.basis, wanted: wanted.toFixed(2) }];
          })
        : [],
    ),
    rule(number(9), (invoice) =>
      sharesOf(invoice, category).flatMap(({ share, index }) => {
        const [basis, amount] = [valueOf(share.basis), valueOf(share.amount)];
        if (basis === null || amount === null) return [];
        const wanted = category === 'S' || AT_LEAST_ZERO.has(category) ? basis.times(orZero(share.rate)).div(100) : decimal('0');
        return amount.minus(wanted).abs().lte('0.005')
          ? []
          : [{ term: 'BT-117' as const, of: 'tax' as const, index, found: share.amount, wanted: wanted.toFixed(2) }];
      }),
    ),
    rule(number(10), (invoice) =>
      sharesOf(invoice, category).flatMap(({ share: { reason, reasonCode }, index }) => {
        const isSaid = reason !== null || reasonCode !== null;
        return isSaid === NEEDS_REASON.has(category) ? [] : [{ term: 'BT-120' as const, of: 'tax' as const, index }];
      }),
    ),
    ...special(category, letters),
  ];
}

/** Who must be named, by what tax is asked for. */
function missingIds({ seller, representative, buyer }: EInvoice, category: TaxCategory): Broken[] {
  const sold = seller.taxId ?? representative?.taxId ?? null;
  const soldAny = sold ?? seller.taxNumber;
  if (category === 'O') {
    // Outside the scope of the tax no VAT identifiers stand.
    return seller.taxId === null && (representative?.taxId ?? null) === null && buyer.taxId === null
      ? []
      : [{ term: 'BT-31', found: seller.taxId ?? buyer.taxId }];
  }
  if (category === 'K')
    return [...(sold === null ? [{ term: 'BT-31' as const }] : []), ...(buyer.taxId === null ? [{ term: 'BT-48' as const }] : [])];
  if (category === 'AE')
    return [
      ...(soldAny === null ? [{ term: 'BT-31' as const }] : []),
      ...(buyer.taxId === null && buyer.registration === null ? [{ term: 'BT-48' as const }] : []),
    ];
  if (category === 'G') return sold === null ? [{ term: 'BT-31' }] : [];
  return soldAny === null ? [{ term: 'BT-31' }] : [];
}

const allowancesOf = (invoice: EInvoice, category: string, isCharge: boolean): Broken[] =>
  invoice.allowances.flatMap((one, index) =>
    one.category === category && one.isCharge === isCharge && !isRateOf(category, one.rate)
      ? [{ term: isCharge ? ('BT-103' as const) : ('BT-96' as const), of: 'allowance' as const, index, found: one.rate }]
      : [],
  );

/** What only one category has. */
function special(category: TaxCategory, letters: string): Rule[] {
  if (category === 'K')
    return [
      rule(`BR-${letters}-11`, (invoice) =>
        sharesOf(invoice, 'K').length > 0 && (invoice.delivery?.date ?? null) === null && invoice.period === null
          ? [{ term: 'BT-72' }]
          : [],
      ),
      rule(`BR-${letters}-12`, (invoice) =>
        sharesOf(invoice, 'K').length > 0 && (invoice.delivery?.address?.country ?? null) === null ? [{ term: 'BT-80' }] : [],
      ),
    ];
  if (category === 'O')
    return [
      rule(`BR-${letters}-11`, (invoice) =>
        sharesOf(invoice, 'O').length > 0 && invoice.taxes.some((share) => share.category !== 'O') ? [{ term: 'BG-23' }] : [],
      ),
      rule(`BR-${letters}-12`, (invoice) =>
        sharesOf(invoice, 'O').length > 0
          ? invoice.lines.flatMap((line, index) =>
              line.category !== 'O' ? [{ term: 'BT-151' as const, of: 'line' as const, index, found: line.category }] : [],
            )
          : [],
      ),
      rule(`BR-${letters}-13`, (invoice) => mixed(invoice, false)),
      rule(`BR-${letters}-14`, (invoice) => mixed(invoice, true)),
    ];
  return [];
}
const mixed = (invoice: EInvoice, isCharge: boolean): Broken[] =>
  sharesOf(invoice, 'O').length > 0
    ? invoice.allowances.flatMap((one, index) =>
        one.isCharge === isCharge && one.category !== 'O'
          ? [{ term: isCharge ? ('BT-102' as const) : ('BT-95' as const), of: 'allowance' as const, index, found: one.category }]
          : [],
      )
    : [];

/** The rules of each category of tax: BR-S, BR-Z, BR-E, BR-AE, BR-IC, BR-G, BR-O, BR-AF (L), BR-AG (M), and split payment (BR-B). */
export const TAX_RULES: readonly Rule[] = [
  ...(Object.keys(LETTERS) as (keyof typeof LETTERS)[]).flatMap(rulesOf),
  rule('BR-B-01', (invoice) =>
    uses(invoice, 'B') && (invoice.seller.address?.country !== 'IT' || invoice.buyer.address?.country !== 'IT')
      ? [{ term: 'BT-151', found: 'B' }]
      : [],
  ),
  rule('BR-B-02', (invoice) => (uses(invoice, 'B') && uses(invoice, 'S') ? [{ term: 'BT-151', found: 'B' }] : [])),
];
