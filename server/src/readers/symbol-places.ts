import { union, type Box } from '@umber/core/geometry';

/** What a page is drawn by: codes and their arguments, in order. */
export interface Operations {
  readonly fnArray: readonly number[];
  readonly argsArray: readonly unknown[];
}

/** Sides of a symbol in points, and how much longer one may be than the other. */
const SIDE = { least: 40, most: 250, askew: 1.2 };
/** Numbers that one path has at least which draws a symbol; squares that draw one each by itself, and their side at most. */
const ONE_PATH = 300;
const SQUARES = { least: 150, side: 10 };
const MOST_PLACES = 6;
/** Bars that a bar code has at least, how slim each is, how high in points, and the white between two at most. */
const BARS = { least: 20, slim: 5, width: 6, height: 8, gap: 8 };

/** Gathers where on a page symbols may stand, in the page's own space: square pictures, large square paths, heaps of small squares, and rows of bars. */
export class SymbolPlaces {
  readonly #places: Box[] = [];
  readonly #squares: Box[] = [];
  readonly #bars: Box[] = [];

  /** A picture that fills the unit square of this matrix. */
  picture(matrix: readonly number[]): void {
    this.#add(boxOf(matrix, [0, 0, 1, 1]));
  }

  /** A path as the library packs it: numbers in arrays, and its least and greatest coordinates. */
  path(matrix: readonly number[], packed: unknown, bounds: unknown): void {
    if (!isBounds(bounds)) return;
    const box = boxOf(matrix, bounds);
    const [short, long] = [Math.min(box.width, box.height), Math.max(box.width, box.height)];
    if (long >= BARS.height && short <= BARS.width && long >= BARS.slim * short) this.#bars.push(box);
    if (long <= SQUARES.side) this.#squares.push(box);
    else if (sizeOf(packed) >= ONE_PATH) this.#add(box);
  }

  places(): readonly Box[] {
    const heap = this.#squares.length >= SQUARES.least ? [union(this.#squares)].filter(isSymbolSize) : [];
    return [...this.#places, ...heap, ...barCodes(this.#bars)].slice(0, MOST_PLACES);
  }

  #add(box: Box): void {
    if (isSymbolSize(box)) this.#places.push(box);
  }
}

/** Bars that stand side by side, equally high, as bar codes; rules of a table are too few, or too far apart. */
function barCodes(bars: readonly Box[]): Box[] {
  const codes: Box[][] = [];
  for (const bar of [...bars].sort((a, b) => a.x - b.x)) {
    const code = codes.find((own) => {
      const last = own[own.length - 1];
      return Math.abs(last.y - bar.y) < 1 && Math.abs(last.height - bar.height) < 1 && bar.x - last.x - last.width <= BARS.gap;
    });
    if (code) code.push(bar);
    else codes.push([bar]);
  }
  return codes.filter(({ length }) => length >= BARS.least).map(union);
}

function isSymbolSize({ width, height }: Box): boolean {
  const [short, long] = [Math.min(width, height), Math.max(width, height)];
  return short >= SIDE.least && long <= SIDE.most && long < SIDE.askew * short;
}

const isBounds = (value: unknown): value is readonly [number, number, number, number] =>
  (Array.isArray(value) || ArrayBuffer.isView(value)) && (value as ArrayLike<number>).length === 4;

function boxOf([a, b, c, d, e, f]: readonly number[], [left, top, right, bottom]: readonly [number, number, number, number]): Box {
  const corners = [left, right].flatMap((x) =>
    [top, bottom].map((y) => ({ x: a * x + c * y + e, y: b * x + d * y + f, width: 0, height: 0 })),
  );
  return union(corners);
}

/** How many numbers a path has, however deep its arrays lie; any number where the library has made a drawing of it already. */
const sizeOf = (packed: unknown): number =>
  Array.isArray(packed)
    ? packed.reduce<number>((sum, one) => sum + sizeOf(one), 0)
    : ArrayBuffer.isView(packed)
      ? (packed as Float32Array).length
      : typeof packed === 'object' && packed !== null
        ? Infinity
        : 1;
