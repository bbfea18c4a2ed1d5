import { memoized } from './memoize.js';
import { PhraseBook } from '../language/phrases.js';
import { run } from './words.js';

const word = (text: string, x: number) => ({ text, x, y: 0, width: 30, height: 10 });

describe('answers kept', () => {
  it('asks once for each thing, also where the answer is nothing', () => {
    const asked: object[] = [];
    const answer = memoized((key: { readonly n: number | null }) => {
      asked.push(key);
      return key.n;
    });
    const [one, none, alike] = [{ n: 1 }, { n: null }, { n: 1 }];
    expect([one, none, one, none, alike].map(answer)).toEqual([1, null, 1, null, 1]);
    expect(asked).toEqual([one, none, alike]);
  });

  it('keeps what each book of phrases found apart', () => {
    const [due, date] = [new PhraseBook<string>(), new PhraseBook<string>()];
    due.add('amount due', 'due');
    date.add('due', 'date');
    const words = run([word('Amount', 0), word('due', 32)], 1, 0);
    for (let turn = 0; turn < 2; turn++) {
      expect(due.find(words).map(({ value, from, to }) => [value, from, to])).toEqual([[['due'], 0, 2]]);
      expect(date.find(words).map(({ value, from, to }) => [value, from, to])).toEqual([[['date'], 1, 2]]);
    }
  });
});
