import fc from 'fast-check';
import { wordsOfTable } from '../src/readers/first-reader.js';
import { decodeCharacters } from '../src/readers/character-sequence.js';

describe('what the second reader saw', () => {
  const alphabet = ['', 'A', 'B', ' '];
  /** Likelihoods of a sequence: the character meant at each step, so sure, the rest shared out. */
  const sequence = (steps: readonly (readonly [character: number, sure: number])[]) =>
    Float32Array.from(
      steps.flatMap(([character, sure]) => alphabet.map((_, i) => (i === character ? sure : (1 - sure) / (alphabet.length - 1)))),
    );
  const read = (...steps: (readonly [number, number])[]) => decodeCharacters(sequence(steps), steps.length, alphabet);

  it('is each character once, however long it lasts, and twice where nothing stands between', () => {
    expect(read([1, 0.9], [1, 0.8], [0, 0.9], [2, 0.7]).text).toBe('AB');
    expect(read([1, 0.9], [0, 0.9], [1, 0.9]).text).toBe('AA');
    expect(read([0, 0.9], [0, 0.9])).toEqual({ text: '', score: 0, characters: [] });
  });

  it('is as sure as its least sure character, each at its surest, and knows the next likeliest', () => {
    const { score, characters } = read([1, 0.6], [1, 0.9], [0, 0.9], [2, 0.7]);
    expect(score).toBeCloseTo(0.7, 5);
    expect(characters.map(({ character, at }) => [character, at])).toEqual([
      ['A', 0.125],
      ['B', 0.875],
    ]);
    expect(characters[1].rivalScore).toBeCloseTo(0.1, 5);
  });

  it('has as many characters as were written, for any writing', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('A', 'B'), { maxLength: 20 }), (written) => {
        const steps = written.flatMap((character) => [[alphabet.indexOf(character), 0.9] as const, [0, 0.9] as const]);
        expect(decodeCharacters(sequence(steps), Math.max(1, steps.length), alphabet).text).toBe(written.join(''));
      }),
    );
  });
});

it('the first reader’s table gives its words with their places, scores and lines', () => {
  const head = 'level\tpage_num\tblock_num\tpar_num\tline_num\tword_num\tleft\ttop\twidth\theight\tconf\ttext';
  const table = [
    head,
    '4\t1\t1\t1\t1\t0\t10\t20\t300\t12\t-1\t',
    '5\t1\t1\t1\t1\t1\t10\t20\t60\t12\t96.5\tInvoice',
    '5\t1\t1\t1\t1\t2\t80\t20\t20\t12\t-1\tno.',
    '5\t1\t2\t1\t3\t1\t10\t50\t60\t12\t40\t  ',
  ].join('\n');
  expect(wordsOfTable(table)).toEqual([
    { text: 'Invoice', score: 0.965, x: 10, y: 20, width: 60, height: 12, line: '1.1.1' },
    { text: 'no.', score: 0, x: 80, y: 20, width: 20, height: 12, line: '1.1.1' },
  ]);
  expect(wordsOfTable(head)).toEqual([]);
});
