import { readDocument } from '@umber/core/reading';
import { compose } from '@umber/corpus/composer/compose';
import { scored } from './score.js';

/** How the documents that have something were read. */
export interface Figure {
  readonly phenomenon: string;
  readonly documents: number;
  readonly fields: number;
  readonly right: number;
  readonly untouched: number;
  readonly untouchedWrong: number;
  readonly silent: number;
}

/** Reads composed documents, seeds `first` to `first + count - 1`: figures for all of them and by phenomenon, weakest first. */
export function composedFigures(first: number, count: number): Figure[] {
  const figures = new Map<string, { -readonly [K in keyof Figure]: Figure[K] }>();
  for (let seed = first; seed < first + count; seed++) {
    const { pages, truth, phenomena, buyerName } = compose(seed);
    const reading = readDocument(pages, { buyerNames: seed % 2 ? [buyerName] : [] });
    const score = scored(reading, truth);
    const fields = score.fields.filter(({ name }) => name in truth.fields);
    const right = fields.filter((field) => field.right).length;
    const untouched = reading.doubts.length === 0;
    const whole =
      right === fields.length && score.kindRight && score.linesRight === score.linesWanted && score.linesRead === score.linesWanted;
    for (const phenomenon of ['all', ...phenomena]) {
      const figure = figures.get(phenomenon) ?? {
        phenomenon,
        documents: 0,
        fields: 0,
        right: 0,
        untouched: 0,
        untouchedWrong: 0,
        silent: 0,
      };
      figure.documents++;
      figure.fields += fields.length;
      figure.right += right;
      if (untouched) figure.untouched++;
      if (untouched && !whole) figure.untouchedWrong++;
      figure.silent += score.silent;
      figures.set(phenomenon, figure);
    }
  }
  const share = ({ right, fields }: Figure) => right / Math.max(1, fields);
  return [...figures.values()].sort((a, b) => Number(b.phenomenon === 'all') - Number(a.phenomenon === 'all') || share(a) - share(b));
}

/** The figures as lines of a table. */
export const figuresTable = (figures: readonly Figure[]): string[] => [
  '| | documents | fields right | untouched | of those wrong | silent errors |',
  '|---|---|---|---|---|---|',
  ...figures.map(
    ({ phenomenon, documents, fields, right, untouched, untouchedWrong, silent }) =>
      `| ${phenomenon} | ${documents} | ${((100 * right) / Math.max(1, fields)).toFixed(1)} % | ${untouched} | ${untouchedWrong} | ${silent} |`,
  ),
];
