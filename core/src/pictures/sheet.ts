import { shrunk, threshold, type Grey } from './grey.js';
import type { Point } from './transform.js';

const MEASURED_AT = 400;

/** The corners of a sheet of paper that lies on something darker: top left, top right, bottom right, bottom left. Null where no whole sheet is seen. */
export function sheetOf(picture: Grey): Point[] | null {
  const small = shrunk(picture, MEASURED_AT);
  const bright = largestBright(small);
  if (!bright) return null;
  const sides = edges(bright, small.width, small.height);
  const lines = [sides.top, sides.right, sides.bottom, sides.left].map(fitted);
  if (lines.some((line) => line === null)) return null;
  const [top, right, bottom, left] = lines as Line[];
  const corners = [crossing(top, left), crossing(top, right), crossing(bottom, right), crossing(bottom, left)];
  const scale = picture.width / small.width;
  if (!isSheet(corners, small.width, small.height)) return null;
  return corners.map(({ x, y }) => ({ x: x * scale, y: y * scale }));
}

/** Marks the largest bright patch; null where it is not most of the picture or where it fills it. */
function largestBright(picture: Grey): Uint8Array | null {
  const { width, height, data } = picture;
  const limit = threshold(picture);
  const mark = new Int32Array(data.length);
  const stack: number[] = [];
  let [best, bestSize, next] = [0, 0, 0];
  for (let start = 0; start < data.length; start++) {
    if (data[start] <= limit || mark[start] !== 0) continue;
    next++;
    let size = 0;
    mark[start] = next;
    stack.push(start);
    for (let at = stack.pop(); at !== undefined; at = stack.pop()) {
      size++;
      const x = at % width;
      for (const to of [x > 0 ? at - 1 : -1, x < width - 1 ? at + 1 : -1, at - width, at + width])
        if (to >= 0 && to < data.length && mark[to] === 0 && data[to] > limit) {
          mark[to] = next;
          stack.push(to);
        }
    }
    if (size > bestSize) [best, bestSize] = [next, size];
  }
  const share = bestSize / (width * height);
  return share < 0.3 || share > 0.985 ? null : Uint8Array.from(mark, (value) => (value === best ? 1 : 0));
}

/** First and last bright pixel of each row and column, as points of the four sides. */
function edges(bright: Uint8Array, width: number, height: number) {
  const sides: Record<'top' | 'right' | 'bottom' | 'left', { along: number; across: number }[]> = {
    top: [],
    right: [],
    bottom: [],
    left: [],
  };
  for (let y = 0; y < height; y++) {
    const row = bright.subarray(y * width, (y + 1) * width);
    const first = row.indexOf(1);
    if (first < 0) continue;
    sides.left.push({ along: y, across: first });
    sides.right.push({ along: y, across: row.lastIndexOf(1) + 1 });
  }
  for (let x = 0; x < width; x++) {
    let [first, last] = [-1, -1];
    for (let y = 0; y < height; y++)
      if (bright[y * width + x] === 1) {
        if (first < 0) first = y;
        last = y;
      }
    if (first < 0) continue;
    sides.top.push({ along: x, across: first });
    sides.bottom.push({ along: x, across: last + 1 });
  }
  return {
    top: sides.top.map(({ along, across }) => ({ x: along, y: across })),
    bottom: sides.bottom.map(({ along, across }) => ({ x: along, y: across })),
    left: sides.left.map(({ along, across }) => ({ x: across, y: along })),
    right: sides.right.map(({ along, across }) => ({ x: across, y: along })),
  };
}

/** A line by a point on it and its direction. */
interface Line {
  readonly x: number;
  readonly y: number;
  readonly dx: number;
  readonly dy: number;
}

/** The line through most of the points of one side; null where the side is ragged. Corners and shadows count as strays. */
function fitted(points: readonly Point[]): Line | null {
  if (points.length < 40) return null;
  const inner = points.slice(Math.floor(points.length * 0.12), Math.ceil(points.length * 0.88));
  const step = Math.max(1, Math.floor(inner.length / 24));
  let [best, most]: [Line | null, number] = [null, 0];
  for (let i = 0; i < inner.length; i += step) {
    for (let j = i + Math.floor(inner.length / 3); j < inner.length; j += step) {
      const line = { x: inner[i].x, y: inner[i].y, dx: inner[j].x - inner[i].x, dy: inner[j].y - inner[i].y };
      const near = inner.filter((point) => distance(line, point) < 1.2).length;
      if (near > most) [best, most] = [line, near];
    }
  }
  return most >= 0.7 * inner.length ? best : null;
}

const distance = (line: Line, point: Point) =>
  Math.abs((point.x - line.x) * line.dy - (point.y - line.y) * line.dx) / Math.max(1e-9, Math.hypot(line.dx, line.dy));

function crossing(a: Line, b: Line): Point {
  const cross = a.dx * b.dy - a.dy * b.dx;
  const t = ((b.x - a.x) * b.dy - (b.y - a.y) * b.dx) / (cross === 0 ? 1e-9 : cross);
  return { x: a.x + t * a.dx, y: a.y + t * a.dy };
}

/** A whole sheet: four corners inside the picture, no side lying on the picture's own border, opposite sides about as long. */
function isSheet(corners: readonly Point[], width: number, height: number): boolean {
  const [tl, tr, br, bl] = corners;
  const edge = 0.008 * Math.max(width, height);
  if (corners.some(({ x, y }) => x < -edge || y < -edge || x > width + edge || y > height + edge)) return false;
  const onBorder = [
    (tl.y + tr.y) / 2 < edge,
    (tr.x + br.x) / 2 > width - edge,
    (bl.y + br.y) / 2 > height - edge,
    (tl.x + bl.x) / 2 < edge,
  ];
  if (onBorder.some(Boolean)) return false;
  const length = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y);
  const alike = (a: number, b: number) => Math.min(a, b) / Math.max(a, b) > 0.75;
  return alike(length(tl, tr), length(bl, br)) && alike(length(tl, bl), length(tr, br));
}
