import fc from 'fast-check';
import { readDate } from '../print/calendar.js';
import { decimalMarkOf, readNumber } from '../print/numbers.js';

describe('printed numbers', () => {
  it.each([
    ['1,363.45', '.', '1363.45'],
    ['£1,234.50', '.', '1234.50'],
    ['-£5.00', '.', '-5.00'],
    ['691.53 CR', '.', '-691.53'],
    ['(12.00)', '.', '-12.00'],
    ['1.257,77 €', ',', '1257.77'],
    ['2 965,35 €', ',', '2965.35'],
    ['-1 338,60', ',', '-1338.60'],
    ['0,094', ',', '0.094'],
    ['3.0', '.', '3.0'],
  ] as const)('reads %s with a decimal %s', (text, mark, value) => {
    expect(readNumber(text, mark)?.value).toBe(value);
  });

  it.each(['INV-11348', '12/05/26', 'M8', '1,23', 'twelve', ''])('does not take %s for a number', (text) => {
    expect(readNumber(text, '.')).toBeNull();
  });

  it('tells the decimal mark by what most numbers say', () => {
    expect(decimalMarkOf(['1.257,77', '8', '1.234'])).toBe(',');
    expect(decimalMarkOf(['1,257.77', '0.50'])).toBe('.');
  });

  it('reads back any amount however its language prints it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 99_999_999_99 }),
        fc.constantFrom([',', '.'], ['.', ','], [' ', ','], ['\u202f', ','], ['’', '.']),
        (cents, [group, mark]) => {
          const whole = String(Math.floor(cents / 100));
          const fraction = String(cents % 100).padStart(2, '0');
          const printed = whole.replace(/\B(?=(\d{3})+$)/g, group) + mark + fraction;
          expect(readNumber(printed, mark as '.' | ',')?.value).toBe(`${whole}.${fraction}`);
        },
      ),
    );
  });
});

describe('printed dates', () => {
  it.each([
    ['09/01/2026', '2026-01-09', '2026-09-01'],
    ['20.04.2026', '2026-04-20', null],
    ['12/05/26', '2026-05-12', '2026-12-05'],
    ['2026-03-14', '2026-03-14', null],
    ['14. März 2026', '2026-03-14', null],
    ['1er avril 2026', '2026-04-01', null],
    ['Feb 11, 2026', '2026-02-11', null],
    ['31 maart 2026', '2026-03-31', null],
    ['03/14/2026', '2026-03-14', null],
  ])('reads %s', (text, value, swapped) => {
    expect(readDate(text)).toEqual({ value, swapped });
  });

  it.each(['31/02/2026', '1234', 'March', '12/2026', 'AB-12'])('does not take %s for a date', (text) => {
    expect(readDate(text)).toBeNull();
  });
});
