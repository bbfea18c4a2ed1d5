import type { DocumentView, LineView } from '@umber/contract/documents';
import { lineSheets } from './line-sheets';

const page = (number: number) => ({ number, width: 600, height: 800 });
const line = (position: number, on: number | null, y = 100): LineView =>
  ({ position, page: on, box: on === null ? null : { x: 40, y, width: 500, height: 10 } }) as unknown as LineView;
const sheets = (lines: readonly LineView[], { pages = [page(1), page(2)], doubts = [] as object[], chosen = null as number | null } = {}) =>
  lineSheets({ pages, lines, doubts } as unknown as DocumentView, chosen, 600);

describe('lines beside their pages', () => {
  it('stand at the height of their place, each on its page', () => {
    const [first, second] = sheets([line(0, 1, 100), line(1, 1, 300), line(2, 2, 50)]);
    expect(first.rows.map(({ line: { position }, top }) => [position, top])).toEqual([
      [0, 88],
      [1, 288],
    ]);
    expect(second.rows.map(({ top }) => top)).toEqual([38]);
    expect([first.headTop, second.headTop, first.height]).toEqual([62, 12, 800]);
  });

  it('never cover one another, and leave room for a doubt', () => {
    const [sheet] = sheets([line(0, 1, 100), line(1, 1, 110), line(2, 1, 120)], {
      doubts: [{ line: 1, field: null, question: { code: 'as-worded', text: 'why?' } }],
    });
    const tops = sheet.rows.map(({ top }) => top);
    expect([tops[1] - tops[0] >= 34, tops[2] - tops[1] >= 64]).toEqual([true, true]);
    expect(sheet.rows.map(({ doubt }) => doubt)).toEqual(['', 'why?', '']);
  });

  it('without a place follow on the last page that holds any, or on the first', () => {
    const placed = sheets([line(0, 2), line(1, null)]);
    expect(placed.map(({ page: { number }, rows }) => [number, rows.length])).toEqual([[2, 2]]);
    expect(sheets([line(0, null)]).map(({ page: { number }, rows }) => [number, rows.length])).toEqual([[1, 1]]);
    expect(sheets([])[0]).toMatchObject({ rows: [], marks: [], headTop: 4 });
  });

  it('are marked on the page: asked, chosen, or neither', () => {
    const [{ marks }] = sheets([line(0, 1), line(1, 1), line(2, 1)], {
      doubts: [{ line: 0, field: null, question: { code: 'as-worded', text: 'why?' } }],
      chosen: 2,
    });
    expect(marks.map(({ tone }) => tone)).toEqual(['ask', 'band', 'quiet']);
  });

  it('keep their heights where the page is drawn smaller', () => {
    const [sheet] = sheets([line(0, 1, 400)], { pages: [{ ...page(1), width: 1200, height: 1600 }] });
    expect([sheet.rows[0].top, sheet.height]).toEqual([185.5, 800]);
  });
});
