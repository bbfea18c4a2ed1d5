import type { ReadLine } from '@umber/core/reading';
import { lineOf } from '../fixtures/documents';
import { splitLine } from './split-line';

const word = (text: string, x: number, y: number) => ({ text, x, y, width: 7 * text.length, height: 9 });
const cell = (x: number) => ({
  value: '',
  confidence: 1,
  page: 1,
  box: { x, y: 300, width: 40, height: 9 },
  evidence: [],
  alternatives: [],
});
const read = { quantity: cell(300), netAmount: cell(460), description: cell(40) } as unknown as ReadLine;
const joined = { ...lineOf(0), read, box: { x: 40, y: 300, width: 460, height: 32 } };
const page = {
  number: 1,
  turned: 0,
  straightened: false,
  width: 595,
  height: 842,
  words: [
    word('Ballast', 40, 300),
    word('3', 305, 300),
    word('60.00', 462, 300),
    word('washed', 40, 311),
    word('Sleeper', 40, 322),
    word('10', 305, 322),
    word('40.00', 462, 322),
  ],
};

describe('splitting a line', () => {
  it('begins the second where a row of print has an amount of its own, each word in its column', () => {
    const [first, second] = splitLine(joined, page);
    expect(first.cells).toMatchObject({ description: 'Ballast washed', quantity: '3', netAmount: '60.00' });
    expect(second.cells).toMatchObject({ description: 'Sleeper', quantity: '10', netAmount: '40.00' });
    expect([first.box?.height, second.box?.y]).toEqual([20, 322]);
  });

  it('shares the words where there is one row, and loses no amount', () => {
    const [first, second] = splitLine({ ...lineOf(0, 'one two three'), box: null, page: null }, null);
    expect([first.cells.description, second.cells.description]).toEqual(['one two', 'three']);
    expect([first.cells.netAmount, second.cells.netAmount]).toEqual(['100.00', null]);
  });
});
