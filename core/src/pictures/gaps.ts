import type { Grey } from './grey.js';

/** Darker than this is ink on an evenly lit page. */
const INK = 190;

/** The parts of a word's box that hold ink, parted where no ink is for `widest` pixels or more. Upright rules count as gaps. */
export function inkParts(
  picture: Grey,
  box: { x: number; y: number; width: number; height: number },
  widest: number,
): { from: number; to: number }[] {
  const [x0, y0] = [Math.max(0, Math.round(box.x)), Math.max(0, Math.round(box.y))];
  const [x1, y1] = [Math.min(picture.width, Math.round(box.x + box.width)), Math.min(picture.height, Math.round(box.y + box.height))];
  const reach = Math.round((y1 - y0) * 0.35);
  const [above, below] = [Math.max(0, y0 - reach), Math.min(picture.height, y1 + reach)];
  const parts: { from: number; to: number }[] = [];
  for (let x = x0; x < x1; x++) {
    let ink = 0;
    let tall = 0;
    for (let y = above; y < below; y++) {
      if (picture.data[y * picture.width + x] >= INK) continue;
      tall++;
      if (y >= y0 && y < y1) ink++;
    }
    if (ink === 0 || tall > 0.92 * (below - above)) continue;
    const last = parts.at(-1);
    if (last && x - last.to < widest) last.to = x + 1;
    else parts.push({ from: x, to: x + 1 });
  }
  return parts;
}
