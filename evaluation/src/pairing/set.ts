import { decimal } from '@umber/core/money';
import { Random } from '@umber/demo/random';
import type { InvoiceLine, OrderLine } from '@umber/core/matching';
import { GOODS_LINES, goodsAt, itemsOf, type Item } from './catalogue.js';

/** What was done to a line between the order and the invoice. */
export type Change =
  'as-ordered' | 'renamed' | 'shortened' | 'mistyped' | 'dearer' | 'part' | 'split' | 'merged' | 'in-packs' | 'near-twin' | 'stranger';

/** An invoice beside the open orders of its supplier, with the order lines that each of its lines is for. */
export interface PairingCase {
  readonly order: readonly OrderLine[];
  readonly lines: readonly InvoiceLine[];
  /** Orders that the page names. */
  readonly named: readonly number[];
  /** By line: the order lines it is for, none for what is on no order; and what was done to it. */
  readonly truth: readonly { readonly orderLines: readonly number[]; readonly change: Change }[];
}

interface Ordered extends OrderLine {
  readonly item: Item;
}

/** One supplier's open orders, and an invoice for some of them. */
export function pairingCase(seed: number, orders = 0): PairingCase {
  const random = new Random(seed);
  const goods = random.some(
    Array.from({ length: GOODS_LINES }, (_, i) => i),
    random.whole(2, 6),
  );
  const items = goods.flatMap((at) => itemsOf(goodsAt(at), random));
  const numbered = random.chance(0.6);
  const numbers = new Map(items.map((item, i) => [item, numbered ? `${'ABCDEFGH'[i % 8]}${random.digits(4)}` : null]));
  const open: Ordered[] = [];
  let id = 1;
  for (let order = 1; order <= (orders || random.whole(1, 6)); order++) {
    const chosen = random.some(items, random.whole(1, Math.min(14, items.length)));
    // The same thing twice on an order, for two days.
    if (random.chance(0.15)) chosen.push(random.pick(chosen));
    for (const [position, item] of chosen.entries()) {
      const quantity = item.price > 60 ? random.whole(1, 12) : random.whole(2, 40) * random.pick([1, 5, 10]);
      open.push(orderedLine(id++, order, position + 1, item, numbers.get(item) ?? null, quantity));
    }
  }
  const wanted = random.some([...new Set(open.map(({ orderId }) => orderId))], random.chance(0.3) ? 2 : 1);
  const invoiced = open.filter(({ orderId }) => wanted.includes(orderId) && random.chance(0.85));
  const made: { line: Omit<InvoiceLine, 'position'>; orderLines: readonly number[]; change: Change }[] = [];
  const used = new Set<number>();
  for (const one of invoiced) {
    if (used.has(one.id)) continue;
    used.add(one.id);
    made.push(...changed(one, invoiced, used, random));
  }
  const onOrder = new Set(open.map(({ item }) => item));
  for (const item of random.some(
    items.filter((one) => !onOrder.has(one)),
    random.chance(0.4) ? random.whole(1, 2) : 0,
  ))
    made.push({ line: asLine(item, numbers.get(item) ?? null, random.whole(1, 20), random), orderLines: [], change: 'near-twin' });
  if (random.chance(0.15)) {
    const item = random.pick(itemsOf(goodsAt(random.whole(0, GOODS_LINES - 1)), random));
    if (!items.some(({ words }) => words === item.words))
      made.push({
        line: asLine(item, numbered ? `Z${random.digits(4)}` : null, random.whole(1, 9), random),
        orderLines: [],
        change: 'stranger',
      });
  }
  const shuffled = random.chance(0.3) ? random.some(made, made.length) : made;
  return {
    order: open.map(({ item: _item, ...line }) => line),
    lines: shuffled.map(({ line }, position) => ({ ...line, position })),
    named: random.chance(0.7) ? wanted : [],
    truth: shuffled.map(({ orderLines, change }) => ({ orderLines, change })),
  };
}

const orderedLine = (id: number, orderId: number, position: number, item: Item, itemNumber: string | null, quantity: number): Ordered => ({
  id,
  orderId,
  position,
  itemNumber,
  ourItem: null,
  description: item.words,
  quantity: String(quantity),
  unit: item.unit,
  unitPrice: item.price.toFixed(2),
  priceSteps: [],
  byAmount: false,
  check: 'receipt',
  received: String(quantity),
  invoicedBefore: '0',
  amountBefore: '0.00',
  conversions: [],
  item,
});

type Line = Omit<InvoiceLine, 'position'>;

function asLine({ words, also, unit, price }: Item, itemNumber: string | null, quantity: number, random: Random): Line {
  return {
    itemNumber: random.chance(0.7) ? itemNumber : null,
    description: random.chance(0.3) ? random.pick(also) : words,
    quantity: String(quantity),
    unit: random.chance(0.8) ? unit : null,
    unitPrice: price.toFixed(2),
    netAmount: (price * quantity).toFixed(2),
  };
}

function changed(
  one: Ordered,
  all: readonly Ordered[],
  used: Set<number>,
  random: Random,
): { line: Line; orderLines: readonly number[]; change: Change }[] {
  const quantity = decimal(one.quantity).toNumber();
  const line = (item: Item, amount: number, more: Partial<Line> = {}): Line => {
    const drawn = asLine(item, one.itemNumber, amount, random);
    return { ...drawn, ...more };
  };
  const change = random.pick<Change>([
    'as-ordered',
    'renamed',
    'renamed',
    'shortened',
    'mistyped',
    'dearer',
    'part',
    'split',
    'merged',
    'in-packs',
  ]);
  const plain = (): { line: Line; orderLines: readonly number[]; change: Change }[] => [
    { line: line(one.item, quantity), orderLines: [one.id], change: 'as-ordered' },
  ];
  switch (change) {
    case 'renamed':
      return [{ line: line(one.item, quantity, { description: random.pick(one.item.also) }), orderLines: [one.id], change }];
    case 'shortened': {
      const words = one.item.words.split(' ');
      const kept = words.map((word) =>
        /\d/.test(word) || word.length < 5 || random.chance(0.4) ? word : `${word.slice(0, random.whole(3, 4))}.`,
      );
      return [{ line: line(one.item, quantity, { description: kept.join(' ') }), orderLines: [one.id], change }];
    }
    case 'mistyped': {
      const at = random.whole(1, Math.max(1, one.item.words.length - 2));
      const slip = /[a-z]/.test(one.item.words[at])
        ? `${one.item.words.slice(0, at)}${random.pick(['e', 'i', 'r', 'n'])}${one.item.words.slice(at + 1)}`
        : one.item.words;
      return [{ line: line(one.item, quantity, { description: slip }), orderLines: [one.id], change }];
    }
    case 'dearer': {
      const price = decimal(one.unitPrice)
        .times(1 + random.pick([0.02, 0.05, 0.08, -0.04]))
        .toDecimalPlaces(2)
        .toNumber();
      return [
        {
          line: line(one.item, quantity, { unitPrice: price.toFixed(2), netAmount: (price * quantity).toFixed(2) }),
          orderLines: [one.id],
          change,
        },
      ];
    }
    case 'part':
      return quantity < 2
        ? plain()
        : [{ line: line(one.item, Math.ceil(quantity * random.pick([0.25, 0.5, 0.75]))), orderLines: [one.id], change }];
    case 'split': {
      if (quantity < 2) return plain();
      const first = Math.max(1, Math.floor(quantity * random.pick([0.3, 0.5])));
      return [first, quantity - first].map((amount) => ({ line: line(one.item, amount), orderLines: [one.id], change }));
    }
    case 'merged': {
      const twin = all.find((other) => other !== one && !used.has(other.id) && other.item === one.item);
      if (!twin) return plain();
      used.add(twin.id);
      return [{ line: line(one.item, quantity + decimal(twin.quantity).toNumber()), orderLines: [one.id, twin.id], change }];
    }
    case 'in-packs': {
      const pack = random.pick([5, 10, 12].filter((size) => quantity % size === 0));
      if (pack === undefined || one.item.unit !== 'pcs') return plain();
      const price = decimal(one.unitPrice).times(pack).toNumber();
      const unit = random.pick([`box of ${pack}`, `${pack} pcs`, 'box']);
      return [
        {
          line: line(one.item, quantity / pack, { unit, unitPrice: price.toFixed(2), netAmount: (price * (quantity / pack)).toFixed(2) }),
          orderLines: [one.id],
          change,
        },
      ];
    }
    default:
      return plain();
  }
}
