import fc from 'fast-check';
import { proposeCoding, splitAmounts, type CodingRule, type CodingSources } from './index.js';

const usual = { account: '5010', costCentre: 'PW', project: null };
const rule = (id: number, more: Partial<CodingRule>): CodingRule => ({
  id,
  supplierId: null,
  words: [],
  minAmount: null,
  account: '5310',
  costCentre: 'OF',
  project: null,
  ...more,
});
const sources = (more: Partial<CodingSources> = {}): CodingSources => ({
  supplierId: 7,
  ordered: null,
  isCharge: false,
  rules: [],
  booked: [],
  usual,
  ...more,
});
const line = { itemNumber: null, description: 'Window cleaning, October', netAmount: '120.00' };

describe('where a line’s cost goes', () => {
  it('is where its order says, whatever rules and habits are', () => {
    const ordered = { account: '5020', costCentre: 'WS', project: 'P1' };
    expect(proposeCoding(line, sources({ ordered, rules: [rule(1, {})] }))).toEqual({ ...ordered, reason: { code: 'order' } });
  });

  it('is where the first rule says that fits: whose it is, its words, its amount', () => {
    const rules = [
      rule(1, { supplierId: 8 }),
      rule(2, { words: ['window', 'september'] }),
      rule(3, { minAmount: '500.00' }),
      rule(4, { words: ['WINDOW'], minAmount: '100.00', project: 'P9' }),
      rule(5, {}),
    ];
    expect(proposeCoding(line, sources({ rules }))).toMatchObject({ account: '5310', project: 'P9', reason: { code: 'rule', rule: 4 } });
    expect(proposeCoding({ ...line, netAmount: '-120.00' }, sources({ rules })).reason).toEqual({ code: 'rule', rule: 4 });
  });

  it('is where like lines were booked, where most were booked alike, and says how often', () => {
    const booked = (account: string, description: string) => ({ account, costCentre: 'OF', project: null, itemNumber: null, description });
    const before = [
      booked('5310', 'Window cleaning, August'),
      booked('5310', 'Window cleaning, September'),
      booked('5320', 'Window cleaning, July'),
      booked('5340', 'Brochures'),
    ];
    expect(proposeCoding(line, sources({ booked: before }))).toMatchObject({
      account: '5310',
      reason: { code: 'booked', times: 2, of: 3 },
    });
    expect(proposeCoding(line, sources({ booked: [before[0], before[2]] })).reason).toEqual({ code: 'supplier' });
  });

  it('is the supplier’s usual one where nothing else is known', () => {
    expect(proposeCoding(line, sources())).toEqual({ ...usual, reason: { code: 'supplier' } });
    expect(proposeCoding(line, sources({ isCharge: true })).reason).toEqual({ code: 'charge' });
  });
});

describe('a line that is shared out', () => {
  const part = (percent: string | null, amount: string | null = null) => ({
    account: '5020',
    costCentre: 'WS',
    project: null,
    percent,
    amount,
  });

  it('leaves the rest with its own coding', () => {
    expect(splitAmounts('100.00', usual, [part('33.3333'), part(null, '10.00')])?.map(({ amount, account }) => [account, amount])).toEqual([
      ['5010', '56.67'],
      ['5020', '33.33'],
      ['5020', '10.00'],
    ]);
    expect(splitAmounts('-100.00', usual, [part('40')])?.map(({ amount }) => amount)).toEqual(['-60.00', '-40.00']);
  });

  it('asks for no more than it is, and not the other way', () => {
    expect(splitAmounts('100.00', usual, [part(null, '100.01')])).toBeNull();
    expect(splitAmounts('100.00', usual, [part(null, '-1.00')])).toBeNull();
    expect(splitAmounts('100.00', usual, [part('100')])?.map(({ amount }) => amount)).toEqual(['100.00']);
  });

  it('comes to itself again, to the cent', () => {
    const cents = fc.integer({ min: -500_000, max: 500_000 }).filter((n) => n !== 0);
    const shares = fc.array(fc.integer({ min: 1, max: 100_0000 }), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(cents, shares, (net, weights) => {
        const all = weights.reduce((a, b) => a + b, 0);
        const parts = weights.map((weight) => part(((100 * weight) / all).toFixed(4)));
        const shared = splitAmounts((net / 100).toFixed(2), usual, parts);
        if (shared === null) return;
        expect(shared.reduce((total, { amount }) => total + Math.round(Number(amount) * 100), 0)).toBe(net);
      }),
    );
  });
});
