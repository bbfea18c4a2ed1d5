import fc from 'fast-check';
import { documentOf, lineOf } from '../fixtures/documents';
import { layOutPages } from '../viewer/geometry';
import { placeRows, ROW_HEIGHT, rowsWithin } from './line-rows';

const pages = layOutPages(documentOf('check').pages, 595, 0);

describe('rows beside their lines', () => {
  it('stand at the height of their place, those without one after the line before', () => {
    const lines = [lineOf(0), { ...lineOf(1), box: null, page: null }, { ...lineOf(2), box: { x: 0, y: 500, width: 10, height: 10 } }];
    const tops = placeRows(documentOf('check', { lines }), pages, new Map()).map(({ top }) => top);
    // Two that touch share what they are off; the third stands where it is printed.
    expect(tops[1] - tops[0]).toBe(ROW_HEIGHT);
    expect(Math.abs(tops[0] - 305 + ROW_HEIGHT)).toBeLessThan(ROW_HEIGHT);
    expect(tops[2]).toBeCloseTo(505 - ROW_HEIGHT / 2);
  });

  it('keep the order of the table and never overlap, whatever is open and wherever their lines are', () => {
    const place = fc.option(fc.integer({ min: 0, max: 830 }), { nil: null });
    fc.assert(
      fc.property(fc.array(place, { minLength: 1, maxLength: 40 }), fc.nat(39), (places, open) => {
        const lines = places.map((y, i) => ({
          ...lineOf(i),
          box: y === null ? null : { x: 0, y, width: 9, height: 9 },
          page: y === null ? null : 1,
        }));
        const rows = placeRows(documentOf('check', { lines }), pages, new Map([[open, 120]]));
        rows.slice(1).forEach(({ top }, i) => expect(top).toBeGreaterThanOrEqual(rows[i].top + rows[i].height - 0.01));
      }),
    );
  });

  it('are drawn only where they reach into what is on the screen', () => {
    const lines = Array.from({ length: 200 }, (_, i) => lineOf(i));
    const rows = placeRows(documentOf('check', { lines }), pages, new Map());
    const drawn = rowsWithin(rows, 1000, 1400);
    expect(drawn.length).toBeLessThan(20);
    expect(drawn[0].top + drawn[0].height).toBeGreaterThanOrEqual(1000);
  });
});
