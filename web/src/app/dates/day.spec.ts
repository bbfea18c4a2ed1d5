import { ageText, dayText, dueText, fullDay } from './day';

describe('days as people read them', () => {
  it('have a year where it is not this one', () => {
    expect(dayText('2026-03-14', '2026-11-25')).toBe('14 Mar');
    expect(dayText('2025-12-01', '2026-11-25')).toBe('1 Dec 2025');
    expect([dayText(null, '2026-11-25'), fullDay('2026-03-04')]).toEqual(['', '4 Mar 2026']);
  });

  it.each([
    ['2026-11-20', '5 days late', true],
    ['2026-11-24', '1 day late', true],
    ['2026-11-25', 'today', true],
    ['2026-12-02', 'in 7 d', true],
    ['2026-12-03', '3 Dec', false],
    ['2027-01-03', '3 Jan 2027', false],
    [null, '', false],
  ])('due on %s is “%s”', (due, text, presses) => {
    expect(dueText(due, '2026-11-25')).toEqual({ text, presses });
  });

  it.each([
    [10_000, '1 min'],
    [5 * 60_000, '5 min'],
    [59.4 * 60_000, '59 min'],
    [90 * 60_000, '2 h'],
    [47 * 3_600_000, '47 h'],
    [72 * 3_600_000, '3 d'],
    [-60_000, '1 min'],
  ])('%d ms ago is “%s”', (ago, text) => {
    const now = Date.parse('2026-11-25T12:00:00Z');
    expect(ageText(new Date(now - ago).toISOString(), now)).toBe(text);
  });
});
