import fc from 'fast-check';
import { pageOf } from '../fixtures/laid-out.js';
import { rowsOf, rowsOfText } from './words.js';

describe('rows and runs', () => {
  it('keeps words of one line together and parts columns', () => {
    const rows = rowsOf(
      pageOf([
        [50, 100, 'Invoice date'],
        [200, 100, '14 March 2026'],
        [50, 116, 'Due'],
      ]),
    );
    expect(rows.map((row) => row.runs.map((run) => run.text))).toEqual([['Invoice date', '14 March 2026'], ['Due']]);
  });

  it('puts words of differing size on one row where they share its line', () => {
    const rows = rowsOf(
      pageOf([
        [50, 100, 'Total', 14],
        [300, 103, '£12.00', 10],
      ]),
    );
    expect(rows).toHaveLength(1);
  });

  it('puts a word on its row whose box has something below it in it, as off a scan', () => {
    const page = pageOf([
      [50, 100, '23,125'],
      [300, 100, '676,64'],
    ]);
    const words = page.words.map((word) => (word.text === '676,64' ? { ...word, height: 14.5 } : word));
    expect(rowsOf({ ...page, words })).toHaveLength(1);
    // A box over two lines tells nothing of a word, but for a number.
    const higher = (text: string) =>
      rowsOf({ ...page, words: words.map((word) => (word.x === 300 ? { ...word, text, height: 21 } : word)) });
    expect([higher('676,64').length, higher('Via').length]).toEqual([1, 2]);
  });

  it('numbers rows on from a given index and loses no word', () => {
    const word = fc.record({
      text: fc.constant('w'),
      x: fc.integer({ min: 0, max: 580 }),
      y: fc.integer({ min: 0, max: 820 }),
      width: fc.integer({ min: 2, max: 60 }),
      height: fc.integer({ min: 6, max: 16 }),
    });
    fc.assert(
      fc.property(fc.array(word, { maxLength: 60 }), fc.integer({ min: 0, max: 50 }), (words, first) => {
        const rows = rowsOf({ page: 1, width: 595, height: 842, words }, first);
        expect(rows.map((row) => row.index)).toEqual(rows.map((_row, i) => first + i));
        expect(rows.flatMap((row) => row.runs.flatMap((run) => run.words))).toHaveLength(words.length);
      }),
    );
  });

  it('takes plain text as rows', () => {
    const rows = rowsOfText('Dear all,\n\n  order 40501\r\n');
    expect(rows.map((row) => row.runs[0].text)).toEqual(['Dear all,', 'order 40501']);
  });

  it('are one row with the nearest word at either side, though a side bar leans away', () => {
    const words = [
      { text: '31.12.2025', x: 54, y: 258.9, width: 60, height: 8.5 },
      { text: 'Gasket', x: 184, y: 263.1, width: 46, height: 8.2 },
      { text: '15,5', x: 319, y: 263.1, width: 20, height: 7.3 },
      { text: '1.100,66', x: 512, y: 262.5, width: 36, height: 7.3 },
    ];
    const rows = rowsOf({ page: 1, width: 595, height: 842, words });
    expect(rows.map((row) => row.runs.map(({ text }) => text))).toEqual([['31.12.2025', 'Gasket', '15,5', '1.100,66']]);
  });
});
