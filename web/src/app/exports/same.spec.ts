import fc from 'fast-check';
import { isSame } from './same';

describe('what says the same', () => {
  it('does so in any order of its properties, and in no other order of its lists', () => {
    expect(isSame({ a: 1, b: { c: [1, 2], d: null } }, { b: { d: null, c: [1, 2] }, a: 1 })).toBe(true);
    expect(isSame({ a: [1, 2] }, { a: [2, 1] })).toBe(false);
    expect(isSame({ a: null }, {})).toBe(false);
  });

  it('is told apart from all else', () => {
    fc.assert(
      fc.property(fc.dictionary(fc.string(), fc.integer()), fc.string(), fc.integer(), (data, name, value) => {
        const turned = Object.fromEntries(Object.entries(data).reverse());
        expect(isSame(data, turned)).toBe(true);
        expect(isSame(data, { ...turned, [name]: value })).toBe(Object.hasOwn(data, name) && data[name] === value);
      }),
    );
  });
});
