import { isCountry, isCreditType, isInvoiceType, ATTACHMENT_TYPES, isCardPayment, isCreditTransfer, isTaxCategory } from '../codes.js';
import { isIsoDate } from '../../dates/index.js';
import { isCurrency, isDecimalString } from '../../money/index.js';
import { isIban } from '../../identifiers/index.js';
import type { EInvoice } from '../model.js';
import { valueOf } from './arithmetic.js';
import { required, rule, type Broken, type Rule, type Term } from './rule.js';

const lines = (invoice: EInvoice, missing: (line: EInvoice['lines'][number]) => boolean, term: Term): Broken[] =>
  invoice.lines.flatMap((line, index) => (missing(line) ? [{ term, of: 'line' as const, index }] : []));

/** What profile an invoice is of, as far as its rules differ: the smaller ones have no lines, or not all terms. */
export type Profile = 'minimum' | 'basic-wl' | 'basic' | 'full' | 'extended';
export function profileOf({ profile }: Pick<EInvoice, 'profile'>): Profile {
  const name = profile?.toLowerCase() ?? '';
  if (name.includes(':minimum')) return 'minimum';
  if (name.includes('basicwl')) return 'basic-wl';
  if (/factur-x[^#]*:basic|zugferd[^#]*:basic/.test(name)) return 'basic';
  return name.includes('extended') ? 'extended' : 'full';
}
/** Whether the profile carries lines at all. */
export const hasLines = (invoice: EInvoice): boolean => !['minimum', 'basic-wl'].includes(profileOf(invoice));
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
  rule('BR-21', (invoice) => lines(invoice, ({ id }) => id === null, 'BT-126')),
  rule('BR-22', (invoice) => lines(invoice, ({ quantity }) => quantity === null, 'BT-129')),
  rule('BR-23', (invoice) => lines(invoice, ({ quantity, unit }) => quantity !== null && unit === null, 'BT-130')),
  rule('BR-24', (invoice) => lines(invoice, ({ net }) => net === null, 'BT-131')),
  rule('BR-25', (invoice) => lines(invoice, ({ item }) => item.name === null, 'BT-153')),
  when(
    hasPrices,
    rule('BR-26', (invoice) => lines(invoice, ({ price }) => price.net === null, 'BT-146')),
  ),
  rule('BR-27', (invoice) =>
    lines(invoice, ({ price }) => valueOf(price.net)?.isNegative() === true && !valueOf(price.net)?.isZero(), 'BT-146'),
  ),
  rule('BR-28', (invoice) =>
    lines(invoice, ({ price }) => valueOf(price.gross)?.isNegative() === true && !valueOf(price.gross)?.isZero(), 'BT-148'),
  ),
  rule('BR-29', ({ period }) => (isReversed(period) ? [{ term: 'BT-74', found: period?.to ?? null }] : [])),
  rule('BR-30', (invoice) => lines(invoice, ({ period }) => isReversed(period), 'BT-135')),
  rule('BR-31', (invoice) => allowances(invoice, false, ({ amount }) => amount === null, 'BT-92')),
  rule('BR-32', (invoice) => allowances(invoice, false, ({ category }) => category === null, 'BT-95')),
  rule('BR-33', (invoice) => allowances(invoice, false, ({ reason, reasonCode }) => reason === null && reasonCode === null, 'BT-97')),
  rule('BR-36', (invoice) => allowances(invoice, true, ({ amount }) => amount === null, 'BT-99')),
  rule('BR-37', (invoice) => allowances(invoice, true, ({ category }) => category === null, 'BT-102')),
  rule('BR-38', (invoice) => allowances(invoice, true, ({ reason, reasonCode }) => reason === null && reasonCode === null, 'BT-104')),
  rule('BR-41', (invoice) => ofLines(invoice, false, ({ amount }) => amount === null, 'BT-136')),
  rule('BR-42', (invoice) => ofLines(invoice, false, ({ reason, reasonCode }) => reason === null && reasonCode === null, 'BT-139')),
  rule('BR-43', (invoice) => ofLines(invoice, true, ({ amount }) => amount === null, 'BT-141')),
  rule('BR-44', (invoice) => ofLines(invoice, true, ({ reason, reasonCode }) => reason === null && reasonCode === null, 'BT-144')),
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
    lines(invoice, ({ item }) => item.attributes.some(({ name, value }) => name === null || value === null), 'BG-32'),
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
  rule('BR-64', (invoice) => lines(invoice, ({ item }) => item.standard !== null && item.standard.scheme === null, 'BT-157')),
  rule('BR-65', (invoice) => lines(invoice, ({ item }) => item.classes.some(({ scheme }) => scheme === null), 'BT-158')),
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
  rule('BR-CL-18', (invoice) => lines(invoice, ({ category }) => category !== null && !isTaxCategory(category), 'BT-151')),
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
const ofLines = (invoice: EInvoice, isCharge: boolean, missing: (one: EInvoice['allowances'][number]) => boolean, term: Term): Broken[] =>
  lines(invoice, (line) => line.allowances.some((one) => one.isCharge === isCharge && missing(one)), term);
const taxes = (invoice: EInvoice, missing: (one: EInvoice['taxes'][number]) => boolean, term: Term): Broken[] =>
  invoice.taxes.flatMap((one, index) => (missing(one) ? [{ term, of: 'tax' as const, index }] : []));

/** Rules of our own beside the norm's, by numbers of our own: what its schemas would say, and what makes a payment go astray. */
export const OWN: readonly Rule[] = [
  // The schemas' types.
  rule('UT-01', (invoice) =>
    numbers(invoice).flatMap(([text, place]) => (text !== null && !isDecimalString(text) ? [{ ...place, found: text }] : [])),
  ),
  rule('UT-02', (invoice) =>
    dates(invoice).flatMap(([text, place]) => (text !== null && !isIsoDate(text) ? [{ ...place, found: text }] : [])),
  ),
  // Line by line: what is asked for is not what quantity and price make.
  rule('UT-03', (invoice) =>
    invoice.lines.flatMap((line, index) => {
      const made = lineAmount(line);
      const net = valueOf(line.net);
      if (made === null || net === null || made.minus(net).abs().lte('0.01')) return [];
      return [{ term: 'BT-131' as const, of: 'line' as const, index, found: line.net, wanted: made.toFixed(2) }];
    }),
  ),
  rule('UT-04', ({ payments }) =>
    payments.flatMap(({ accounts }, index) =>
      accounts.flatMap(({ id }) =>
        id !== null && /^[A-Z]{2}\d{2}/i.test(id.replace(/\s/g, '')) && !isIban(id)
          ? [{ term: 'BT-84' as const, of: 'payment' as const, index, found: id }]
          : [],
      ),
    ),
  ),
  rule('UT-05', ({ issueDate, dueDate }) =>
    issueDate !== null && dueDate !== null && isIsoDate(issueDate) && isIsoDate(dueDate) && dueDate < issueDate
      ? [{ term: 'BT-9', found: dueDate, wanted: issueDate }]
      : [],
  ),
  // The price before and after its discount.
  rule('UT-06', (invoice) =>
    lines(
      invoice,
      ({ price }) => {
        const [gross, net] = [valueOf(price.gross), valueOf(price.net)];
        return gross !== null && net !== null && price.discount !== null && !gross.minus(valueOf(price.discount) ?? 0).eq(net);
      },
      'BT-147',
    ),
  ),
  rule('UT-07', (invoice) => {
    const ids = invoice.lines.map(({ id }) => id);
    return ids.flatMap((id, index) =>
      id !== null && ids.indexOf(id) < index ? [{ term: 'BT-126' as const, of: 'line' as const, index, found: id }] : [],
    );
  }),
  rule('UT-09', (invoice) =>
    numbers(invoice).flatMap(([text, place]) => (text !== null && !hasRoom(place.term, text) ? [{ ...place, found: text }] : [])),
  ),
  rule('UT-10', (invoice) =>
    texts(invoice).flatMap(([text, most, place]) =>
      text !== null && text.length > most ? [{ ...place, found: `${text.slice(0, 40)}…` }] : [],
    ),
  ),
  rule('UT-08', (invoice) => lines(invoice, ({ price }) => price.base !== null && !(valueOf(price.base)?.gt(0) ?? false), 'BT-149')),
];

/** Digits before the point that a number has at most: so many are kept. Rates have three, prices eight, quantities ten, amounts twelve. */
const ROOM: Readonly<Partial<Record<Term, number>>> = {
  'BT-119': 3,
  'BT-96': 3,
  'BT-103': 3,
  'BT-152': 3,
  'BT-146': 8,
  'BT-147': 8,
  'BT-148': 8,
  'BT-129': 10,
};
/** Whether a number is none that is larger than is kept. */
export const hasRoom = (term: Term, text: string): boolean => (/^-?(\d+)/.exec(text)?.[1] ?? '').length <= (ROOM[term] ?? 12);

/** Signs that names and numbers have at most. */
export const MOST_TEXT = { id: 100, name: 300, description: 2000 } as const;

/** Texts that are kept, with how long they may be, and their places. */
const texts = ({ number, references, seller, payments, lines: all }: EInvoice): (readonly [string | null, number, Broken])[] => [
  [number, MOST_TEXT.id, { term: 'BT-1' }],
  [references.order, MOST_TEXT.id, { term: 'BT-13' }],
  [seller.name, MOST_TEXT.name, { term: 'BT-27' }],
  [seller.taxId, MOST_TEXT.id, { term: 'BT-31' }],
  ...payments.flatMap(({ remittance, accounts }, index) => [
    [remittance, MOST_TEXT.id, { term: 'BT-83', of: 'payment', index }] as const,
    ...accounts.map(({ id }) => [id, MOST_TEXT.id, { term: 'BT-84', of: 'payment', index }] as const),
  ]),
  ...all.flatMap(({ item, unit }, index) => [
    [item.sellerId, MOST_TEXT.id, { term: 'BT-155', of: 'line', index }] as const,
    [unit, MOST_TEXT.id, { term: 'BT-130', of: 'line', index }] as const,
    [item.name, MOST_TEXT.description, { term: 'BT-153', of: 'line', index }] as const,
  ]),
];

/** What a line's quantity, price and allowances make; null where one is missing or no number. */
function lineAmount({ quantity, price, allowances: own }: EInvoice['lines'][number]) {
  const [count, each, base] = [valueOf(quantity), valueOf(price.net), price.base === null ? valueOf('1') : valueOf(price.base)];
  if (count === null || each === null || base === null || base.isZero()) return null;
  return own.reduce(
    (sum, { isCharge, amount }) => (isCharge ? sum.plus(valueOf(amount) ?? 0) : sum.minus(valueOf(amount) ?? 0)),
    count.times(each).div(base),
  );
}

const TOTAL_TERMS = {
  lines: 'BT-106',
  allowances: 'BT-107',
  charges: 'BT-108',
  net: 'BT-109',
  tax: 'BT-110',
  taxAccounted: 'BT-111',
  gross: 'BT-112',
  paid: 'BT-113',
  rounding: 'BT-114',
  due: 'BT-115',
} as const satisfies Record<keyof EInvoice['totals'], Term>;

/** Every term that is a number, with its place. */
export function numbers({ totals, lines: all, allowances: own, taxes: shares }: EInvoice): (readonly [string | null, Broken])[] {
  return [
    ...Object.entries(TOTAL_TERMS).map(([name, term]) => [totals[name as keyof EInvoice['totals']], { term }] as const),
    ...shares.flatMap(({ basis, amount, rate }, index) => [
      [basis, { term: 'BT-116', of: 'tax', index }] as const,
      [amount, { term: 'BT-117', of: 'tax', index }] as const,
      [rate, { term: 'BT-119', of: 'tax', index }] as const,
    ]),
    ...own.flatMap(({ isCharge, amount, base, percent, rate }, index) => [
      [amount, { term: isCharge ? 'BT-99' : 'BT-92', of: 'allowance', index }] as const,
      [base, { term: isCharge ? 'BT-100' : 'BT-93', of: 'allowance', index }] as const,
      [percent, { term: isCharge ? 'BT-101' : 'BT-94', of: 'allowance', index }] as const,
      [rate, { term: isCharge ? 'BT-103' : 'BT-96', of: 'allowance', index }] as const,
    ]),
    ...all.flatMap(({ quantity, net, rate, price, allowances: ofLine }, index) => [
      [quantity, { term: 'BT-129', of: 'line', index }] as const,
      [net, { term: 'BT-131', of: 'line', index }] as const,
      [rate, { term: 'BT-152', of: 'line', index }] as const,
      [price.net, { term: 'BT-146', of: 'line', index }] as const,
      [price.discount, { term: 'BT-147', of: 'line', index }] as const,
      [price.gross, { term: 'BT-148', of: 'line', index }] as const,
      [price.base, { term: 'BT-149', of: 'line', index }] as const,
      ...ofLine.map(({ isCharge, amount }) => [amount, { term: isCharge ? 'BT-141' : 'BT-136', of: 'line', index }] as const),
    ]),
  ];
}

const dates = ({ issueDate, dueDate, taxPointDate, delivery, period, lines: all }: EInvoice): (readonly [string | null, Broken])[] => [
  [issueDate, { term: 'BT-2' }],
  [dueDate, { term: 'BT-9' }],
  [taxPointDate, { term: 'BT-7' }],
  [delivery?.date ?? null, { term: 'BT-72' }],
  [period?.from ?? null, { term: 'BT-73' }],
  [period?.to ?? null, { term: 'BT-74' }],
  ...all.flatMap(({ period: own }, index) => [
    [own?.from ?? null, { term: 'BT-134', of: 'line', index }] as const,
    [own?.to ?? null, { term: 'BT-135', of: 'line', index }] as const,
  ]),
];
