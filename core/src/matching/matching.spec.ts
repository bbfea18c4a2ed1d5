import fc from 'fast-check';
import {
  assign,
  chargeKind,
  chargesOf,
  type AgreedCharges,
  beyondOrder,
  chargeExceptions,
  exceptionKey,
  guessOrder,
  namesOrder,
  needsChoice,
  needsTwo,
  threeWayMatch,
  type InvoiceLine,
  type OrderLine,
} from './index.js';

const tolerances = {
  pricePercent: '2',
  priceAmount: '25.00',
  underPercent: '2',
  underAmount: '25.00',
  quantityPercent: '0',
  quantityAmount: '0',
  invoiceAmount: '40.00',
  chargeAmount: '15.00',
};
const limits = { general: tolerances, byOrder: {} };
const ordered = (id: number, description: string, quantity: string, unitPrice: string, more: Partial<OrderLine> = {}): OrderLine => ({
  id,
  orderId: 1,
  position: id,
  itemNumber: null,
  ourItem: null,
  description,
  quantity,
  unit: null,
  unitPrice,
  priceSteps: [],
  byAmount: false,
  check: 'receipt',
  conversions: [],
  received: quantity,
  invoicedBefore: '0',
  amountBefore: '0.00',
  ...more,
});
const invoiced = (
  position: number,
  description: string,
  quantity: string,
  netAmount: string,
  more: Partial<InvoiceLine> = {},
): InvoiceLine => ({ position, itemNumber: null, description, quantity, unit: null, unitPrice: null, netAmount, ...more });

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
    const { pairs, variances } = threeWayMatch(lines, order, limits);
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
          limits,
        );
        expect(pairs.map((pair) => order.find((one) => one.id === pair.orderLineId)?.description)).toEqual(
          shuffled.map((line) => line.description),
        );
      }),
    );
  });

  it('lets a price pass within both limits and names one beyond either', () => {
    const at = (amount: string) => threeWayMatch([invoiced(0, 'Oak sleeper, new, 2.6 m', '44', amount)], order, limits).variances;
    expect(at('1804.36')).toEqual([]);
    // 1.5 %, but more than the amount.
    expect(at('1806.05')).toMatchObject([{ facts: { code: 'price', percent: '1.5', off: '26.69' } }]);
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
    // Little money, but far more than the share.
    const cheap = (amount: string) =>
      threeWayMatch([invoiced(0, 'Washer', '10', amount)], [ordered(1, 'Washer', '10', '0.10')], limits).variances;
    expect(cheap('5.90')).toMatchObject([{ facts: { code: 'price', percent: '490' } }]);
    expect(cheap('1.01')).toEqual([]);
  });

  it('asks about what passed line by line and is too much in all', () => {
    const many = Array.from({ length: 3 }, (_, i) => ordered(i + 1, `Beam of length ${'abc'[i].repeat(6)}`, '10', '200.00'));
    const lines = (over: number) => many.map((line, i) => invoiced(i, line.description, '10', (2000 + over).toFixed(2)));
    expect(threeWayMatch(lines(13), many, limits).variances).toEqual([]);
    expect(threeWayMatch(lines(20), many, limits).variances).toMatchObject([
      { line: null, facts: { code: 'over-in-all', off: '60.00', limit: '40.00' } },
    ]);
  });

  it('asks for what was invoiced but not received, counting what was invoiced before', () => {
    const short = [ordered(1, 'Brake block', '24', '43.10', { received: '18' })];
    expect(threeWayMatch([invoiced(0, 'Brake block', '24', '1034.40')], short, limits).variances).toMatchObject([
      { facts: { code: 'not-received', limit: '18' }, worth: '258.60' },
    ]);
    const again = [ordered(1, 'Brake block', '24', '43.10', { received: '24', invoicedBefore: '20' })];
    expect(threeWayMatch([invoiced(0, 'Brake block', '6', '258.60')], again, limits).variances).toMatchObject([
      { facts: { code: 'not-received', invoiced: '6', before: '20', limit: '24' } },
    ]);
  });

  it('compares by amount where a line says no quantity, and counts what amounts took before', () => {
    const whole = ordered(1, 'Brake block', '24', '43.10');
    const bare = (amount: string, more: Partial<InvoiceLine> = {}) => ({ ...invoiced(0, 'Brake block', '', amount, more), quantity: null });
    const at = (line: InvoiceLine, more: Partial<OrderLine> = {}) => threeWayMatch([line], [{ ...whole, ...more }], limits).variances;
    expect(at(bare('1034.40'))).toEqual([]);
    expect(at(bare('517.20'))).toEqual([]);
    expect(at(bare('1134.40'))).toMatchObject([{ facts: { code: 'amount-beyond', of: 'received', limit: '1034.40' }, worth: '100.00' }]);
    expect(at(bare('1034.40'), { invoicedBefore: '24', amountBefore: '1034.40' })).toMatchObject([
      { facts: { code: 'amount-beyond', invoiced: '1034.40', before: '1034.40' }, worth: '1034.40' },
    ]);
    expect(at(bare('1034.40', { unitPrice: '51.72' }), {})).toMatchObject([{ facts: { code: 'price', percent: '20' } }]);
    // A price that was accepted before has taken of the amount, though not of the quantity.
    expect(at(invoiced(0, 'Brake block', '12', '517.20'), { invoicedBefore: '12', amountBefore: '620.64' })).toMatchObject([
      { facts: { code: 'amount-beyond', of: 'received' }, worth: '103.44' },
    ]);
  });

  it('never lets parts take more of an order line than it is worth, whatever they say of quantity and price', () => {
    const part = fc.record({ quantity: fc.option(fc.integer({ min: 1, max: 30 })), cents: fc.integer({ min: 1, max: 150_000 }) });
    fc.assert(
      fc.property(fc.array(part, { minLength: 1, maxLength: 6 }), (parts) => {
        let [quantity, amount] = [0, 0];
        for (const { quantity: asked, cents } of parts) {
          const line = {
            ...invoiced(0, 'Brake block', String(asked), (cents / 100).toFixed(2)),
            quantity: asked === null ? null : String(asked),
          };
          const before = { invoicedBefore: String(quantity), amountBefore: (amount / 100).toFixed(2) };
          if (threeWayMatch([line], [ordered(1, 'Brake block', '24', '43.10', before)], limits).variances.length > 0) continue;
          quantity += asked ?? cents / 4310;
          amount += cents;
        }
        expect(amount / 100).toBeLessThanOrEqual(24 * 43.1 + 20.69);
      }),
    );
  });

  it('credits no more than was invoiced, and takes a line below zero for one that goes the other way', () => {
    const sold = ordered(1, 'Brake block', '24', '43.10', { invoicedBefore: '10', amountBefore: '431.00' });
    const credit = (quantity: string, amount: string) =>
      threeWayMatch([invoiced(0, 'Brake block', quantity, amount)], [sold], limits, 'credit-note').variances;
    expect(credit('4', '172.40')).toEqual([]);
    expect(credit('11', '474.10')).toMatchObject([{ facts: { code: 'more-than-invoiced', invoiced: '11', limit: '10' } }]);
    expect(credit('10', '862.00').map(({ facts }) => facts.code)).toEqual(['price']);
    // On a credit note, what is below zero is asked to be paid: as much as was received and not invoiced.
    expect(credit('-14', '-603.40')).toEqual([]);
    expect(credit('-15', '-646.50')).toMatchObject([{ facts: { code: 'not-received', invoiced: '15', before: '10', limit: '24' } }]);
    // On an invoice, it goes back.
    const back = threeWayMatch([invoiced(0, 'Brake block', '-11', '-474.10')], [sold], limits).variances;
    expect(back).toMatchObject([{ facts: { code: 'more-than-invoiced' } }]);
  });

  it('says what is not on the order', () => {
    const { pairs, variances } = threeWayMatch([invoiced(0, 'Crane lorry with driver', '1', '185.00')], order, limits);
    expect(pairs).toEqual([]);
    expect(variances).toMatchObject([{ facts: { code: 'not-on-order', description: 'Crane lorry with driver' }, worth: '185.00' }]);
  });
});

describe('carriage and discount', () => {
  const charged = ({
    carriage = null,
    discount = null,
    agreed = { amounts: {}, discountPercent: '0' },
  }: {
    carriage?: string | null;
    discount?: string | null;
    agreed?: AgreedCharges | null;
  }) =>
    chargeExceptions({ goods: '318.00', charges: chargesOf([], new Set(), { carriage, discount }), agreed }, tolerances).map(
      ({ facts }) => facts,
    );

  it('are asked about where the order did not agree on them', () => {
    expect(charged({ carriage: '2500.00' })).toEqual([{ code: 'carriage', amount: '2500.00', agreed: '0.00' }]);
    expect(charged({ carriage: '15.00' })).toEqual([]);
    expect(charged({ discount: '152.64' })).toEqual([{ code: 'discount', amount: '152.64', percent: '48', agreed: '0' }]);
    expect(charged({ discount: '-152.64' })).toHaveLength(1);
  });

  it('are held against what was agreed', () => {
    const agreed = { amounts: { freight: '60.00' }, discountPercent: '10' };
    expect(charged({ carriage: '60.00', discount: '31.80', agreed })).toEqual([]);
    expect(charged({ carriage: '64.00', discount: '31.80', agreed })).toHaveLength(1);
    expect(charged({ discount: null, agreed })).toEqual([{ code: 'discount', amount: '0.00', percent: '0', agreed: '10' }]);
  });

  it('are asked about where they are unusual and there is no order', () => {
    expect(charged({ carriage: '79.50', discount: '31.80', agreed: null })).toEqual([]);
    expect(charged({ carriage: '79.51', discount: '31.81', agreed: null })).toHaveLength(2);
  });
});

describe('charges among the lines', () => {
  it.each([
    ['Carriage, one pallet', 'freight'],
    ['Frachtkosten', 'freight'],
    ['Frais de port', 'freight'],
    ['Verpackungskostenpauschale', 'packaging'],
    ['Europalette Tausch', 'packaging'],
    ['Pfand Gitterbox', 'deposit'],
    ['Mindermengenzuschlag', 'minimum-order'],
    ['Small order charge', 'minimum-order'],
    ['Dieselzuschlag 4 %', 'surcharge'],
    ['Remise 5 %', 'discount'],
    ['Oak pallet, four-way', null],
    ['Transporter hire, day', null],
    ['Packing gland 20 mm for pump shaft, graphite, set of 6 rings', null],
    [null, null],
  ])('%s: %s', (words, kind) => expect(chargeKind(words)).toBe(kind));

  it('are held against what the order agreed on, each kind by itself, and are no goods that nobody ordered', () => {
    const lines = [
      invoiced(0, 'Brake block', '24', '1034.40'),
      invoiced(1, 'Packaging', '1', '85.00'),
      invoiced(2, 'Carriage', '1', '12.00'),
    ];
    const { pairs, variances } = threeWayMatch(lines, [ordered(1, 'Brake block', '24', '43.10')], limits);
    expect(variances).toEqual([]);
    const charges = chargesOf(lines, new Set(pairs.map(({ line }) => line)), { carriage: null, discount: null });
    const asked = (packaging: string) =>
      chargeExceptions({ goods: '1034.40', charges, agreed: { amounts: { packaging }, discountPercent: '0' } }, tolerances);
    expect(asked('85.00')).toEqual([]);
    expect(asked('20.00')).toMatchObject([{ line: 1, facts: { code: 'charge', kind: 'packaging', amount: '85.00', agreed: '20.00' } }]);
  });
});

describe('the total of an order', () => {
  const total = { invoiced: '500.00', before: '600.00', ordered: '1000.00', explained: '0.00' };

  it('is what all its invoices may ask for', () => {
    expect(beyondOrder(total, tolerances)).toMatchObject([
      { facts: { code: 'beyond-order', before: '600.00' }, figures: [{ variance: '100.00' }, {}] },
    ]);
    expect(beyondOrder({ ...total, before: '500.00' }, tolerances)).toEqual([]);
  });

  it('asks no second time about what was asked about by line', () => {
    expect(beyondOrder({ ...total, explained: '100.00' }, tolerances)).toEqual([]);
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
    expect(needsChoice({ code: 'not-above-zero', total: '-40.00' })).toBe(true);
    expect(needsChoice(facts)).toBe(false);
  });

  it('of a bank account wants two people', () => {
    expect(needsTwo({ code: 'bank-account', account: 'GB82WEST12345698765432', onFile: null })).toBe(true);
    expect(needsTwo(facts)).toBe(false);
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
