import type { EInvoice } from '../model.js';
import type { Broken, Term } from './rule.js';

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

/** Every term that is a date, with its place. */
export const dates = ({
  issueDate,
  dueDate,
  taxPointDate,
  delivery,
  period,
  lines: all,
}: EInvoice): (readonly [string | null, Broken])[] => [
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
export const texts = ({ number, references, seller, payments, lines: all }: EInvoice): (readonly [string | null, number, Broken])[] => [
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
