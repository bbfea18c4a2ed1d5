import fc from 'fast-check';
import {
  after,
  averaged,
  blank,
  crisp,
  cropped,
  darkOnLight,
  directionOf,
  evenlyLit,
  fromPoints,
  greyOfRgba,
  inkParts,
  inverse,
  moved,
  patchBox,
  quarterTurns,
  resized,
  rotation,
  scaling,
  sheetOf,
  shrunk,
  skewOf,
  textPatches,
  threshold,
  turned,
  UNCHANGED,
  warped,
  type Grey,
} from './index.js';

/** A page with lines of dark dashes, as print looks from afar. */
function printed(width = 600, height = 800, ink = 20, paper = 240): Grey {
  const page = blank(width, height, paper);
  for (let y = 60; y < height - 60; y += 24)
    for (let x = 60; x < width - 60; x++)
      if ((x * 7 + y) % 23 < 15) for (let row = 0; row < 9; row++) page.data[(y + row) * width + x] = ink;
  return page;
}

describe('pictures in grey', () => {
  it('take colours by their brightness, and paper where nothing is drawn', () => {
    const { data } = greyOfRgba(Uint8Array.from([255, 255, 255, 255, 0, 0, 0, 255, 0, 0, 0, 0]), 3, 1);
    expect([...data]).toEqual([255, 0, 255]);
  });

  it('keep their mean shade at any size', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 5, max: 60 }),
        fc.integer({ min: 5, max: 60 }),
        fc.integer({ min: 0, max: 255 }),
        (width, height, shade) => {
          const out = resized(blank(40, 30, shade), width, height);
          expect(out).toMatchObject({ width, height });
          expect(Math.max(...out.data.map((value) => Math.abs(value - shade)))).toBeLessThanOrEqual(1);
        },
      ),
    );
    expect(averaged(blank(9, 7, 100), 2)).toMatchObject({ width: 4, height: 3 });
    expect(shrunk(blank(400, 200), 100)).toMatchObject({ width: 100, height: 50 });
  });

  it('turn by quarters and come back', () => {
    const page = printed(120, 80);
    expect(turned(turned(page, 1), 3).data).toEqual(page.data);
    expect(turned(turned(page, 2), 2).data).toEqual(page.data);
    expect(turned(page, 1)).toMatchObject({ width: 80, height: 120 });
  });

  it('are cut with white where the cut reaches over the edge', () => {
    const cut = cropped(blank(10, 10, 7), -2, -2, 4, 4);
    expect([cut.data[0], cut.data[15]]).toEqual([255, 7]);
  });

  it('part ink from paper by the shade between them', () => {
    const limit = threshold(printed());
    expect(limit).toBeGreaterThanOrEqual(20);
    expect(limit).toBeLessThan(240);
  });
});

describe('maps of the plane', () => {
  it('have a way back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -40, max: 40, noNaN: true }),
        fc.integer({ min: 0, max: 500 }),
        fc.integer({ min: 0, max: 500 }),
        (angle, x, y) => {
          const map = after(scaling(1.7), rotation(angle, 300, 400));
          const back = moved(inverse(map), moved(map, { x, y }));
          expect(back.x).toBeCloseTo(x, 6);
          expect(back.y).toBeCloseTo(y, 6);
        },
      ),
    );
    expect(() => inverse([1, 1, 0, 1, 1, 0, 0, 0, 1])).toThrow(RangeError);
  });

  it('take four corners to four others', () => {
    const from = [
      { x: 10, y: 12 },
      { x: 210, y: 5 },
      { x: 220, y: 300 },
      { x: 3, y: 290 },
    ];
    const to = [
      { x: 0, y: 0 },
      { x: 200, y: 0 },
      { x: 200, y: 280 },
      { x: 0, y: 280 },
    ];
    const map = fromPoints(from, to);
    from.forEach((point, i) => {
      expect(moved(map, point).x).toBeCloseTo(to[i].x, 6);
      expect(moved(map, point).y).toBeCloseTo(to[i].y, 6);
    });
  });

  it('move pictures as they move points', () => {
    const page = printed(120, 80);
    expect(warped(page, UNCHANGED, 120, 80).data).toEqual(page.data);
    expect(warped(page, quarterTurns(1, 120, 80), 80, 120).data).toEqual(turned(page, 1).data);
  });

  it('give the same picture, but for a few shades, whether or not there is perspective to reckon with', () => {
    const page = printed(160, 120);
    fc.assert(
      fc.property(
        fc.double({ min: -200, max: 200, noNaN: true }),
        fc.double({ min: 0.3, max: 2.5, noNaN: true }),
        fc.integer({ min: 1, max: 220 }),
        fc.integer({ min: 1, max: 220 }),
        (angle, scale, width, height) => {
          const flat = after(scaling(scale), rotation(angle, page.width, page.height));
          const [a, b, c, d, e, f, , h, i] = flat;
          const exact = warped(page, [a, b, c, d, e, f, 1e-14, h, i], width, height);
          const quick = warped(page, flat, width, height);
          const off = quick.data.map((shade, at) => Math.abs(shade - exact.data[at]));
          expect(Math.max(...off)).toBeLessThanOrEqual(4);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('straightening', () => {
  it.each([-3.3, -0.7, 0, 1.4, 4])('finds a page leaning %f degrees', (angle) => {
    const page = printed();
    const leaning = warped(page, rotation(-angle, page.width, page.height), page.width, page.height);
    expect(skewOf(leaning)).toBeCloseTo(angle, 0);
    expect(Math.abs((skewOf(leaning) ?? 99) - angle)).toBeLessThan(0.15);
  });

  it('sees no lines on a blank page', () => expect(skewOf(blank(400, 400))).toBeNull());

  it('finds the corners of a sheet on a table, and none where the page fills the picture', () => {
    const table = blank(500, 700, 60);
    for (let y = 60; y < 640; y++) for (let x = 50; x < 450; x++) table.data[y * 500 + x] = 235;
    const corners = sheetOf(table);
    expect(corners?.map(({ x, y }) => [Math.round(x / 10), Math.round(y / 10)])).toEqual([
      [5, 6],
      [45, 6],
      [45, 64],
      [5, 64],
    ]);
    expect(sheetOf(printed())).toBeNull();
  });

  it('lights a page evenly, print staying dark', () => {
    const page = printed();
    const shaded = { ...page, data: page.data.map((value, i) => value * (0.5 + (0.5 * (i % page.width)) / page.width)) };
    const even = evenlyLit(shaded);
    const [left, right] = [even.data[30 * 600 + 100], even.data[30 * 600 + 500]];
    expect(Math.abs(left - right)).toBeLessThan(12);
    const darkest = (picture: Grey) => Math.min(...picture.data.subarray(64 * 600 + 60, 64 * 600 + 540));
    expect(darkest(even)).toBeLessThan(120);
    const clear = crisp(even);
    expect([clear.data[30 * 600 + 300], darkest(clear) < 60]).toEqual([255, true]);
  });

  it('turns light print on a dark bar to dark print on light, and leaves plain print alone', () => {
    const page = printed();
    for (let y = 300; y < 340; y++) for (let x = 40; x < 560; x++) page.data[y * 600 + x] = x % 40 < 5 && y > 310 && y < 330 ? 245 : 40;
    const out = darkOnLight(page);
    expect(out.data[305 * 600 + 60]).toBeGreaterThan(180);
    expect(out.data[320 * 600 + 82]).toBeLessThan(60);
    expect(darkOnLight(printed()).data).toEqual(printed().data);
  });
});

describe('patches of print', () => {
  const map = new Float32Array(200 * 100);
  for (let y = 20; y < 28; y++) for (let x = 30; x < 130; x++) map[y * 200 + x] = 0.9;
  for (let y = 50; y < 54; y++) for (let x = 30; x < 90; x++) map[y * 200 + x] = 0.8;

  it('are found with their direction', () => {
    const patches = textPatches(map, 200);
    expect(patches).toHaveLength(2);
    expect(directionOf(patches)).toMatchObject({ lying: false });
    expect(directionOf(patches)?.angle).toBeCloseTo(0, 1);
    const box = patchBox(patches[0], UNCHANGED);
    expect([box.x < 30, box.x + box.width > 130, box.height > 8]).toEqual([true, true, true]);
    expect(directionOf([])).toBeNull();
  });

  it('tell a page that lies on its side', () => {
    const lying = patchesOf((x, y) => [y, x]);
    expect(directionOf(lying)?.lying).toBe(true);
  });

  function patchesOf(place: (x: number, y: number) => [number, number]) {
    const side = new Float32Array(200 * 200);
    for (let y = 20; y < 28; y++)
      for (let x = 30; x < 130; x++) {
        const [u, v] = place(x, y);
        side[v * 200 + u] = 0.9;
      }
    return textPatches(side, 200);
  }
});

describe('ink in a box', () => {
  it('is parted where a gap is wide, and a rule is a gap', () => {
    const page = blank(100, 40, 250);
    for (const x of [10, 11, 20, 21, 60, 61]) for (let y = 12; y < 26; y++) page.data[y * 100 + x] = 10;
    for (let y = 0; y < 40; y++) page.data[y * 100 + 40] = 10;
    expect(inkParts(page, { x: 5, y: 10, width: 80, height: 18 }, 15)).toEqual([
      { from: 10, to: 22 },
      { from: 60, to: 62 },
    ]);
  });
});
