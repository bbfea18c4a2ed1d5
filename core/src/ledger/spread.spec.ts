import fc from 'fast-check';
import { decimal, sum } from '../money/index.js';
import { monthsOf, spreadOver } from './index.js';

describe('a cost that belongs to several months', () => {
  it('goes over the end of the year', () => {
    expect(monthsOf({ from: '2026-11', months: 4 })).toEqual(['2026-11', '2026-12', '2027-01', '2027-02']);
  });

  it('has what is past and of this month at once, the rest month by month', () => {
    const { now, later } = spreadOver('1200.00', { from: '2026-10', months: 12 }, '2026-11');
    expect(now).toBe('200.00');
    expect(later).toHaveLength(10);
    expect(later[0]).toEqual({ period: '2026-12', amount: '100.00' });
  });

  it('comes to the cent, whatever the amount and the months, a credit note’s too', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -1_000_000, max: 1_000_000 }),
        fc.integer({ min: 2, max: 60 }),
        fc.integer({ min: 1, max: 12 }),
        (cents, months, month) => {
          const amount = decimal(String(cents)).div(100).toFixed(2);
          const { now, later } = spreadOver(amount, { from: `2026-${String(month).padStart(2, '0')}`, months }, '2026-06');
          expect(sum([now, ...later.map((one) => one.amount)]).toFixed(2)).toBe(amount === '-0.00' ? '0.00' : amount);
          expect(later.every(({ period }) => period > '2026-06')).toBe(true);
        },
      ),
    );
  });
});
