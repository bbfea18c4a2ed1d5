import fc from 'fast-check';
import { readSearch, snippetOf, typedAmount, wordsAbroad } from './index.js';

const NOTHING = { terms: [], phrases: [], without: [], amounts: [], dates: [], who: [], tags: [] };
const term = (...pieces: string[]) => ({ pieces, amount: null });

describe('a search as it is typed', () => {
  it.each([
    ['carriage “not agreed”', { terms: [term('carriage')], phrases: [['not', 'agreed']] }],
    ['"left open', { phrases: [['left', 'open']] }],
    ['RE-2026-00098', { terms: [term('re', '2026', '00098')] }],
    ['1,234.56', { terms: [{ pieces: ['1', '234', '56'], amount: '1234.56' }] }],
    ['1.234,56', { terms: [{ pieces: ['1', '234', '56'], amount: '1234.56' }] }],
    ['40533', { terms: [{ pieces: ['40533'], amount: '40533' }] }],
    [
      '>500 <1.000,50',
      {
        amounts: [
          { from: '500', to: null },
          { from: null, to: '1000.50' },
        ],
      },
    ],
    ['500..1000', { amounts: [{ from: '500', to: '1000' }] }],
    ['..99.90', { amounts: [{ from: null, to: '99.90' }] }],
    ['2026-02', { dates: [{ from: '2026-02-01', to: '2026-02-28' }] }],
    ['2024-02..', { dates: [{ from: '2024-02-01', to: null }] }],
    ['>2026-03-14', { dates: [{ from: '2026-03-14', to: null }] }],
    ['2026-13', { terms: [term('2026', '13')] }],
    ['2026-02-30..2026-03-01', { terms: [term('2026', '02', '30'), term('2026', '03', '01')] }],
    ['who:nell tag:urgent', { who: ['nell'], tags: ['urgent'] }],
    ['-Fracht', { without: ['fracht'] }],
    ['-12.50', { terms: [{ pieces: ['12', '50'], amount: '12.50' }] }],
    ['& | ! : ( ) \\ \' "', {}],
    ['', {}],
  ])('%j', (text, expected) => {
    expect(readSearch(text)).toEqual({ ...NOTHING, ...expected });
  });

  it('takes anything, and no part of it has a sign that a query could mistake', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (text) => {
        const { terms, phrases, without } = readSearch(text);
        for (const word of [...terms.flatMap(({ pieces }) => pieces), ...phrases.flat(), ...without])
          expect(word).toMatch(/^[\p{L}\p{M}\p{N}]+$/u);
      }),
    );
  });
});

describe('a word abroad', () => {
  it('is what the other languages call it, and not another word of its own', () => {
    expect(wordsAbroad('Carriage')).toEqual(expect.arrayContaining(['fracht', 'vracht']));
    expect(wordsAbroad('carriage')).not.toContain('freight');
    expect(wordsAbroad('Fracht')).toContain('carriage');
    expect(wordsAbroad('lubricant')).toEqual([]);
  });
});

describe('the piece in which it was found', () => {
  const forms = (...texts: string[]) => texts.map((text) => [{ text, more: null }]);

  it('says most of what was looked for, and where', () => {
    const texts = ['Invoice for carriage and much else', 'Freight: the Carriage was not agreed, said the office'];
    const found = snippetOf(texts, forms('carriage', 'agreed'));
    expect(found).toMatchObject({ at: 1, first: 'Carriage', hits: 3 });
    expect(found?.parts.filter(({ hit }) => hit).map(({ text }) => text)).toEqual(['Carriage', 'agreed']);
    expect(found?.parts.map(({ text }) => text).join('')).toBe(texts[1]);
  });

  it('is cut at both ends of a long text, between words', () => {
    const text = Array.from({ length: 80 }, (_, i) => `w${i}`).join(' ');
    const parts = snippetOf([text], forms('w40'))?.parts ?? [];
    expect(parts.map((part) => part.text).join('')).toMatch(/^… w35 .*w52 …$/);
  });

  it('knows stems with few letters after them, and letters without their accents', () => {
    expect(snippetOf(['Zahlungen für Müller'], [[{ text: 'zahlung', more: 4 }]])?.first).toBe('Zahlungen');
    expect(snippetOf(['Zahlungsbedingungen'], [[{ text: 'zahlung', more: 4 }]])).toBeNull();
    expect(snippetOf(['an Müller'], forms('muller'))?.first).toBe('Müller');
  });

  it('is a part of its text, whatever that is', () => {
    fc.assert(
      fc.property(fc.array(fc.string()), fc.string({ minLength: 1 }), (texts, word) => {
        const found = snippetOf(texts, forms(word.toLowerCase()));
        if (found === null) return;
        const said = found.parts
          .map(({ text }) => text)
          .filter((text) => !text.includes('…'))
          .join('');
        expect(texts[found.at].replace(/\s+/g, ' ')).toContain(said.trim());
      }),
    );
  });
});

describe('an amount as it is typed', () => {
  it.each([
    ['1,234.56', '1234.56'],
    ['1.234,56', '1234.56'],
    ['€ 1 234,5', '1234.5'],
    ['GBP 12', '12'],
    ["1'000.00", '1000.00'],
    ['-3.20', '-3.20'],
    ['abc', null],
    ['12 boxes of 5%', null],
    ['1234567890123', null],
    ['', null],
  ])('%s is %s', (text, amount) => {
    expect(typedAmount(text)).toBe(amount);
  });

  it('is the same in every writing', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 99_999_999_999 }), fc.constantFrom(',', '.', ' ', '’', ''), (cents, group) => {
        const [whole, rest] = [String(Math.floor(cents / 100)), String(cents % 100).padStart(2, '0')];
        const mark = group === '.' ? ',' : '.';
        const written = `${whole.replace(/\B(?=(\d{3})+$)/g, group)}${mark}${rest}`;
        expect(typedAmount(written)).toBe(`${whole}.${rest}`);
      }),
    );
  });
});
