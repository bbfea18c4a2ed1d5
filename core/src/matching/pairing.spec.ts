import fc from 'fast-check';
import { decimal } from '../money/index.js';
import { conflicts, itemWords } from './item-words.js';
import { NO_CONTEXT, orderPrice, pairLines, sameItem, type InvoiceLine, type OrderLine } from './index.js';

const ordered = (id: number, description: string, quantity: string, unitPrice: string, more: Partial<OrderLine> = {}): OrderLine => ({
  id,
  orderId: 1,
  position: id,
  itemNumber: null,
  ourItem: null,
  description,
  quantity,
  unit: 'pcs',
  unitPrice,
  priceSteps: [],
  byAmount: false,
  check: 'receipt',
  received: quantity,
  invoicedBefore: '0',
  amountBefore: '0.00',
  conversions: [],
  ...more,
});
const invoiced = (
  position: number,
  description: string,
  quantity: string,
  netAmount: string,
  more: Partial<InvoiceLine> = {},
): InvoiceLine => ({
  position,
  itemNumber: null,
  description,
  quantity,
  unit: 'pcs',
  unitPrice: null,
  netAmount,
  ...more,
});
const short = (pairs: ReturnType<typeof pairLines>) =>
  pairs.map(({ line, orderLineId, quantity, amount, sure }) => [line, orderLineId, quantity, amount, sure]);

describe('pairing lines', () => {
  it('shares one line out among several of one item, in one order or in two', () => {
    const order = [ordered(1, 'Track screw 24 x 150', '200', '2.15'), ordered(2, 'Track screw 24 x 150', '100', '2.15', { orderId: 2 })];
    expect(short(pairLines([invoiced(0, 'Track screw 24x150', '300', '645.00')], order))).toEqual([
      [0, 1, '200', '430.00', true],
      [0, 2, '100', '215.00', true],
    ]);
  });

  it('gives several lines to one order line, and what is too much stays with it', () => {
    const order = [ordered(1, 'Rail clip e1607', '500', '1.94')];
    const lines = [invoiced(0, 'Rail clip e1607', '300', '582.00'), invoiced(1, 'Rail clip e1607', '250', '485.00')];
    expect(short(pairLines(lines, order)).map(([line, id]) => [line, id])).toEqual([
      [0, 1],
      [1, 1],
    ]);
  });

  it('counts in the order’s unit', () => {
    const order = [ordered(1, 'Spring washer M20', '480', '0.60')];
    const [pair] = pairLines([invoiced(0, 'Spring washer M20', '40', '288.00', { unit: 'box of 12' })], order);
    expect(pair).toMatchObject({ quantity: '480', factor: '12', sure: true });
    const [guessed] = pairLines([invoiced(0, 'Spring washer M20', '40', '288.00', { unit: 'box' })], order);
    expect(guessed).toMatchObject({ quantity: '480', factor: '12', sure: false, signs: expect.arrayContaining(['other-unit']) });
    const agreed = [ordered(1, 'Spring washer M20', '480', '0.60', { conversions: [{ from: 'box', to: 'pcs', factor: '12' }] })];
    expect(pairLines([invoiced(0, 'Spring washer M20', '40', '288.00', { unit: 'box' })], agreed)[0]).toMatchObject({
      factor: '12',
      sure: true,
    });
  });

  it.each([
    ['size', 'Hexagon bolt M20x120', 'Hexagon bolt M20x100'],
    ['side', 'Door hinge 100 mm left', 'Door hinge 100 mm right'],
    ['colour', 'Gloss paint green 2.5 l', 'Gloss paint cream 2.5 l'],
    ['model', 'Toner TK-5240 black', 'Toner TN-3260 black'],
    ['state', 'Oak sleeper new 2.6 m', 'Oak sleeper used 2.6 m'],
  ])('never takes another %s for the same in silence', (_what, asked, other) => {
    for (const quantity of ['10', '7']) {
      const pairs = pairLines([invoiced(0, asked, quantity, (Number(quantity) * 4).toFixed(2))], [ordered(1, other, '10', '4.00')]);
      expect(pairs.every(({ sure }) => !sure)).toBe(true);
    }
  });

  it('leaves what stands on the named order to that, however much is left of it', () => {
    const order = [
      ordered(1, 'Steam coal trebles', '10', '214.00', { invoicedBefore: '10', unit: 't' }),
      ordered(2, 'Steam coal trebles', '10', '214.00', { orderId: 2, unit: 't' }),
    ];
    const pairs = pairLines([invoiced(0, 'Steam coal trebles', '10', '2140.00', { unit: 't' })], order, {
      ...NO_CONTEXT,
      named: new Set([1]),
    });
    expect(pairs.map(({ orderLineId }) => orderLineId)).toEqual([1]);
  });

  it('does as a person said, for one line or several, and for none', () => {
    const order = [ordered(1, 'Coach bolt', '10', '1.00'), ordered(2, 'Track screw', '10', '1.00'), ordered(3, 'Rail clip', '10', '1.00')];
    const say = (chosen: { line: number; orderLineId: number | null }[]) =>
      pairLines([invoiced(0, 'Coach bolt', '15', '15.00')], order, { ...NO_CONTEXT, chosen }).map(({ orderLineId, quantity, sure }) => [
        orderLineId,
        quantity,
        sure,
      ]);
    expect(say([{ line: 0, orderLineId: 2 }])).toEqual([[2, '15', true]]);
    expect(
      say([
        { line: 0, orderLineId: 2 },
        { line: 0, orderLineId: 3 },
      ]),
    ).toEqual([
      [2, '10', true],
      [3, '5', true],
    ]);
    expect(say([{ line: 0, orderLineId: null }])).toEqual([]);
  });

  it('knows what was learned: their number is our item', () => {
    const order = [
      ordered(1, 'Brake block, composition', '24', '43.10', { ourItem: 'BB-9' }),
      ordered(2, 'Brake block, cast iron', '24', '43.10', { ourItem: 'BB-7' }),
    ];
    const lines = [invoiced(0, 'Sole 320 K', '24', '1034.40', { itemNumber: 'X-77' })];
    expect(pairLines(lines, order).every(({ sure }) => !sure)).toBe(true);
    const learned = [{ theirs: 'x 77', ours: 'bb 9' }];
    expect(pairLines(lines, order, { ...NO_CONTEXT, learned })).toMatchObject([
      { orderLineId: 1, sure: true, signs: expect.arrayContaining(['learned']) },
    ]);
  });

  it('finds several lines of an order that one line puts together, and asks', () => {
    const order = [
      ordered(1, 'Gasket set fibre', '4', '12.50'),
      ordered(2, 'Union brass 22 mm', '2', '7.70'),
      ordered(3, 'Boiler tube 57 mm', '9', '118.00'),
    ];
    const pairs = pairLines([invoiced(0, 'Small parts: gasket, union', '1', '65.40', { unit: null })], order, {
      ...NO_CONTEXT,
      named: new Set([1]),
    });
    expect(pairs.every(({ sure }) => !sure)).toBe(true);
  });

  it('never gives away more or less than a line asks for', () => {
    const line = fc.record({
      words: fc.constantFrom('Oak sleeper', 'Rail clip', 'Coach bolt M20'),
      quantity: fc.integer({ min: 1, max: 60 }),
      cents: fc.integer({ min: 1, max: 9000 }),
    });
    fc.assert(
      fc.property(fc.array(line, { minLength: 1, maxLength: 6 }), fc.array(line, { minLength: 1, maxLength: 8 }), (lines, order) => {
        const shown = lines.map(({ words, quantity, cents }, i) => invoiced(i, words, String(quantity), (cents / 100).toFixed(2)));
        const pairs = pairLines(
          shown,
          order.map(({ words, quantity, cents }, i) =>
            ordered(i + 1, words, String(quantity), (cents / 100).toFixed(2), { orderId: 1 + (i % 3) }),
          ),
        );
        for (const { position, netAmount } of shown) {
          const mine = pairs.filter((pair) => pair.line === position);
          if (mine.length > 0)
            expect(mine.reduce((total, { amount }) => total + Math.round(Number(amount) * 100), 0)).toBe(
              Math.round(Number(netAmount) * 100),
            );
        }
      }),
    );
  });
});

describe('what descriptions say', () => {
  it('reads sizes however they are written', () => {
    expect(conflicts(itemWords('Oak sleeper 2.6 m'), itemWords('Oak sleeper 2600 mm'))).toEqual([]);
    expect(conflicts(itemWords('Bolt M20 × 200'), itemWords('BOLT M20X200'))).toEqual([]);
    expect(conflicts(itemWords('Paint 2,5 l red'), itemWords('Paint red 2.5 litre'))).toEqual([]);
    expect(conflicts(itemWords('Bremsklotz links'), itemWords('Brake block left'))).toEqual([]);
    expect(conflicts(itemWords('Glove bla. size 8'), itemWords('Glove black size 8'))).toEqual([]);
  });

  it('tells one item at one price from another', () => {
    const one = ordered(1, 'Rail clip', '5', '1.94');
    expect(sameItem(one, ordered(2, 'RAIL CLIP', '9', '1.94'))).toBe(true);
    expect(sameItem(one, ordered(2, 'Rail clip', '9', '1.95'))).toBe(false);
    expect(sameItem({ ...one, itemNumber: 'A' }, ordered(2, 'Rail clip', '9', '1.94', { itemNumber: 'B' }))).toBe(false);
  });
});

describe('price steps', () => {
  it('hold from their quantity on', () => {
    const priced = {
      unitPrice: '2',
      priceSteps: [
        { from: '500', unitPrice: '1.7' },
        { from: '100', unitPrice: '1.85' },
      ],
    };
    const at = (quantity: string) => orderPrice(priced, decimal(quantity)).toString();
    expect([at('99'), at('100'), at('499'), at('500')]).toEqual(['2', '1.85', '1.85', '1.7']);
  });
});
