import { isCurrency } from './index.js';

describe('a currency', () => {
  it.each([
    ['GBP', true],
    ['EUR', true],
    ['SEK', true],
    ['XYZ', false],
    ['gbp', false],
    ['£', false],
    ['', false],
  ])('%s: %s', (text, is) => {
    expect(isCurrency(text)).toBe(is);
  });
});
