/** A rectangle in points from the page's top left: x to the right, y down. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A place on a page: its number in the file, and a box. */
export interface Place {
  readonly page: number;
  readonly box: Box;
}

export const right = (box: Box): number => box.x + box.width;
export const bottom = (box: Box): number => box.y + box.height;
export const middleX = (box: Box): number => box.x + box.width / 2;
export const middleY = (box: Box): number => box.y + box.height / 2;

/** The smallest box that holds all of `boxes`. @throws RangeError for none. */
export function union(boxes: readonly Box[]): Box {
  if (boxes.length === 0) throw new RangeError('no boxes to join');
  let [x, y, far, low] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const box of boxes) {
    x = Math.min(x, box.x);
    y = Math.min(y, box.y);
    far = Math.max(far, right(box));
    low = Math.max(low, bottom(box));
  }
  return { x, y, width: far - x, height: low - y };
}

/** Length that the boxes share sideways; negative is the gap between them. */
export function overlapX(a: Box, b: Box): number {
  return Math.min(right(a), right(b)) - Math.max(a.x, b.x);
}

/** Length that the boxes share in height; negative is the gap between them. */
export function overlapY(a: Box, b: Box): number {
  return Math.min(bottom(a), bottom(b)) - Math.max(a.y, b.y);
}

/** Whether the point lies in the box grown by `margin` on every side. */
export function contains(box: Box, x: number, y: number, margin = 0): boolean {
  return x >= box.x - margin && x <= right(box) + margin && y >= box.y - margin && y <= bottom(box) + margin;
}

/** The middle one of the values in order, the higher of two; undefined where there are none. */
export const middleOf = (values: readonly number[]): number | undefined => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
