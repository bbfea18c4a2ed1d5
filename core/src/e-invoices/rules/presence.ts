import { isCountry, isCreditType, isInvoiceType, ATTACHMENT_TYPES, isCardPayment, isCreditTransfer, isTaxCategory } from '../codes.js';
import { isCurrency } from '../../money/index.js';
import type { EInvoice } from '../model.js';
import { valueOf } from './arithmetic.js';
import { hasLines, profileOf } from './profile.js';
import { ofLines, required, rule, type Broken, type Rule, type Term } from './rule.js';

const isFuller = (invoice: EInvoice): boolean => profileOf(invoice) !== 'minimum';
/** Without what the basic profile leaves out: prices. */
const hasPrices = (invoice: EInvoice): boolean => ['full', 'extended'].includes(profileOf(invoice));
const when = (holds: (invoice: EInvoice) => boolean, one: Rule): Rule => ({
  ...one,
  broken: (invoice) => (holds(invoice) ? one.broken(invoice) : []),
});

/** What must be there, and what its codes and dates may be: BR-1 to BR-67, BR-CL. */
export const PRESENCE: readonly Rule[] = [
  required('BR-01', 'BT-24', ({ profile }) => profile),
  required('BR-02', 'BT-1', ({ number }) => number),
  required('BR-03', 'BT-2', ({ issueDate }) => issueDate),
  required('BR-04', 'BT-3', ({ typeCode }) => typeCode),
  required('BR-05', 'BT-5', ({ currency }) => currency),
  required('BR-06', 'BT-27', ({ seller }) => seller.name),
  required('BR-07', 'BT-44', ({ buyer }) => buyer.name),
  when(
    isFuller,
    required('BR-08', 'BG-5', ({ seller }) => seller.address),
  ),
  rule('BR-09', ({ seller }) => (seller.address && seller.address.country === null ? [{ term: 'BT-40' }] : [])),
  when(
    isFuller,
    required('BR-10', 'BG-8', ({ buyer }) => buyer.address),
  ),
  rule('BR-11', ({ buyer }) => (buyer.address && buyer.address.country === null ? [{ term: 'BT-55' }] : [])),
  when(
    hasLines,
    required('BR-12', 'BT-106', ({ totals }) => totals.lines),
  ),
  required('BR-13', 'BT-109', ({ totals }) => totals.net),
  required('BR-14', 'BT-112', ({ totals }) => totals.gross),
  required('BR-15', 'BT-115', ({ totals }) => totals.due),
  when(
    hasLines,
    rule('BR-16', (invoice) => (invoice.lines.length === 0 ? [{ term: 'BG-25' }] : [])),
  ),
  rule('BR-17', ({ payee, seller }) =>
    payee && (payee.name === null || payee.name === seller.name) ? [{ term: 'BT-59', found: payee.name }] : [],
  ),
  rule('BR-18', ({ representative }) => (representative && representative.name === null ? [{ term: 'BT-62' }] : [])),
  rule('BR-19', ({ representative }) => (representative && representative.address === null ? [{ term: 'BG-12' }] : [])),
  rule('BR-20', ({ representative }) => (representative?.address && representative.address.country === null ? [{ term: 'BT-69' }] : [])),
  rule('BR-21', (invoice) => ofLines(invoice, ({ id }) => id === null, 'BT-126')),
  rule('BR-22', (invoice) => ofLines(invoice, ({ quantity }) => quantity === null, 'BT-129')),
  rule('BR-23', (invoice) => ofLines(invoice, ({ quantity, unit }) => quantity !== null && unit === null, 'BT-130')),
  rule('BR-24', (invoice) => ofLines(invoice, ({ net }) => net === null, 'BT-131')),
  rule('BR-25', (invoice) => ofLines(invoice, ({ item }) => item.name === null, 'BT-153')),
  when(
    hasPrices,
    rule('BR-26', (invoice) => ofLines(invoice, ({ price }) => price.net === null, 'BT-146')),
  ),
  rule('BR-27', (invoice) =>
    ofLines(invoice, ({ price }) => valueOf(price.net)?.isNegative() === true && !valueOf(price.net)?.isZero(), 'BT-146'),
  ),
  rule('BR-28', (invoice) =>
    ofLines(invoice, ({ price }) => valueOf(price.gross)?.isNegative() === true && !valueOf(price.gross)?.isZero(), 'BT-148'),
  ),
  rule('BR-29', ({ period }) => (isReversed(period) ? [{ term: 'BT-74', found: period?.to ?? null }] : [])),
  rule('BR-30', (invoice) => ofLines(invoice, ({ period }) => isReversed(period), 'BT-135')),
  rule('BR-31', (invoice) => allowances(invoice, false, ({ amount }) => amount === null, 'BT-92')),
  rule('BR-32', (invoice) => allowances(invoice, false, ({ category }) => category === null, 'BT-95')),
  rule('BR-33', (invoice) => allowances(invoice, false, ({ reason, reasonCode }) => reason === null && reasonCode === null, 'BT-97')),
  rule('BR-36', (invoice) => allowances(invoice, true, ({ amount }) => amount === null, 'BT-99')),
  rule('BR-37', (invoice) => allowances(invoice, true, ({ category }) => category === null, 'BT-102')),
  rule('BR-38', (invoice) => allowances(invoice, true, ({ reason, reasonCode }) => reason === null && reasonCode === null, 'BT-104')),
  rule('BR-41', (invoice) => ofAllowances(invoice, false, ({ amount }) => amount === null, 'BT-136')),
  rule('BR-42', (invoice) => ofAllowances(invoice, false, ({ reason, reasonCode }) => reason === null && reasonCode === null, 'BT-139')),
  rule('BR-43', (invoice) => ofAllowances(invoice, true, ({ amount }) => amount === null, 'BT-141')),
  rule('BR-44', (invoice) => ofAllowances(invoice, true, ({ reason, reasonCode }) => reason === null && reasonCode === null, 'BT-144')),
  rule('BR-45', (invoice) => taxes(invoice, ({ basis }) => basis === null, 'BT-116')),
  rule('BR-46', (invoice) => taxes(invoice, ({ amount }) => amount === null, 'BT-117')),
  rule('BR-47', (invoice) => taxes(invoice, ({ category }) => category === null, 'BT-118')),
  rule('BR-48', (invoice) => taxes(invoice, ({ category, rate }) => rate === null && category !== 'O', 'BT-119')),
  rule('BR-49', ({ payments }) =>
    payments.flatMap(({ code }, index) => (code === null ? [{ term: 'BT-81' as const, of: 'payment' as const, index }] : [])),
  ),
  rule('BR-50', ({ payments }) =>
    payments.flatMap(({ accounts }, index) =>
      accounts.some(({ id }) => id === null) ? [{ term: 'BT-84' as const, of: 'payment' as const, index }] : [],
    ),
  ),
  rule(
    'BR-51',
    ({ payments }) =>
      payments.flatMap(({ card }, index) =>
        (card?.number?.replace(/\D/g, '').length ?? 0) > 10
          ? [{ term: 'BT-87' as const, of: 'payment' as const, index, found: card?.number ?? null }]
          : [],
      ),
    'warning',
  ),
  rule('BR-52', ({ attachments }) =>
    attachments.flatMap(({ reference }, index) =>
      reference === null ? [{ term: 'BT-122' as const, of: 'attachment' as const, index }] : [],
    ),
  ),
  rule('BR-53', ({ taxCurrency, totals }) => (taxCurrency !== null && totals.taxAccounted === null ? [{ term: 'BT-111' }] : [])),
  rule('BR-54', (invoice) =>
    ofLines(invoice, ({ item }) => item.attributes.some(({ name, value }) => name === null || value === null), 'BG-32'),
  ),
  rule('BR-55', ({ preceding }) => (preceding.some(({ number }) => number === null) ? [{ term: 'BT-25' }] : [])),
  rule('BR-56', ({ representative }) => (representative && representative.taxId === null ? [{ term: 'BT-63' }] : [])),
  rule('BR-57', ({ delivery }) => (delivery?.address && delivery.address.country === null ? [{ term: 'BT-80' }] : [])),
  rule('BR-61', ({ payments }) =>
    payments.flatMap(({ code, accounts }, index) =>
      isCreditTransfer(code) && !accounts.some(({ id }) => id !== null) ? [{ term: 'BT-84' as const, of: 'payment' as const, index }] : [],
    ),
  ),
  rule('BR-62', ({ seller }) => (seller.endpoint && seller.endpoint.scheme === null ? [{ term: 'BT-34' }] : [])),
  rule('BR-63', ({ buyer }) => (buyer.endpoint && buyer.endpoint.scheme === null ? [{ term: 'BT-49' }] : [])),
  rule('BR-64', (invoice) => ofLines(invoice, ({ item }) => item.standard !== null && item.standard.scheme === null, 'BT-157')),
  rule('BR-65', (invoice) => ofLines(invoice, ({ item }) => item.classes.some(({ scheme }) => scheme === null), 'BT-158')),
  rule('BR-66', ({ payments }) =>
    payments.flatMap(({ card }, index) =>
      card && card.number === null ? [{ term: 'BT-87' as const, of: 'payment' as const, index }] : [],
    ),
  ),
  rule(
    'BR-67',
    ({ payments }) =>
      payments.flatMap(({ code, card }, index) =>
        isCardPayment(code) && card === null ? [{ term: 'BG-18' as const, of: 'payment' as const, index }] : [],
      ),
    'warning',
  ),
  rule('BR-CL-01', ({ typeCode, syntax }) =>
    typeCode === null ||
    (syntax === 'ubl-credit-note' ? isCreditType(typeCode) : isInvoiceType(typeCode) || (syntax === 'cii' && isCreditType(typeCode)))
      ? []
      : [{ term: 'BT-3', found: typeCode }],
  ),
  rule('BR-CL-04', ({ currency }) => (currency !== null && !isCurrency(currency) ? [{ term: 'BT-5', found: currency }] : [])),
  rule('BR-CL-05', ({ taxCurrency }) => (taxCurrency !== null && !isCurrency(taxCurrency) ? [{ term: 'BT-6', found: taxCurrency }] : [])),
  rule('BR-CL-14', (invoice) =>
    (
      [
        ['BT-40', invoice.seller.address?.country],
        ['BT-55', invoice.buyer.address?.country],
        ['BT-69', invoice.representative?.address?.country],
        ['BT-80', invoice.delivery?.address?.country],
      ] as const
    ).flatMap(([term, country]) => (country && !isCountry(country) ? [{ term, found: country }] : [])),
  ),
  rule('BR-CL-17', (invoice) => [
    ...taxes(invoice, ({ category }) => category !== null && !isTaxCategory(category), 'BT-118'),
    ...allowances(invoice, false, ({ category }) => category !== null && !isTaxCategory(category), 'BT-95'),
    ...allowances(invoice, true, ({ category }) => category !== null && !isTaxCategory(category), 'BT-102'),
  ]),
  rule('BR-CL-18', (invoice) => ofLines(invoice, ({ category }) => category !== null && !isTaxCategory(category), 'BT-151')),
  rule('BR-CL-24', ({ attachments }) =>
    attachments.flatMap(({ content, mime }, index) =>
      content !== null && !ATTACHMENT_TYPES.has(mime ?? '')
        ? [{ term: 'BT-125' as const, of: 'attachment' as const, index, found: mime }]
        : [],
    ),
  ),
];

const isReversed = (period: EInvoice['period']): boolean => Boolean(period?.from && period.to && period.to < period.from);
const allowances = (
  invoice: EInvoice,
  isCharge: boolean,
  missing: (one: EInvoice['allowances'][number]) => boolean,
  term: Term,
): Broken[] =>
  invoice.allowances.flatMap((one, index) =>
    one.isCharge === isCharge && missing(one) ? [{ term, of: 'allowance' as const, index }] : [],
  );
const ofAllowances = (
  invoice: EInvoice,
  isCharge: boolean,
  missing: (one: EInvoice['allowances'][number]) => boolean,
  term: Term,
): Broken[] => ofLines(invoice, (line) => line.allowances.some((one) => one.isCharge === isCharge && missing(one)), term);
const taxes = (invoice: EInvoice, missing: (one: EInvoice['taxes'][number]) => boolean, term: Term): Broken[] =>
  invoice.taxes.flatMap((one, index) => (missing(one) ? [{ term, of: 'tax' as const, index }] : []));
