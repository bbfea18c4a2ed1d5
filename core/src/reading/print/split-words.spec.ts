import type { Word } from './words.js';
import { joinSplitWords } from './split-words.js';

/** Words at these distances from one another, 10 points high, each letter 5 wide. */
function line(...parts: readonly (string | number)[]): Word[] {
  const words: Word[] = [];
  let x = 50;
  for (const part of parts) {
    if (typeof part === 'number') x += part;
    else {
      words.push({ text: part, x, y: 100, width: 5 * part.length, height: 10 });
      x += 5 * part.length;
    }
  }
  return words;
}
const joined = (...parts: readonly (string | number)[]) => joinSplitWords(line(...parts)).map(({ text }) => text);

describe('words that were taken apart', () => {
  it('are put together where their letters touch', () => {
    expect(joined('C', 'o', 'p', 'p', 'e', 'r', 3, 'L', 'L', 'C')).toEqual(['Copper', 'LLC']);
    expect(joined('Total', 3, 'due')).toEqual(['Total', 'due']);
  });

  it('have their decimals back', () => {
    expect(joined('38,', 1.9, '00')).toEqual(['38,00']);
    expect(joined('2', 3, '225,', 1.9, '30')).toEqual(['2', '225,30']);
    expect(joined('4,', 1.9, '12 months')).toEqual(['4,', '12 months']);
  });

  it('are a title that is set wide', () => {
    expect(joined('I', 6, 'N', 6, 'V', 6, 'O', 6, 'I', 6, 'C', 6, 'E')).toEqual(['INVOICE']);
    expect(joined('T', 4, 'A', 4, 'X', 12, 'B', 4, 'I', 4, 'L', 4, 'L')).toEqual(['TAX', 'BILL']);
  });

  it('are not words of a text, nor those of other lines or sizes', () => {
    expect(joined('a', 3, 'b', 3, 'c')).toEqual(['a', 'b', 'c']);
    const small = line('no').map((word) => ({ ...word, x: 70, height: 6 }));
    expect(joinSplitWords([...line('Item'), ...small]).map(({ text }) => text)).toEqual(['Item', 'no']);
  });
});
