import { pageOf } from '../fixtures/laid-out.js';
import { cellsOf, readLinesOf, right, type Runs } from '../fixtures/read-lines.js';

const linesOf = (runs: Runs, mark: '.' | ',' = '.') => readLinesOf([pageOf(runs)], 'sums', 'en', mark);
/** A row of a text and numbers that end at these edges. */
const row = (y: number, text: string, ...numbers: readonly (readonly [edge: number, text: string])[]): Runs => [
  [40, y, text],
  ...numbers.map(([edge, number]) => right(edge, y, number)),
];

describe('lines by the sum that proves them', () => {
  it('need no heads: a column whose sum is printed, the factors by their product', () => {
    const table = linesOf([
      ...row(100, 'Larch boards', [300, '4'], [400, '12.50'], [500, '50.00']),
      ...row(116, 'Brass screws', [300, '200'], [400, '0.15'], [500, '30.00']),
      ...row(140, 'Sum', [500, '80.00']),
    ]);
    expect(cellsOf(table, 'description', 'quantity', 'unitPrice', 'netAmount')).toEqual([
      ['Larch boards', '4', '12.50', '50.00'],
      ['Brass screws', '200', '0.15', '30.00'],
    ]);
  });

  it('have only amounts where the page has no more, in sentences and behind leaders', () => {
    const table = linesOf([
      [40, 100, 'Marquee 9 x 15 m, three days ........ 1,450.00'],
      [40, 116, 'Flooring .......................... 620.00'],
      [40, 132, 'Net 2,070.00 and tax 414.00'],
    ]);
    expect(cellsOf(table, 'quantity', 'netAmount')).toEqual([
      [null, '1450.00'],
      [null, '620.00'],
    ]);
  });

  it('are read in any order of columns, with a discount in its own', () => {
    const table = linesOf(
      [
        ...[
          right(80, 100, '414,96'),
          right(140, 100, '5'),
          right(200, 100, '18,20'),
          right(260, 100, '24'),
          [300, 100, 'Flange, turned'] as const,
        ],
        ...[right(80, 116, '384,00'), right(200, 116, '64,00'), right(260, 116, '6'), [300, 116, 'Bronze bush'] as const],
        ...[right(80, 140, '798,96'), [300, 140, 'goods'] as const],
      ],
      ',',
    );
    expect(
      table?.lines.map(({ cells }) => [cells.description?.value, cells.quantity?.value, cells.unitPrice?.value, cells.discount?.value]),
    ).toEqual([
      ['Flange, turned', '24', '18.20', '5'],
      ['Bronze bush', '6', '64.00', undefined],
    ]);
  });

  it('with two factors that nothing tells apart are guessed, which is asked about', () => {
    const table = linesOf([
      ...row(100, 'Day rate, mast', [300, '4'], [400, '120'], [500, '480.00']),
      ...row(116, 'Day rate, boom', [300, '3'], [400, '150'], [500, '450.00']),
      ...row(140, 'Sum', [500, '930.00']),
    ]);
    expect(table?.lines.every(({ cells }) => cells.quantity?.guessed && cells.unitPrice?.guessed)).toBe(true);
  });

  it('are none where nothing sums to anything', () => {
    expect(linesOf([...row(100, 'Larch boards', [500, '50.00']), ...row(116, 'Brass screws', [500, '31.00'])])).toBeNull();
  });
});
