import { moved, type Point, type Transform } from './transform.js';

/** A patch of the page that a text finder holds for a line of print: the ends of each of its rows of pixels. */
export interface TextPatch {
  readonly points: readonly Point[];
  /** Angle of its longer axis in degrees, −90 to 90, clockwise positive; null where it is about as high as long. */
  readonly angle: number | null;
  readonly area: number;
  /** How sure the finder is, 0..1. */
  readonly score: number;
}

const SURE = 0.3;
const SMALLEST = 12;

/** The patches in a map of likelihoods (0..1, row by row) that each pixel belongs to a line of print. */
export function textPatches(map: Float32Array, width: number): TextPatch[] {
  const seen = new Uint8Array(map.length);
  const patches: TextPatch[] = [];
  const stack: number[] = [];
  for (let start = 0; start < map.length; start++) {
    if (seen[start] === 1 || map[start] < SURE) continue;
    const pixels: number[] = [];
    seen[start] = 1;
    stack.push(start);
    for (let at = stack.pop(); at !== undefined; at = stack.pop()) {
      pixels.push(at);
      const x = at % width;
      for (const to of [x > 0 ? at - 1 : -1, x < width - 1 ? at + 1 : -1, at - width, at + width])
        if (to >= 0 && to < map.length && seen[to] === 0 && map[to] >= SURE) {
          seen[to] = 1;
          stack.push(to);
        }
    }
    if (pixels.length >= SMALLEST) patches.push(patchOf(pixels, map, width));
  }
  return patches;
}

function patchOf(pixels: readonly number[], map: Float32Array, width: number): TextPatch {
  const ends = new Map<number, [number, number]>();
  let [sx, sy, sxx, syy, sxy, score] = [0, 0, 0, 0, 0, 0];
  for (const at of pixels) {
    const x = at % width;
    const y = (at - x) / width;
    const row = ends.get(y);
    if (!row) ends.set(y, [x, x]);
    else if (x < row[0]) row[0] = x;
    else if (x > row[1]) row[1] = x;
    sx += x;
    sy += y;
    sxx += x * x;
    syy += y * y;
    sxy += x * y;
    score += map[at];
  }
  const n = pixels.length;
  const [vx, vy, vxy] = [sxx / n - (sx / n) ** 2, syy / n - (sy / n) ** 2, sxy / n - (sx / n) * (sy / n)];
  const [mean, spread] = [(vx + vy) / 2, Math.hypot((vx - vy) / 2, vxy)];
  const long = mean + spread > 9 * Math.max(0.5, mean - spread);
  return {
    points: [...ends].flatMap(([y, [first, last]]) => [
      { x: first, y },
      { x: last + 1, y: y + 1 },
    ]),
    angle: long ? (Math.atan2(2 * vxy, vx - vy) * 90) / Math.PI : null,
    area: n,
    score: score / n,
  };
}

/** The upright box around a patch after the map, grown to the full height of its letters: finders mark only the core of a line. */
export function patchBox(patch: TextPatch, map: Transform): { x: number; y: number; width: number; height: number } {
  const points = patch.points.map((point) => moved(map, point));
  const xs = points.map(({ x }) => x);
  const ys = points.map(({ y }) => y);
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  const [width, height] = [Math.max(...xs) - x, Math.max(...ys) - y];
  const grow = (width * height * 1.6) / (2 * (width + height));
  return { x: x - grow, y: y - grow, width: width + 2 * grow, height: height + 2 * grow };
}

/** The direction that lines of print run in: its angle in degrees (−45 to 45) and whether they run up or down the picture. Null without long lines. */
export function directionOf(patches: readonly TextPatch[]): { angle: number; lying: boolean } | null {
  const long = patches.flatMap(({ angle, area }) => (angle === null ? [] : [{ angle, area }]));
  const area = (list: typeof long) => list.reduce((sum, patch) => sum + patch.area, 0);
  const [lying, level] = [long.filter(({ angle }) => Math.abs(angle) > 45), long.filter(({ angle }) => Math.abs(angle) <= 45)];
  if (long.length === 0) return null;
  if (area(lying) <= area(level)) return { angle: middle(level), lying: false };
  return { angle: middle(lying.map(({ angle, area: a }) => ({ angle: angle > 0 ? angle - 90 : angle + 90, area: a }))), lying: true };
}

/** The angle that half of the area leans less than. */
function middle(list: readonly { angle: number; area: number }[]): number {
  const sorted = [...list].sort((a, b) => a.angle - b.angle);
  const half = sorted.reduce((sum, { area }) => sum + area, 0) / 2;
  let sum = 0;
  for (const { angle, area } of sorted) if ((sum += area) >= half) return angle;
  return 0;
}
