import type { Calibration, ValueGroup } from './curve.js';
import { CALIBRATION } from './calibration-table.js';

/** The risk of a wrong value that is accepted where nobody set another: below it, one value is not worth a question. */
export const ACCEPTED_RISK = 0.06;

/** Confidences as the rules give them, for measuring. */
export const UNCALIBRATED: Calibration = {
  'text head': [
    [0, 0],
    [1, 1],
  ],
  'text line': [
    [0, 0],
    [1, 1],
  ],
  'scan head': [
    [0, 0],
    [1, 1],
  ],
  'scan line': [
    [0, 0],
    [1, 1],
  ],
};

/** The share of values of this group that are right when the rules say `said`: between two knots in a straight line. */
export function calibrated(said: number, group: ValueGroup, calibration: Calibration = CALIBRATION): number {
  const knots = calibration[group];
  const above = knots.findIndex(([at]) => at >= said);
  if (above <= 0) return knots[above === 0 ? 0 : knots.length - 1]?.[1] ?? said;
  const [[x0, y0], [x1, y1]] = [knots[above - 1], knots[above]];
  return x1 === x0 ? y1 : y0 + ((y1 - y0) * (said - x0)) / (x1 - x0);
}

/** One value whose truth is known. */
export interface Judged {
  readonly group: ValueGroup;
  readonly said: number;
  readonly right: boolean;
}

/** Edges of the steps that confidences are gathered in. */
const EDGES = [0, 0.3, 0.45, 0.55, 0.65, 0.75, 0.82, 0.87, 0.91, 0.94, 0.97, 0.985, 1.0001];
/** How many values' worth the rules' own word counts in each step: a step with few examples stays near it. */
const PRIOR = 12;

/** The rising curves that fit judged values best: the share right in steps, made to rise by joining neighbours (pool adjacent violators). */
export function fitCalibration(judged: readonly Judged[]): Calibration {
  const curve = (group: ValueGroup) => {
    const own = judged.filter((one) => one.group === group);
    const steps = EDGES.slice(1).flatMap((edge, i) => {
      const inside = own.filter(({ said }) => said >= EDGES[i] && said < edge);
      const at = inside.length > 0 ? inside.reduce((sum, { said }) => sum + said, 0) / inside.length : (EDGES[i] + Math.min(1, edge)) / 2;
      const weight = inside.length + PRIOR;
      return [{ at, weight, right: (inside.filter(({ right }) => right).length + PRIOR * Math.min(0.995, at)) / weight }];
    });
    const pools: { from: number; to: number; weight: number; right: number }[] = [];
    for (const step of steps) {
      pools.push({ from: step.at, to: step.at, weight: step.weight, right: step.right });
      for (let last = pools.length - 1; last > 0 && pools[last - 1].right > pools[last].right; last--) {
        const [a, b] = [pools[last - 1], pools[last]];
        const weight = a.weight + b.weight;
        pools.splice(last - 1, 2, { from: a.from, to: b.to, weight, right: (a.right * a.weight + b.right * b.weight) / weight });
      }
    }
    const round = (value: number) => Math.round(value * 10_000) / 10_000;
    return pools.flatMap(({ from, to, right }) =>
      from === to ? [[round(from), round(right)] as const] : [[round(from), round(right)] as const, [round(to), round(right)] as const],
    );
  };
  return {
    'text head': curve('text head'),
    'text line': curve('text line'),
    'scan head': curve('scan head'),
    'scan line': curve('scan line'),
  };
}
