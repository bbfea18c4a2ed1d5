import fc from 'fast-check';
import { layOutMargin, type MarginItem } from './margin-layout';

const items: fc.Arbitrary<MarginItem[]> = fc
  .array(fc.record({ anchor: fc.option(fc.integer({ min: 0, max: 700 })), height: fc.integer({ min: 20, max: 90 }) }), { maxLength: 14 })
  .map((list) => list.map((item, i) => ({ id: String(i), ...item })));

describe('the margin', () => {
  it('puts an item that has room at the height of its place', () => {
    expect(
      layOutMargin(
        [
          { id: 'a', anchor: 100, height: 40 },
          { id: 'b', anchor: 300, height: 40 },
        ],
        700,
      ),
    ).toEqual([
      { id: 'a', top: 80 },
      { id: 'b', top: 280 },
    ]);
  });

  it('shares the shift between items that would touch', () => {
    const [a, b] = layOutMargin(
      [
        { id: 'a', anchor: 200, height: 40 },
        { id: 'b', anchor: 210, height: 40 },
      ],
      700,
      0,
    );
    expect(b.top - a.top).toBe(40);
    expect((a.top + b.top) / 2).toBe(185);
  });

  it('never lets items overlap or lines cross, and keeps within the page where there is room', () => {
    fc.assert(
      fc.property(items, (list) => {
        const placed = layOutMargin(list, 760, 6);
        const of = (id: string) => list[Number(id)];
        for (let i = 1; i < placed.length; i++) {
          expect(placed[i].top).toBeGreaterThanOrEqual(placed[i - 1].top + of(placed[i - 1].id).height + 5.99);
          const [before, after] = [of(placed[i - 1].id).anchor, of(placed[i].id).anchor];
          if (before !== null && after !== null) expect(before).toBeLessThanOrEqual(after);
        }
        const needed = list.reduce((total, item) => total + item.height + 6, 0);
        for (const { id, top } of placed) {
          expect(top).toBeGreaterThanOrEqual(0);
          if (needed <= 760) expect(top + of(id).height).toBeLessThanOrEqual(760.01);
        }
      }),
    );
  });
});
