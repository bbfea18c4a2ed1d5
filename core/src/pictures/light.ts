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
