import { resized, type Grey } from './grey.js';

/** Side of the squares whose paper shade is measured, in pixels. */
const SQUARE = 24;

/** The picture as if lit evenly: each place is compared with the paper around it, so that shadows and yellowed paper become white. */
export function evenlyLit(picture: Grey): Grey {
  const columns = Math.max(1, Math.ceil(picture.width / SQUARE));
  const rows = Math.max(1, Math.ceil(picture.height / SQUARE));
  const paper = smooth(spread({ width: columns, height: rows, data: paperShades(picture, columns, rows) }));
  const background = resized(paper, picture.width, picture.height).data;
  const data = new Uint8Array(picture.data.length);
  for (let i = 0; i < data.length; i++) {
    const shade = (picture.data[i] * 250) / Math.max(40, background[i]);
    data[i] = shade > 255 ? 255 : shade;
  }
  return { ...picture, data };
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
  const out = new Uint8Array(data.length).fill(255);
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1, at = y * width + 1; x < width - 1; x++, at++) {
      const around =
        data[at - 1] + data[at + 1] + data[at - width] + data[at + width] + data[at - width - 1] + data[at - width + 1] + data[at + width - 1] + data[at + width + 1];
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

/** Each square takes the lightest shade around it, so that a square of dark print or a filled bar does not count as dark paper. */
function spread(grid: Grey): Grey {
  return neighbours(grid, 2, (shades) => shades.sort((a, b) => a - b)[Math.floor(shades.length * 0.75)]);
}

function smooth(grid: Grey): Grey {
  return neighbours(grid, 1, (shades) => shades.reduce((a, b) => a + b, 0) / shades.length);
}

function neighbours(grid: Grey, reach: number, combine: (shades: number[]) => number): Grey {
  const data = new Uint8Array(grid.data.length);
  for (let y = 0; y < grid.height; y++) {
    for (let x = 0; x < grid.width; x++) {
      const shades: number[] = [];
      for (let v = Math.max(0, y - reach); v <= Math.min(grid.height - 1, y + reach); v++)
        for (let u = Math.max(0, x - reach); u <= Math.min(grid.width - 1, x + reach); u++) shades.push(grid.data[v * grid.width + u]);
      data[y * grid.width + x] = combine(shades);
    }
  }
  return { ...grid, data };
}

/** Darker than this share of the paper's shade is ink, or the ground of a bar. */
const DARK = 0.6;
/** Bars are looked for on a picture this many times smaller. */
const COARSE = 4;
/** Half the side of a patch without any light in it that only a bar has, half the widest letter stroke in a bar; in coarse pixels. */
const SOLID = 2;
const STROKE = 4;

/** The picture with bars and table heads of light print on a dark ground turned to dark print on light. */
export function darkOnLight(picture: Grey): Grey {
  const small = resized(picture, Math.ceil(picture.width / COARSE), Math.ceil(picture.height / COARSE));
  const sorted = Uint8Array.from(small.data).sort();
  const paper = sorted[Math.floor(sorted.length * 0.7)];
  const dark: Grey = { ...small, data: small.data.map((shade) => (shade < DARK * paper ? 1 : 0)) };
  const solid = extreme(dark, SOLID, Math.min);
  if (!solid.data.includes(1)) return picture;
  const ground = extreme(solid, SOLID, Math.max);
  const bars = extreme(extreme(ground, STROKE, Math.max), STROKE, Math.min);
  const data = new Uint8Array(picture.data);
  for (let y = 0; y < picture.height; y++) {
    const row = Math.floor(y / COARSE) * bars.width;
    for (let x = 0; x < picture.width; x++) {
      const at = y * picture.width + x;
      if (bars.data[row + Math.floor(x / COARSE)] === 1) data[at] = 255 - data[at];
    }
  }
  return { ...picture, data };
}

/** The least or the greatest mark within `reach` of each place, in a square. */
function extreme(marks: Grey, reach: number, choose: (a: number, b: number) => number): Grey {
  const { width, height } = marks;
  const along = new Uint8Array(marks.data.length);
  const data = new Uint8Array(marks.data.length);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let found = marks.data[y * width + x];
      for (let u = Math.max(0, x - reach); u <= Math.min(width - 1, x + reach); u++) found = choose(found, marks.data[y * width + u]);
      along[y * width + x] = found;
    }
  }
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let found = along[y * width + x];
      for (let v = Math.max(0, y - reach); v <= Math.min(height - 1, y + reach); v++) found = choose(found, along[v * width + x]);
      data[y * width + x] = found;
    }
  }
  return { width, height, data };
}
