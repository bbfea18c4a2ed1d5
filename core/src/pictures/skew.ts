import { shrunk, threshold, type Grey } from './grey.js';

/** Pixels of the longer side that skew is measured on: enough to see a twentieth of a degree. */
const MEASURED_AT = 1400;
const MOST_POINTS = 60_000;

/** How far lines of print lean, in degrees, clockwise positive; null where nothing stands out. */
export function skewOf(picture: Grey, most = 8, from = 0, to = 1): number | null {
  const { xs, ys } = undersides(shrunk(picture, MEASURED_AT), from, to);
  if (xs.length < 200) return null;
  let best = bestAngle(xs, ys, 0, most, 0.5);
  best = bestAngle(xs, ys, best, 0.5, 0.1);
  best = bestAngle(xs, ys, best, 0.1, 0.02);
  return sharpness(xs, ys, best) > 1.08 * sharpness(xs, ys, best > 0 ? best - 6 : best + 6) ? best : null;
}

function bestAngle(xs: Float32Array, ys: Float32Array, around: number, reach: number, step: number): number {
  let [best, at] = [-1, around];
  for (let angle = around - reach; angle <= around + reach + 1e-9; angle += step) {
    const score = sharpness(xs, ys, angle);
    if (score > best) [best, at] = [score, angle];
  }
  return at;
}

/** How sharply the points gather in rows when the page is turned back by the angle. */
function sharpness(xs: Float32Array, ys: Float32Array, angle: number): number {
  const slope = Math.tan((angle * Math.PI) / 180);
  const counts = new Float64Array(6 * MEASURED_AT);
  for (let i = 0; i < xs.length; i++) counts[Math.round((ys[i] - xs[i] * slope) * 1.5) + 2 * MEASURED_AT]++;
  let sum = 0;
  for (const count of counts) sum += count * count;
  return sum;
}

/** Places where dark ends and light begins below: the baselines of print. Rows between the two shares of the height only. */
function undersides(picture: Grey, from: number, to: number): { xs: Float32Array; ys: Float32Array } {
  const limit = threshold(picture);
  const { width, height, data } = picture;
  const xs: number[] = [];
  const ys: number[] = [];
  const margin = Math.round(0.02 * Math.max(width, height));
  const [first, last] = [Math.max(margin, Math.round(from * height)), Math.min(height - margin, Math.round(to * height))];
  for (let y = first; y < last; y++) {
    for (let x = margin; x < width - margin; x++) {
      const at = y * width + x;
      if (data[at] <= limit && data[at + width] > limit) {
        xs.push(x);
        ys.push(y);
      }
    }
  }
  const step = Math.max(1, Math.ceil(xs.length / MOST_POINTS));
  const thin = (values: number[]) => Float32Array.from(values.filter((_, i) => i % step === 0));
  return { xs: thin(xs), ys: thin(ys) };
}
