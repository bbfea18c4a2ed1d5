import fc from 'fast-check';
import { assign, exceptionKey, guessOrder, namesOrder, needsChoice, threeWayMatch, type InvoiceLine, type OrderLine } from './index.js';

const tolerances = { pricePercent: '2', priceAmount: '5.00', quantityPercent: '0' };
const ordered = (id: number, description: string, quantity: string, unitPrice: string, more: Partial<OrderLine> = {}): OrderLine => ({
  id,
  position: id,
  itemNumber: null,
  description,
  quantity,
  unitPrice,
  received: quantity,
  invoicedBefore: '0',
  ...more,
});
const invoiced = (
  position: number,
  description: string,
  quantity: string,
  netAmount: string,
  more: Partial<InvoiceLine> = {},
): InvoiceLine => ({ position, itemNumber: null, description, quantity, unitPrice: null, netAmount, ...more });

describe('assignment', () => {
  it('is the cheapest of all assignments', () => {
    const square = fc
      .integer({ min: 1, max: 5 })
      .chain((n) =>
        fc.array(fc.array(fc.integer({ min: 0, max: 40 }), { minLength: n + 1, maxLength: n + 1 }), { minLength: n, maxLength: n }),
      );
    const cheapest = (costs: number[][], row = 0, used = 0): number =>
      row === costs.length
        ? 0
        : Math.min(...costs[row].map((cost, j) => (used & (1 << j) ? Infinity : cost + cheapest(costs, row + 1, used | (1 << j)))));
    fc.assert(
      fc.property(square, (costs) => {
        const columns = assign(costs);
        expect(new Set(columns).size).toBe(costs.length);
        expect(columns.reduce((total, j, i) => total + costs[i][j], 0)).toBe(cheapest(costs));
      }),
    );
  });

  it('wants a column for each row', () => {
    expect(() => assign([[1], [2]])).toThrow(RangeError);
    expect(assign([])).toEqual([]);
  });
});

describe('three-way match', () => {
  const order = [
    ordered(11, 'Oak sleeper, new, 2.6 m', '44', '40.44'),
    ordered(12, 'Oak sleeper, used, 2.6 m', '20', '18.00'),
    ordered(13, 'Cast chair S1', '160', '10.34'),
  ];

  it('pairs by what fits best in all, not by what comes first', () => {
    const lines = [
      invoiced(0, 'Oak sleeper 2.6 m', '20', '360.00'),
      invoiced(1, 'Oak sleeper 2.6 m', '44', '1779.36'),
      invoiced(2, 'Chair S1, cast', '160', '1654.40'),
    ];
    const { pairs, variances } = threeWayMatch(lines, order, tolerances);
    expect(pairs.map((pair) => pair.orderLineId)).toEqual([12, 11, 13]);
    expect(variances).toEqual([]);
  });

  it('is not disturbed by the order in which lines stand', () => {
    const lines = order.map((line, i) =>
      invoiced(i, line.description, line.quantity, String(Number(line.quantity) * Number(line.unitPrice))),
    );
    fc.assert(
      fc.property(fc.shuffledSubarray(lines, { minLength: 1 }), (shuffled) => {
        const { pairs } = threeWayMatch(
          shuffled.map((line, position) => ({ ...line, netAmount: Number(line.netAmount).toFixed(2), position })),
          order,
          tolerances,
        );
        expect(pairs.map((pair) => order.find((one) => one.id === pair.orderLineId)?.description)).toEqual(
          shuffled.map((line) => line.description),
        );
      }),
    );
  });

  it('lets a price pass within either tolerance and names one beyond both', () => {
    const at = (amount: string) => threeWayMatch([invoiced(0, 'Oak sleeper, new, 2.6 m', '44', amount)], order, tolerances).variances;
    expect(at('1810.00')).toEqual([]);
    expect(at('1895.08')).toMatchObject([
      {
        facts: { code: 'price', percent: '6.5', off: '115.72' },
        line: 0,
        worth: '115.72',
        figures: [
          { name: 'unit-price', invoice: '43.07', order: '40.44', variance: '2.63' },
          { name: 'amount', invoice: '1895.08', order: '1779.36' },
        ],
      },
    ]);
    const cheap = threeWayMatch([invoiced(0, 'Washer', '10', '1.40')], [ordered(1, 'Washer', '10', '0.10')], tolerances);
    expect(cheap.variances).toEqual([]);
  });

  it('asks for what was invoiced but not received, counting what was invoiced before', () => {
    const short = [ordered(1, 'Brake block', '24', '43.10', { received: '18' })];
    expect(threeWayMatch([invoiced(0, 'Brake block', '24', '1034.40')], short, tolerances).variances).toMatchObject([
      { facts: { code: 'not-received', limit: '18' }, worth: '258.60' },
    ]);
    const again = [ordered(1, 'Brake block', '24', '43.10', { received: '24', invoicedBefore: '20' })];
    expect(threeWayMatch([invoiced(0, 'Brake block', '6', '258.60')], again, tolerances).variances).toMatchObject([
      { facts: { code: 'not-received', invoiced: '6', before: '20', limit: '24' } },
    ]);
  });

  it('says what is not on the order', () => {
    const { pairs, variances } = threeWayMatch([invoiced(0, 'Carriage by crane lorry', '1', '185.00')], order, tolerances);
    expect(pairs).toEqual([{ line: 0, orderLineId: null }]);
    expect(variances).toMatchObject([{ facts: { code: 'not-on-order', description: 'Carriage by crane lorry' }, worth: '185.00' }]);
  });
});

describe('an exception', () => {
  const facts = { code: 'price', description: 'Brake block', percent: '12', off: '120.00' } as const;
  const figures = [{ name: 'amount', invoice: '1120.00', order: '1000.00', received: null, variance: '120.00' } as const];

  it('is the same by code, line and every figure, however it was kept', () => {
    const kept = { figures: [{ variance: '120.00', received: null, order: '1000.00', invoice: '1120.00', name: 'amount' } as const] };
    const again = { off: '120.00', percent: '12', description: 'Brake block', code: 'price' } as const;
    expect(exceptionKey({ line: 1, facts, figures })).toBe(exceptionKey({ ...kept, facts: again, line: 1 }));
    for (const other of [
      { line: 2, facts, figures },
      { line: 1, facts: { ...facts, off: '121.00' }, figures },
      { line: 1, facts, figures: [{ ...figures[0], invoice: '1121.00' }] },
    ])
      expect(exceptionKey(other)).not.toBe(exceptionKey({ line: 1, facts, figures }));
  });

  it('of an unknown supplier wants a choice, every other can be accepted', () => {
    expect(needsChoice({ code: 'supplier-unknown', name: null })).toBe(true);
    expect(needsChoice(facts)).toBe(false);
  });
});

describe('finding the order', () => {
  it('knows a number with a prefix', () => {
    expect(namesOrder('KFR-40151', '40151')).toBe(true);
    expect(namesOrder('40151', 'PO 40151')).toBe(true);
    expect(namesOrder('140151', '40151')).toBe(false);
    expect(namesOrder('4015', '40151')).toBe(false);
  });

  it('puts the named order first, else the one whose lines fit', () => {
    const lines = [invoiced(0, 'Brake block', '24', '1034.40')];
    const orders = [
      { id: 1, number: '40151', lines: [ordered(1, 'Steam coal', '12', '318.50')] },
      { id: 2, number: '40152', lines: [ordered(2, 'Brake block', '24', '43.10')] },
    ];
    expect(guessOrder(null, lines, orders).map((guess) => guess.id)).toEqual([2]);
    expect(guessOrder('40151', lines, orders)[0]).toMatchObject({ id: 1, byNumber: true });
  });
});
