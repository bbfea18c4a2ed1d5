import fc from 'fast-check';
import { noFormula, wellFormed, wellFormedIn } from './index.js';

describe('a text from elsewhere', () => {
  it('loses its NULs and halves of characters, and nothing else', () => {
    expect(wellFormed('Rech\0nung \ud83d und \u{1f600}')).toBe('Rechnung \ufffd und \u{1f600}');
    fc.assert(fc.property(fc.string({ unit: 'grapheme' }), (text) => expect(wellFormed(text)).toBe(text.replaceAll('\0', ''))));
  });

  it('is cleaned wherever it stands in a value', () => {
    expect(wellFormedIn({ a: ['x\0', { 'b\0': 'y\udc00' }], n: 3, none: null })).toEqual({ a: ['x', { b: 'y\ufffd' }], n: 3, none: null });
    const bytes = Buffer.from('x\0');
    expect(wellFormedIn(bytes)).toBe(bytes);
  });
});

describe('a text in a table', () => {
  it.each(['=1+1', '+44 1632 960', '@sum', '\t=1', '\r=1', '-HYPERLINK("x")', '-2+3', '-1 apple', '-'])(
    '%j is no formula any more',
    (text) => {
      expect(noFormula(text)).toBe(`'${text}`);
    },
  );

  it.each(['-12.50', '-1,250.00', '-12 30', '12', 'A-1', 'Müller & Co', '', "'=1"])('%j stays as it is', (text) => {
    expect(noFormula(text)).toBe(text);
  });
});
