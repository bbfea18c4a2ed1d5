import type { Grey } from './grey.js';

/** A projective map of the plane, row by row: (x, y) goes to ((a x + b y + c) / (g x + h y + 1), (d x + e y + f) / (g x + h y + 1)). */
export type Transform = readonly [a: number, b: number, c: number, d: number, e: number, f: number, g: number, h: number, one: number];

export interface Point {
  readonly x: number;
  readonly y: number;
}

export const UNCHANGED: Transform = [1, 0, 0, 0, 1, 0, 0, 0, 1];

/** Where the point goes. */
export function moved([a, b, c, d, e, f, g, h, i]: Transform, { x, y }: Point): Point {
  const w = g * x + h * y + i;
  return { x: (a * x + b * y + c) / w, y: (d * x + e * y + f) / w };
}

/** First `first`, then `second`. */
export function after(second: Transform, first: Transform): Transform {
  const out: number[] = [];
  for (let row = 0; row < 3; row++)
    for (let column = 0; column < 3; column++)
      out.push(second[row * 3] * first[column] + second[row * 3 + 1] * first[column + 3] + second[row * 3 + 2] * first[column + 6]);
  return out as unknown as Transform;
}

/** The way back. @throws RangeError for a map that folds the plane to a line. */
export function inverse([a, b, c, d, e, f, g, h, i]: Transform): Transform {
  const adjugate = [
    e * i - f * h,
    c * h - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ];
  const determinant = a * adjugate[0] + b * adjugate[3] + c * adjugate[6];
  if (Math.abs(determinant) < 1e-12) throw new RangeError('the map has no way back');
  return adjugate.map((value) => value / determinant) as unknown as Transform;
}

export const scaling = (factor: number): Transform => [factor, 0, 0, 0, factor, 0, 0, 0, 1];

/** Quarter turns clockwise of a picture of this size, the turned picture's top left at (0, 0). */
export function quarterTurns(quarters: number, width: number, height: number): Transform {
  const turns = ((quarters % 4) + 4) % 4;
  if (turns === 1) return [0, -1, height, 1, 0, 0, 0, 0, 1];
  if (turns === 2) return [-1, 0, width, 0, -1, height, 0, 0, 1];
  if (turns === 3) return [0, 1, 0, -1, 0, width, 0, 0, 1];
  return UNCHANGED;
}

/** Turns by `degrees` counter-clockwise as seen on the page (y down) about the middle of a picture of this size. */
export function rotation(degrees: number, width: number, height: number): Transform {
  const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  const [cx, cy] = [width / 2, height / 2];
  return [cos, sin, cx - cos * cx - sin * cy, -sin, cos, cy + sin * cx - cos * cy, 0, 0, 1];
}

/** The map that takes four points, no three on a line, to four others. */
export function fromPoints(from: readonly Point[], to: readonly Point[]): Transform {
  const rows: number[][] = [];
  for (let i = 0; i < 4; i++) {
    const { x, y } = from[i];
    const { x: u, y: v } = to[i];
    rows.push([x, y, 1, 0, 0, 0, -u * x, -u * y, u], [0, 0, 0, x, y, 1, -v * x, -v * y, v]);
  }
  return [...solved(rows), 1] as unknown as Transform;
}

/** Solves a square system given as rows with the right side last. @throws RangeError where it has no single answer. */
function solved(rows: number[][]): number[] {
  const size = rows.length;
  for (let column = 0; column < size; column++) {
    let pivot = column;
    for (let row = column + 1; row < size; row++) if (Math.abs(rows[row][column]) > Math.abs(rows[pivot][column])) pivot = row;
    if (Math.abs(rows[pivot][column]) < 1e-12) throw new RangeError('the points lie on a line');
    [rows[column], rows[pivot]] = [rows[pivot], rows[column]];
    for (let row = 0; row < size; row++) {
      if (row === column) continue;
      const factor = rows[row][column] / rows[column][column];
      for (let k = column; k <= size; k++) rows[row][k] -= factor * rows[column][k];
    }
  }
  return rows.map((row, i) => row[size] / row[i]);
}

/** The picture as it looks after the map, cut to the size given; places that come from outside are white. */
export function warped(picture: Grey, map: Transform, width: number, height: number): Grey {
  const back = inverse(map);
  const isFlat = back[6] === 0 && back[7] === 0 && Math.max(picture.width, picture.height) < LONGEST_IN_PARTS;
  return { width, height, data: isFlat ? lookedUpFlat(picture, back, width, height) : lookedUp(picture, back, width, height) };
}

/** Every pixel by the place it comes from. */
function lookedUp(picture: Grey, [a, b, c, d, e, f, g, h, i]: Transform, width: number, height: number): Uint8Array {
  const { width: w, data } = picture;
  const [lastX, lastY] = [w - 1, picture.height - 1];
  const out = new Uint8Array(width * height);
  for (let y = 0, at = 0; y < height; y++) {
    // Along a row the place looked up moves by a fixed step, before it is divided by its depth.
    const py = y + 0.5;
    let sx = a * 0.5 + b * py + c;
    let sy = d * 0.5 + e * py + f;
    let depth = g * 0.5 + h * py + i;
    for (let x = 0; x < width; x++, at++, sx += a, sy += d, depth += g) {
      const near = 1 / depth;
      const u = sx * near - 0.5;
      const v = sy * near - 0.5;
      if (u >= 0 && v >= 0 && u < lastX && v < lastY) {
        const left = u | 0;
        const top = v | 0;
        const from = top * w + left;
        const upper = data[from] + (data[from + 1] - data[from]) * (u - left);
        const lower = data[from + w] + (data[from + w + 1] - data[from + w]) * (u - left);
        out[at] = upper + (lower - upper) * (v - top) + 0.5;
      } else out[at] = shadeAtEdge(picture, u, v);
    }
  }
  return out;
}

/** Parts of a pixel that places are counted in, so that they are whole numbers; and the longest side that 32 bits can count so. */
const PARTS = 65_536;
const LONGEST_IN_PARTS = 32_000;
/** From the outermost pixels on, how far in from the edge all four neighbours of a place surely are, in pixels. */
const INSIDE = 0.1;

/** The same where the map has no perspective: then the step along a row is the same everywhere, which is several times as quick. */
function lookedUpFlat(picture: Grey, [a, b, c, d, e, f, , , i]: Transform, width: number, height: number): Uint8Array {
  const { width: w, data } = picture;
  const out = new Uint8Array(width * height);
  const [stepX, stepY] = [a / i, d / i];
  const [partsX, partsY] = [Math.round(stepX * PARTS), Math.round(stepY * PARTS)];
  for (let y = 0; y < height; y++) {
    const [startX, startY] = [(a * 0.5 + b * (y + 0.5) + c) / i - 0.5, (d * 0.5 + e * (y + 0.5) + f) / i - 0.5];
    const [fromX, toX] = stepsInside(startX, stepX, w - 1, width);
    const [fromY, toY] = stepsInside(startY, stepY, picture.height - 1, width);
    const first = Math.max(fromX, fromY);
    const end = Math.max(first, Math.min(toX, toY));
    const row = y * width;
    for (let x = 0; x < first; x++) out[row + x] = shadeAtEdge(picture, startX + x * stepX, startY + x * stepY);
    let sx = Math.round((startX + first * stepX) * PARTS);
    let sy = Math.round((startY + first * stepY) * PARTS);
    for (let x = first; x < end; x++, sx += partsX, sy += partsY) {
      const from = (sy >> 16) * w + (sx >> 16);
      const across = (sx >> 8) & 255;
      const upper = (data[from] << 8) + (data[from + 1] - data[from]) * across;
      const lower = (data[from + w] << 8) + (data[from + w + 1] - data[from + w]) * across;
      out[row + x] = ((upper << 8) + (lower - upper) * ((sy >> 8) & 255) + 0x8000) >> 16;
    }
    for (let x = end; x < width; x++) out[row + x] = shadeAtEdge(picture, startX + x * stepX, startY + x * stepY);
  }
  return out;
}

/** The steps, `from` inclusive to `to` exclusive, of so many along which a place stays inside 0 to `last`. */
function stepsInside(start: number, step: number, last: number, count: number): [from: number, to: number] {
  const [low, high] = [INSIDE, last - INSIDE];
  if (Math.abs(step) < 1e-9) return start >= low && start <= high ? [0, count] : [count, count];
  const [one, other] = [(low - start) / step, (high - start) / step];
  const from = Math.min(count, Math.max(0, Math.ceil(Math.min(one, other))));
  return [from, Math.min(count, Math.max(from, Math.floor(Math.max(one, other)) + 1))];
}

/** The shade at a place in the outermost row or column, white outside; what is beyond the edge is as at the edge. */
function shadeAtEdge({ width, height, data }: Grey, x: number, y: number): number {
  if (!(x >= -1 && y >= -1 && x < width && y < height)) return 255;
  const [left, top] = [Math.floor(x), Math.floor(y)];
  const shade = (column: number, row: number) =>
    data[Math.min(height - 1, Math.max(0, row)) * width + Math.min(width - 1, Math.max(0, column))];
  const upper = shade(left, top) + (shade(left + 1, top) - shade(left, top)) * (x - left);
  const lower = shade(left, top + 1) + (shade(left + 1, top + 1) - shade(left, top + 1)) * (x - left);
  return upper + (lower - upper) * (y - top) + 0.5;
}
