import fc from 'fast-check';
import { heightOf, layOutPages, pageBox, PAGE_GAP, pageOf, shownBox, type Turn } from './geometry';

const page = (number: number, width = 595, height = 842) => ({ number, turned: 0, straightened: false, width, height, words: [] });

describe('pages in a flow', () => {
  it('stand one below the other, the widest as wide as there is room', () => {
    const laid = layOutPages([page(3), page(4, 842, 595)], 421, 0);
    expect(laid.map(({ width, height, top }) => [width, height, top].map(Math.round))).toEqual([
      [298, 421, 0],
      [421, 298, 421 + PAGE_GAP],
    ]);
    expect(heightOf(laid)).toBeCloseTo(421 + PAGE_GAP + 297.5);
    expect(pageOf(laid, 4)?.page.number).toBe(4);
    expect(pageOf(laid, 9)).toBeNull();
    expect(heightOf(layOutPages([], 400, 0))).toBe(0);
  });

  it('lie on their side when they are turned by a quarter', () => {
    const [turned] = layOutPages([page(1)], 842, 1);
    expect([turned.width, turned.height]).toEqual([842, 595]);
    expect(shownBox(turned, { x: 0, y: 0, width: 10, height: 20 })).toEqual({ x: 822, y: 0, width: 20, height: 10 });
  });

  it('tell any box of the page from the screen as they showed it, however they are turned', () => {
    const part = fc.double({ min: 0, max: 400, noNaN: true });
    fc.assert(
      fc.property(
        part,
        part,
        part,
        part,
        fc.constantFrom<Turn>(0, 1, 2, 3),
        fc.integer({ min: 200, max: 2000 }),
        (x, y, width, height, turn, wide) => {
          const [laid] = layOutPages([page(1)], wide, turn);
          const shown = shownBox(laid, { x, y, width, height });
          const back = pageBox(laid, shown);
          for (const [name, value] of Object.entries({ x, y, width, height })) expect(back[name as 'x']).toBeCloseTo(value, 6);
        },
      ),
    );
  });
});
