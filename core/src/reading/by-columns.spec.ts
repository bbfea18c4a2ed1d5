import { columnsOfLines, linesByColumns, partsOf, type Column } from './index.js';
import type { ReadLine } from './reading.js';

const word = (text: string, x: number, y: number) => ({ text, x, y, width: 6 * text.length, height: 9 });
const page = {
  page: 1,
  width: 595,
  height: 842,
  words: [
    word('Ballast', 80, 200),
    word('3', 300, 200),
    word('1.250,50', 360, 200),
    word('3.751,50', 460, 200),
    word('washed', 80, 211),
    word('Sleeper', 80, 240),
    word('bolt', 130, 240),
    word('10', 300, 240),
    word('2,10', 360, 240),
    word('21,00', 460, 240),
    word('Summe', 300, 300),
    word('3.772,50', 460, 300),
  ],
};
const columns: Column[] = [
  { x: 70, role: 'description' },
  { x: 280, role: 'quantity' },
  { x: 340, role: 'unitPrice' },
  { x: 440, role: 'netAmount' },
];
const part = { page: 1, top: 190, bottom: 290 };

describe('reading lines by columns that a person set', () => {
  it('takes each word by its column, and words below a line with it', () => {
    const rows = linesByColumns([page], columns, [part]);
    expect(rows.map(({ cells }) => [cells.description, cells.quantity, cells.unitPrice, cells.netAmount])).toEqual([
      ['Ballast washed', '3', '1250.50', '3751.50'],
      ['Sleeper bolt', '10', '2.10', '21.00'],
    ]);
    expect(rows[0].box).toEqual({ x: 80, y: 200, width: 428, height: 20 });
  });

  it('reads a column anew by its other name, and passes over one that has none', () => {
    const swapped = columns.map((column) => (column.role === 'quantity' ? { ...column, role: null } : column));
    expect(linesByColumns([page], swapped, [part]).map(({ cells }) => [cells.quantity, cells.netAmount])).toEqual([
      [null, '3751.50'],
      [null, '21.00'],
    ]);
  });

  it('reads only where the table is', () => {
    expect(linesByColumns([page], columns, [{ ...part, bottom: 230 }])).toHaveLength(1);
    expect(linesByColumns([page], columns, [{ ...part, page: 7 }])).toEqual([]);
  });

  it('finds the columns again that lines were read by, with a border between any two', () => {
    const cell = (x: number, value: string) => ({
      value,
      confidence: 1,
      page: 1,
      box: { x, y: 200, width: 40, height: 9 },
      evidence: [],
      alternatives: [],
    });
    const line = {
      page: 1,
      box: { x: 80, y: 200, width: 420, height: 9 },
      itemNumber: null,
      unit: null,
      taxRate: null,
      description: cell(80, 'Ballast'),
      quantity: cell(300, '3'),
      unitPrice: cell(360, '2.00'),
      netAmount: cell(460, '6.00'),
    } as ReadLine;
    expect(columnsOfLines([line])).toEqual([
      { role: 'description', x: 74 },
      { role: 'quantity', x: 210 },
      { role: 'unitPrice', x: 350 },
      { role: 'netAmount', x: 430 },
    ]);
    expect(columnsOfLines([])).toEqual([]);
  });

  it('looks for the table from its first line to the totals', () => {
    const box = (y: number) => ({ x: 460, y, width: 40, height: 9 });
    expect(partsOf([{ number: 1, height: 842 }], [{ page: 1, box: box(200) }], [{ page: 1, box: box(300) }])).toEqual([
      { page: 1, top: 197, bottom: 298 },
    ]);
    expect(partsOf([{ number: 2, height: 842 }], [], [])).toEqual([{ page: 2, top: 0, bottom: 842 }]);
  });
});
