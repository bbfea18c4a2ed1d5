import fc from 'fast-check';
import { addDays, addMonths, daysBetween, isIsoDate, isoDate, periodOf } from './index.js';

const day = fc.integer({ min: 0, max: 36_000 }).map((n) => addDays('1990-01-01', n));

describe('dates', () => {
  it('knows which days there are', () => {
    expect(isoDate(2024, 2, 29)).toBe('2024-02-29');
    expect(isoDate(2026, 2, 29)).toBeNull();
    expect(isoDate(2026, 13, 1)).toBeNull();
    expect(isIsoDate('2026-3-1')).toBe(false);
  });

  it('counts across months and years, and back', () => {
    expect(addDays('2026-01-31', 30)).toBe('2026-03-02');
    expect([addMonths('2026-06-12', 1), addMonths('2026-01-31', 1), addMonths('2026-12-31', 2)]).toEqual([
      '2026-07-12',
      '2026-02-28',
      '2027-02-28',
    ]);
    expect(periodOf('2026-03-14')).toBe('2026-03');
    fc.assert(fc.property(day, fc.integer({ min: -4000, max: 4000 }), (date, days) => daysBetween(date, addDays(date, days)) === days));
  });

  it('refuses what is no date', () => {
    expect(() => addDays('14.03.2026', 1)).toThrow(RangeError);
  });
});
