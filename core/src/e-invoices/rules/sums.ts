import { decimal, toAmount } from '../../money/index.js';
import { orZero, places, same, total, valueOf } from './arithmetic.js';
import { hasLines, profileOf } from './profile.js';
import { numbers } from './values.js';
import { rule, type Broken, type Rule, type Term } from './rule.js';

/** A sum that must be what others make: nothing is said where the term itself is missing, which another rule does. */
const sumOf = (term: Term, found: string | null, wanted: ReturnType<typeof decimal>): Broken[] => {
  const value = valueOf(found);
  return value === null || same(value, wanted) ? [] : [{ term, found, wanted: toAmount(wanted) }];
};

/** What depends on one another: BR-CO. */
export const SUMS: readonly Rule[] = [
  rule('BR-CO-03', ({ taxPointDate, taxPointCode }) => (taxPointDate !== null && taxPointCode !== null ? [{ term: 'BT-7' }] : [])),
  rule('BR-CO-04', (invoice) =>
    invoice.lines.flatMap(({ category }, index) => (category === null ? [{ term: 'BT-151' as const, of: 'line' as const, index }] : [])),
  ),
  rule('BR-CO-09', (invoice) =>
    (
      [
        ['BT-31', invoice.seller.taxId],
        ['BT-63', invoice.representative?.taxId ?? null],
        ['BT-48', invoice.buyer.taxId],
      ] as const
    ).flatMap(([term, id]) => (id !== null && !/^[A-Z]{2}/.test(id) ? [{ term, found: id }] : [])),
  ),
  rule('BR-CO-10', (invoice) =>
    hasLines(invoice) && invoice.lines.length > 0 ? sumOf('BT-106', invoice.totals.lines, total(invoice.lines.map(({ net }) => net))) : [],
  ),
  rule('BR-CO-11', ({ totals, allowances }) => {
    const own = allowances.filter(({ isCharge }) => !isCharge);
    return own.length > 0 && totals.allowances === null
      ? [{ term: 'BT-107' }]
      : sumOf('BT-107', totals.allowances, total(own.map(({ amount }) => amount)));
  }),
  rule('BR-CO-12', ({ totals, allowances }) => {
    const own = allowances.filter(({ isCharge }) => isCharge);
    return own.length > 0 && totals.charges === null
      ? [{ term: 'BT-108' }]
      : sumOf('BT-108', totals.charges, total(own.map(({ amount }) => amount)));
  }),
  rule('BR-CO-13', ({ totals }) =>
    totals.lines === null
      ? []
      : sumOf('BT-109', totals.net, orZero(totals.lines).minus(orZero(totals.allowances)).plus(orZero(totals.charges))),
  ),
  rule('BR-CO-14', ({ totals, taxes }) =>
    taxes.length === 0 ? [] : sumOf('BT-110', totals.tax ?? '0', total(taxes.map(({ amount }) => amount))),
  ),
  rule('BR-CO-15', ({ totals }) => (totals.net === null ? [] : sumOf('BT-112', totals.gross, orZero(totals.net).plus(orZero(totals.tax))))),
  rule('BR-CO-16', ({ totals }) =>
    totals.gross === null ? [] : sumOf('BT-115', totals.due, orZero(totals.gross).minus(orZero(totals.paid)).plus(orZero(totals.rounding))),
  ),
  rule('BR-CO-17', ({ taxes }) =>
    taxes.flatMap(({ basis, amount, rate, category }, index) => {
      const [base, tax, percent] = [valueOf(basis), valueOf(amount), category === 'O' ? decimal('0') : valueOf(rate)];
      if (base === null || tax === null || percent === null) return [];
      const wanted = decimal(toAmount(base.times(percent).div(100)));
      return same(tax, wanted) ? [] : [{ term: 'BT-117' as const, of: 'tax' as const, index, found: amount, wanted: toAmount(wanted) }];
    }),
  ),
  rule('BR-CO-18', (invoice) => (profileOf(invoice) !== 'minimum' && invoice.taxes.length === 0 ? [{ term: 'BG-23' }] : [])),
  rule('BR-CO-19', ({ period }) => (period !== null && period.from === null && period.to === null ? [{ term: 'BG-14' }] : [])),
  rule('BR-CO-20', (invoice) =>
    invoice.lines.flatMap(({ period }, index) =>
      period !== null && period.from === null && period.to === null ? [{ term: 'BG-26' as const, of: 'line' as const, index }] : [],
    ),
  ),
  rule('BR-CO-25', (invoice) =>
    profileOf(invoice) !== 'minimum' &&
    (valueOf(invoice.totals.due)?.gt(0) ?? false) &&
    invoice.dueDate === null &&
    invoice.terms === null &&
    invoice.syntax !== 'ubl-credit-note'
      ? [{ term: 'BT-9' }]
      : [],
  ),
  rule('BR-CO-26', ({ seller }) =>
    seller.identifiers.every(({ id }) => id === null) && seller.registration === null && seller.taxId === null ? [{ term: 'BT-29' }] : [],
  ),
];

const CENTS: ReadonlySet<Term> = new Set<Term>([
  'BT-92',
  'BT-93',
  'BT-99',
  'BT-100',
  'BT-106',
  'BT-107',
  'BT-108',
  'BT-109',
  'BT-110',
  'BT-111',
  'BT-112',
  'BT-113',
  'BT-114',
  'BT-115',
  'BT-116',
  'BT-117',
  'BT-131',
  'BT-136',
  'BT-141',
]);
/** The numbers of the rules for decimals, by the term that they are about. */
const DECIMALS: Readonly<Partial<Record<Term, string>>> = {
  'BT-92': 'BR-DEC-01',
  'BT-93': 'BR-DEC-02',
  'BT-99': 'BR-DEC-05',
  'BT-100': 'BR-DEC-06',
  'BT-106': 'BR-DEC-09',
  'BT-107': 'BR-DEC-10',
  'BT-108': 'BR-DEC-11',
  'BT-109': 'BR-DEC-12',
  'BT-110': 'BR-DEC-13',
  'BT-112': 'BR-DEC-14',
  'BT-111': 'BR-DEC-15',
  'BT-113': 'BR-DEC-16',
  'BT-114': 'BR-DEC-17',
  'BT-115': 'BR-DEC-18',
  'BT-116': 'BR-DEC-19',
  'BT-117': 'BR-DEC-20',
  'BT-131': 'BR-DEC-23',
  'BT-136': 'BR-DEC-24',
  'BT-141': 'BR-DEC-27',
};

/** Amounts have at most two digits after the point: BR-DEC. */
export const DECIMAL_RULES: readonly Rule[] = [...CENTS].map((term) =>
  rule(DECIMALS[term] ?? term, (invoice) =>
    numbers(invoice).flatMap(([text, place]) =>
      place.term === term && text !== null && places(text) > 2 ? [{ ...place, found: text }] : [],
    ),
  ),
);
