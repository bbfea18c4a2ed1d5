import { HEADER_FIELDS, LINE_CELLS } from '@umber/core/documents';
import {
  calibrated,
  fitCalibration,
  readDocument,
  UNCALIBRATED,
  type Calibration,
  type Judged,
  type PageWords,
  type ValueGroup,
} from '@umber/core/reading';
import type { Entry } from '@umber/corpus/make';
import { scored } from './score.js';

/** A judged value and the family of layouts that it comes from. */
export interface Drawn extends Judged {
  readonly family: string;
}

const CELLS: ReadonlySet<string> = new Set(['description', 'quantity', 'unitPrice', 'netAmount']);

/** All values that were read off the documents, with what the rules say of them and whether they are right. */
export function judgedValues(entries: readonly Entry[], words: Readonly<Record<string, readonly PageWords[]>>): Drawn[] {
  return entries.flatMap((entry) => {
    const reading = readDocument(words[entry.file], { calibration: UNCALIBRATED });
    const { fields, cells } = scored(reading, entry.truth);
    const kind = entry.damage === 'none' ? 'text' : 'scan';
    const judged = (list: typeof fields, part: 'head' | 'line'): Drawn[] =>
      list.flatMap((one) =>
        one.confidence === null
          ? []
          : [{ group: `${kind} ${part}` as ValueGroup, said: one.confidence, right: one.right, family: entry.family }],
      );
    return [
      ...judged(
        fields.filter(({ name }) => (HEADER_FIELDS as readonly string[]).includes(name)),
        'head',
      ),
      ...judged(
        cells.filter(({ name }) => (LINE_CELLS as readonly string[]).includes(name) && CELLS.has(name)),
        'line',
      ),
    ];
  });
}

/** One step of a reliability diagram: how sure the reading was on the mean, and how often it was right. */
export interface Step {
  readonly group: string;
  readonly count: number;
  readonly sure: number;
  readonly right: number;
}

const EDGES = [0, 0.5, 0.7, 0.8, 0.9, 0.95, 0.98, 0.99, 0.995, 1.0001];

/** How the confidences hold on families that the curves were not fitted on, each family left out in turn. */
export function crossValidated(values: readonly Drawn[]): Step[] {
  const families = [...new Set(values.map(({ family }) => family))];
  const told = families.flatMap((family) => {
    const curves = fitCalibration(values.filter((value) => value.family !== family));
    return values
      .filter((value) => value.family === family)
      .map((value) => ({ ...value, sure: calibrated(value.said, value.group, curves) }));
  });
  return ['text head', 'text line', 'scan head', 'scan line'].flatMap((group) =>
    EDGES.slice(1).flatMap((edge, i) => {
      const inside = told.filter((value) => value.group === group && value.sure >= EDGES[i] && value.sure < edge);
      if (inside.length === 0) return [];
      const mean = (of: (value: (typeof inside)[number]) => number) => inside.reduce((sum, value) => sum + of(value), 0) / inside.length;
      return [{ group, count: inside.length, sure: mean(({ sure }) => sure), right: mean(({ right }) => (right ? 1 : 0)) }];
    }),
  );
}

/** The source text of the calibration table. */
export function tableSource(calibration: Calibration): string {
  const curves = Object.entries(calibration)
    .map(([group, knots]) => `  '${group}': [\n${knots.map(([said, right]) => `    [${said}, ${right}],`).join('\n')}\n  ],`)
    .join('\n');
  return `import type { Calibration } from './curve.js';\n\n/** Made by \`node evaluation/dist/main.js calibrate\`, see docs/calibration.md: not to be changed by hand. */\nexport const CALIBRATION: Calibration = {\n${curves}\n};\n`;
}

const SIZE = 260;
const COLOURS: Readonly<Record<string, string>> = {
  'text head': '#6b4a2b',
  'text line': '#b08a5b',
  'scan head': '#1f5f7a',
  'scan line': '#7fb0c2',
};

/** A reliability diagram: what was said to the right, what was right upwards; area of a dot by the number of values. */
export function diagram(steps: readonly Step[]): string {
  const panel = (group: string, index: number) => {
    const [x0, y0] = [40 + (index % 2) * (SIZE + 60), 30 + Math.floor(index / 2) * (SIZE + 60)];
    const at = (value: number) => Math.round(value * SIZE * 10) / 10;
    const dots = steps
      .filter((step) => step.group === group)
      .map(
        ({ sure, right, count }) =>
          `<circle cx="${x0 + at(sure)}" cy="${y0 + SIZE - at(right)}" r="${Math.max(2, Math.min(14, Math.sqrt(count) / 2)).toFixed(1)}" fill="${COLOURS[group]}" fill-opacity="0.75"/>`,
      )
      .join('');
    return `<g><text x="${x0}" y="${y0 - 8}">${group}</text><rect x="${x0}" y="${y0}" width="${SIZE}" height="${SIZE}" fill="none" stroke="#999"/><path d="M${x0} ${y0 + SIZE}L${x0 + SIZE} ${y0}" stroke="#999" stroke-dasharray="4 4"/>${dots}<text x="${x0}" y="${y0 + SIZE + 16}">0</text><text x="${x0 + SIZE - 8}" y="${y0 + SIZE + 16}">1 said</text><text x="${x0 - 34}" y="${y0 + 10}">right</text></g>`;
  };
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${2 * SIZE + 140} ${2 * SIZE + 140}" font-family="sans-serif" font-size="12">${Object.keys(COLOURS).map(panel).join('')}</svg>\n`;
}
