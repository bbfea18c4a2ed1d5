import fc from 'fast-check';
import { choiceOf, matchesPattern, ownFault, yesOrNo, type OwnField } from './index.js';

const field = (over: Partial<OwnField>): OwnField => ({
  key: 'site',
  name: 'Site',
  level: 'head',
  type: 'text',
  required: false,
  labels: [],
  choices: [],
  pattern: '',
  least: null,
  most: null,
  matches: null,
  ...over,
});

describe('a pattern', () => {
  it.each([
    ['99999', '40533', true],
    ['99999', '4053', false],
    ['AA-9999', 'HO-2301', true],
    ['AA-9999', 'Ho-2301', false],
    ['PR*', 'PR-2026/118', true],
    ['*-99', 'a-b-12', true],
    ['?', 'ß', true],
    ['\\A9', 'A7', true],
    ['\\A9', 'B7', false],
    ['', 'anything', true],
  ])('%j and %j', (pattern, text, fits) => expect(matchesPattern(pattern, text)).toBe(fits));

  it('that is made of a text fits it, whatever stands before and behind where it says so', () => {
    const escaped = (text: string) => [...text].map((sign) => `\\${sign}`).join('');
    fc.assert(
      fc.property(fc.string(), fc.string({ minLength: 1 }), fc.string(), (before, text, after) => {
        expect(matchesPattern(escaped(text), text)).toBe(true);
        expect(matchesPattern(`*${escaped(text)}*`, before + text + after)).toBe(true);
      }),
    );
  });

  it('of many stars takes no time', () => {
    expect(matchesPattern('*a'.repeat(100) + '9', 'a'.repeat(5000))).toBe(false);
  });
});

describe('the value of an own field', () => {
  it('is of its type, among its choices, between its bounds, and looks as it must', () => {
    expect(ownFault(field({ type: 'number', least: '1', most: '12' }), '12.0')).toBeNull();
    expect(ownFault(field({ type: 'number', least: '1', most: '12' }), '13')).toBe('most');
    expect(ownFault(field({ type: 'amount', least: '0.01' }), '0.00')).toBe('least');
    expect(ownFault(field({ type: 'amount' }), 'twelve')).toBe('type');
    expect(ownFault(field({ type: 'date', least: '2026-01-01' }), '2025-12-31')).toBe('least');
    expect(ownFault(field({ type: 'date' }), '31.12.2025')).toBe('type');
    expect(ownFault(field({ type: 'choice', choices: ['North', 'South'] }), 'West')).toBe('choice');
    expect(ownFault(field({ type: 'yes-no' }), 'perhaps')).toBe('type');
    expect(ownFault(field({ pattern: 'A-99' }), 'K-7')).toBe('pattern');
    expect(ownFault(field({ pattern: 'A-99' }), 'K-70')).toBeNull();
  });

  it('may be said in other languages, and without its case', () => {
    expect([yesOrNo('Ja'), yesOrNo('☒'), yesOrNo('nein.'), yesOrNo('maybe')]).toEqual(['yes', 'yes', 'no', null]);
    expect(choiceOf(['Süd', 'Nord'], 'SUD')).toBe('Süd');
  });
});
