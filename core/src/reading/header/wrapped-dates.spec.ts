import fc from 'fast-check';
import { pageOf } from '../fixtures/laid-out.js';
import { dateSpans } from '../print/spans.js';
import { rowsOf } from '../print/words.js';
import { joinWrappedDates } from './wrapped-dates.js';

type Runs = Parameters<typeof pageOf>[0];
const datesIn = (runs: Runs) =>
  joinWrappedDates(rowsOf(pageOf(runs))).flatMap((row) => row.runs.flatMap((run) => dateSpans(run).map(({ date }) => date.value)));

describe('dates that a narrow column breaks', () => {
  it.each([
    ['18 dicembre', '2025', '2025-12-18'],
    ['25 de agosto de', '2026', '2026-08-25'],
    ['15 de septiembre', 'de 2026', '2026-09-15'],
    ['Data: 18', 'dicembre 2025', '2025-12-18'],
    ['Invoice date June 3,', '2026', '2026-06-03'],
  ])('%s / %s is put together', (upper, lower, date) => {
    expect(
      datesIn([
        [40, 100, upper],
        [40, 111, lower],
      ]),
    ).toEqual([date]);
  });

  it('beside other columns, which stay as they are', () => {
    const rows = joinWrappedDates(
      rowsOf(
        pageOf([
          [40, 100, '18 December'],
          [300, 100, 'Invoice total'],
          [40, 111, '2025'],
          [300, 111, 'Net total'],
        ]),
      ),
    );
    expect(rows.map((row) => row.runs.map(({ text }) => text))).toEqual([['18 December 2025', 'Invoice total'], ['Net total']]);
  });

  it('are left alone where the date is whole, the year far below, or in another column', () => {
    const whole: Runs = [
      [40, 100, '18 December 2025'],
      [40, 111, '2024'],
    ];
    const far: Runs = [
      [40, 100, '18 December'],
      [40, 140, '2025'],
    ];
    const elsewhere: Runs = [
      [40, 100, '18 December'],
      [300, 111, '2025'],
    ];
    expect([whole, far, elsewhere].map(datesIn)).toEqual([['2025-12-18'], [], []]);
  });

  it('may break within the year', () => {
    const broken: Runs = [
      [40, 100, '14/01/202'],
      [40, 111, '6'],
    ];
    const whole: Runs = [
      [40, 100, '14/01/2026'],
      [40, 111, '6'],
    ];
    expect([broken, whole].map(datesIn)).toEqual([['2026-01-14'], ['2026-01-14']]);
  });

  it('lose no word of the page', () => {
    const text = fc.constantFrom('18 December', '2025', 'de 2026', '15 de mayo', 'Total', 'May 3,', '12');
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.constantFrom(40, 200), fc.integer({ min: 0, max: 8 }), text), { maxLength: 12 }), (runs) => {
        const rows = rowsOf(pageOf(runs.map(([x, row, one]) => [x, row * 11, one] as const)));
        const words = (of: typeof rows) => of.flatMap((row) => row.runs.flatMap((run) => run.words.map((word) => word.text))).sort();
        expect(words(joinWrappedDates(rows))).toEqual(words(rows));
      }),
    );
  });
});
