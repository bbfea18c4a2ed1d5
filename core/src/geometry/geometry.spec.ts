import fc from 'fast-check';
import { bottom, contains, overlapX, overlapY, right, union } from './index.js';

const box = fc.record({
  x: fc.integer({ min: 0, max: 500 }),
  y: fc.integer({ min: 0, max: 500 }),
  width: fc.integer({ min: 1, max: 90 }),
  height: fc.integer({ min: 1, max: 90 }),
});

describe('boxes', () => {
  it('join to the smallest box around them', () => {
    fc.assert(
      fc.property(fc.array(box, { minLength: 1, maxLength: 8 }), (boxes) => {
        const all = union(boxes);
        for (const one of boxes)
          expect(one.x >= all.x && one.y >= all.y && right(one) <= right(all) && bottom(one) <= bottom(all)).toBe(true);
        expect(boxes.some((one) => one.x === all.x) && boxes.some((one) => bottom(one) === bottom(all))).toBe(true);
      }),
    );
    expect(() => union([])).toThrow(RangeError);
  });

  it('tell what they share and how far they are apart', () => {
    const [a, b] = [
      { x: 0, y: 0, width: 10, height: 10 },
      { x: 8, y: 14, width: 10, height: 10 },
    ];
    expect(overlapX(a, b)).toBe(2);
    expect(overlapY(a, b)).toBe(-4);
    expect(contains(a, 11, 5)).toBe(false);
    expect(contains(a, 11, 5, 1)).toBe(true);
  });
});
