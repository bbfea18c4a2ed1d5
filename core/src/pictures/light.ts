import { averaged, type Grey } from './grey.js';

/** Side of the squares whose paper shade is measured, in pixels. */
const SQUARE = 24;

/** The picture as if lit evenly: each place is compared with the paper around it, so that shadows and yellowed paper become white. */
export function evenlyLit(picture: Grey): Grey {
  const columns = Math.max(1, Math.ceil(picture.width / SQUARE));
  const rows = Math.max(1, Math.ceil(picture.height / SQUARE));
  const paper = smooth(spread({ width: columns, height: rows, data: paperShades(picture, columns, rows) }));
  const data = new Uint8Array(picture.data.length);
  const line = new Float32Array(columns + 1);
  for (let y = 0, at = 0; y < picture.height; y++) {
    // The paper's shade between the middles of the squares, first down, then across.
    const v = Math.min(rows - 1, Math.max(0, (y + 0.5) / SQUARE - 0.5));
    const [above, below] = [Math.floor(v) * columns, Math.min(rows - 1, Math.floor(v) + 1) * columns];
    for (let x = 0; x < columns; x++)
      line[x] = Math.max(40, paper.data[above + x] + (paper.data[below + x] - paper.data[above + x]) * (v - Math.floor(v)));
    line[columns] = line[columns - 1];
    for (let left = 0, x = 0; x < picture.width; left++) {
      // The shades between the middles of two squares; those before the first middle and after the last are as there.
      const end = left >= columns - 1 ? picture.width : Math.min(picture.width, Math.ceil((left + 1.5) * SQUARE - 0.5));
      const slope = (line[left + 1] - line[left]) / SQUARE;
      const flat = left === 0 ? Math.min(end, SQUARE / 2) : x;
      for (; x < flat; x++, at++) data[at] = lit(picture.data[at], line[0]);
      let paperHere = line[left] + ((x + 0.5) / SQUARE - 0.5 - left) * SQUARE * slope;
      for (; x < end; x++, at++, paperHere += slope) data[at] = lit(picture.data[at], paperHere);
    }
  }
  return { ...picture, data };
}

/** A shade as it is where the paper's is 250. */
function lit(shade: number, paperHere: number): number {
  const even = (shade * 250) / paperHere;
  return even > 255 ? 255 : even;
}

/** How much of the difference to its neighbours is added to each pixel. */
const SHARPEN = 0.7;
/** Shade of evenly lit paper from which on everything is white. */
const WHITE = 225;

/** The picture with sharper edges, and with its shades spread from black to white: grain fades from the paper, faint print becomes dark. */
export function crisp(picture: Grey): Grey {
  const { width, height, data } = picture;
  const black = 0.65 * darkest(picture);
  const spread = 255 / (WHITE - black);
  // From here on a pixel stays white whatever its neighbours are.
  const surelyWhite = (WHITE + 255 * SHARPEN) / (1 + SHARPEN);
  const out = new Uint8Array(data.length).fill(255);
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1, at = y * width + 1; x < width - 1; x++, at++) {
      if (data[at] >= surelyWhite) continue;
      const around =
        data[at - 1] +
        data[at + 1] +
        data[at - width] +
        data[at + width] +
        data[at - width - 1] +
        data[at - width + 1] +
        data[at + width - 1] +
        data[at + width + 1];
      const shade = (data[at] * (1 + SHARPEN) - (around / 8) * SHARPEN - black) * spread;
      out[at] = shade < 0 ? 0 : shade > 255 ? 255 : shade;
    }
  }
  return { width, height, data: out };
}

/** The shade that a hundredth of the picture is darker than: its print. */
function darkest(picture: Grey): number {
  const counts = new Uint32Array(256);
  for (let i = 0; i < picture.data.length; i += 7) counts[picture.data[i]]++;
  let [sum, shade] = [0, 0];
  while (shade < 160 && (sum += counts[shade]) < picture.data.length / 700) shade++;
  return shade;
}

/** The shade that four fifths of each square are darker than or equal to. */
function paperShades(picture: Grey, columns: number, rows: number): Uint8Array {
  const out = new Uint8Array(columns * rows);
  const counts = new Uint16Array(256);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      counts.fill(0);
      let total = 0;
      for (let y = row * SQUARE; y < Math.min(picture.height, (row + 1) * SQUARE); y += 2)
        for (let x = column * SQUARE; x < Math.min(picture.width, (column + 1) * SQUARE); x += 2, total++)
          counts[picture.data[y * picture.width + x]]++;
      let shade = 255;
      for (let above = 0; shade > 0; shade--) {
        above += counts[shade];
        if (above > total / 5) break;
      }
      out[row * columns + column] = shade;
    }
  }
  return out;
}

/** The shade that this share of the shades is darker than. */
function shadeAt(shades: Uint8Array, share: number): number {
  const counts = new Uint32Array(256);
  for (const shade of shades) counts[shade]++;
  let [sum, shade] = [counts[0], 0];
  while (shade < 255 && sum <= Math.floor(shades.length * share)) sum += counts[++shade];
  return shade;
}

/** Each square takes one of the lightest shades around it, so that a square of dark print or a filled bar does not count as dark paper. */
function spread(grid: Grey): Grey {
  return neighbours(grid, 2, (shades) => shades.sort()[Math.floor(shades.length * 0.75)]);
}

function smooth(grid: Grey): Grey {
  return neighbours(grid, 1, (shades) => shades.reduce((a, b) => a + b, 0) / shades.length);
}

/** Each place from the shades around it, its own among them, which `combine` may put in order. */
function neighbours(grid: Grey, reach: number, combine: (shades: Uint8Array) => number): Grey {
  const data = new Uint8Array(grid.data.length);
  const around = new Uint8Array((2 * reach + 1) ** 2);
  for (let y = 0; y < grid.height; y++) {
    for (let x = 0; x < grid.width; x++) {
      let count = 0;
      for (let v = Math.max(0, y - reach); v <= Math.min(grid.height - 1, y + reach); v++)
        for (let u = Math.max(0, x - reach); u <= Math.min(grid.width - 1, x + reach); u++) around[count++] = grid.data[v * grid.width + u];
      data[y * grid.width + x] = combine(around.subarray(0, count));
    }
  }
  return { ...grid, data };
}

/** Darker than this share of the paper's shade is ink, or the ground of a bar. */
const DARK = 0.72;
/** Bars are looked for on a picture this many times smaller. */
const COARSE = 4;
/** Half the side of a patch without any light in it that only a bar has, half the widest letter stroke in a bar; in coarse pixels. */
const SOLID = 2;
const STROKE = 4;

/** The picture with bars and table heads of light print on a dark ground turned to dark print on light. */
export function darkOnLight(picture: Grey): Grey {
  const small = averaged(picture, COARSE);
  const paper = shadeAt(small.data, 0.7);
  const dark: Grey = { ...small, data: small.data.map((shade) => (shade < DARK * paper ? 1 : 0)) };
  const solid = spreadMarks(dark, SOLID, true);
  if (!solid.data.includes(1)) return picture;
  const ground = spreadMarks(solid, SOLID, false);
  const bars = spreadMarks(spreadMarks(ground, STROKE, false), STROKE, true);
  const shades = groundShades(small, dark, bars);
  if (shades.every((shade) => shade === 0)) return picture;
  const data = new Uint8Array(picture.data);
  for (let y = 0; y < picture.height; y++) {
    const row = Math.min(bars.height - 1, Math.floor(y / COARSE)) * bars.width;
    for (let x = 0, at = y * picture.width; x < picture.width; x++, at++) {
      const ground = shades[row + Math.min(bars.width - 1, (x / COARSE) | 0)];
      // The ground becomes paper, what is as light as paper becomes black.
      if (ground > 0) data[at] = Math.min(paper, Math.max(0, paper - ((data[at] - ground) * paper) / (paper - ground)));
    }
  }
  return { ...picture, data };
}

/** Share of a bar that light print covers at least; without it the bar carries dark print, or none. */
const PRINT_IN_BAR = 0.003;

/** For each place of a bar with light print the shade of the bar's ground, 0 elsewhere. */
function groundShades(small: Grey, dark: Grey, bars: Grey): Uint8Array {
  const shades = new Uint8Array(bars.data.length);
  const seen = new Uint8Array(bars.data.length);
  for (let start = 0; start < seen.length; start++) {
    if (bars.data[start] === 0 || seen[start] === 1) continue;
    const bar = [start];
    seen[start] = 1;
    for (const at of bar) {
      const x = at % bars.width;
      for (const to of [x > 0 ? at - 1 : -1, x < bars.width - 1 ? at + 1 : -1, at - bars.width, at + bars.width])
        if (to >= 0 && to < seen.length && bars.data[to] === 1 && seen[to] === 0) {
          seen[to] = 1;
          bar.push(to);
        }
    }
    const ground = bar.filter((at) => dark.data[at] === 1);
    if (bar.length - ground.length < Math.max(12, PRINT_IN_BAR * bar.length)) continue;
    const shade = Math.max(1, Math.round(ground.reduce((sum, at) => sum + small.data[at], 0) / Math.max(1, ground.length)));
    for (const at of bar) shades[at] = shade;
  }
  return shades;
}

/** Marks that have all the marks within `reach` set (`all`), or any of them, in a square. */
function spreadMarks(marks: Grey, reach: number, all: boolean): Grey {
  const { width, height } = marks;
  const along = new Uint8Array(marks.data.length);
  for (let y = 0; y < height; y++) alongLine(marks.data, along, y * width, 1, width, reach, all);
  const data = new Uint8Array(marks.data.length);
  for (let x = 0; x < width; x++) alongLine(along, data, x, width, height, reach, all);
  return { width, height, data };
}

/** The same along one line of marks, by the count of marks in a window that moves on. */
function alongLine(from: Uint8Array, to: Uint8Array, start: number, step: number, length: number, reach: number, all: boolean): void {
  let count = 0;
  for (let i = 0; i < Math.min(reach, length); i++) count += from[start + i * step];
  for (let i = 0; i < length; i++) {
    if (i + reach < length) count += from[start + (i + reach) * step];
    if (i - reach - 1 >= 0) count -= from[start + (i - reach - 1) * step];
    const size = Math.min(length - 1, i + reach) - Math.max(0, i - reach) + 1;
    to[start + i * step] = all ? (count === size ? 1 : 0) : count > 0 ? 1 : 0;
  }
}
