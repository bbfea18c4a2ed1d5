import { pageOf } from '../../../../core/src/reading/fixtures/laid-out';
import { pointedAt, runAround, valueFrom, wordsAt } from './pick';
import { typedValue } from './typed-value';

const { words } = pageOf([
  [50, 100, 'Datum 14. März 2026'],
  [50, 120, 'Gesamt 1.257,77 €'],
  [50, 140, '4.025 m²'],
  [300, 140, 'IBAN DE89 3704 0044 0532 0130 00'],
  [300, 160, '0,50'],
]);
const word = (text: string) => words.find((one) => one.text === text) ?? words[0];

describe('pointing at the page', () => {
  it('means the word under a click and the words in a dragged rectangle', () => {
    const { x, y } = word('1.257,77');
    expect(wordsAt(words, { x: x + 3, y: y + 3, width: 0, height: 0 }).map((one) => one.text)).toEqual(['1.257,77']);
    expect(wordsAt(words, { x: 70, y: 98, width: 400, height: 12 }).map((one) => one.text)).toEqual(['14.', 'März', '2026']);
    expect(wordsAt(words, { x: 500, y: 500, width: 0, height: 0 })).toEqual([]);
  });

  it('takes a value as the field wants it, by the page’s own decimal mark', () => {
    expect(valueFrom('grossTotal', [word('1.257,77'), word('€')], words)).toBe('1257.77');
    expect(valueFrom('quantity', [word('4.025')], words)).toBe('4025');
    expect(valueFrom('sellerIban', runAround(words, word('3704')), words)).toBe('DE89370400440532013000');
    expect(valueFrom('issueDate', runAround(words, word('März')), words)).toBe('2026-03-14');
  });

  it('forgives signs around a value', () => {
    const of = (text: string) => ({ text, x: 0, y: 0, width: 30, height: 9 });
    expect(valueFrom('invoiceNumber', [of('(INV-1/2).')], words)).toBe('INV-1/2');
    expect(valueFrom('invoiceNumber', [of('#4711:')], words)).toBe('4711');
    expect(valueFrom('grossTotal', [of('1.257,77;')], words)).toBe('1257.77');
    expect(valueFrom('issueDate', [of('(14.03.2026).')], words)).toBe('2026-03-14');
    expect(valueFrom('sellerIban', [of('DE89'), of('3704.')], words)).toBe('DE893704');
    expect(valueFrom('orderReference', [of('—')], words)).toBe('—');
    expect(valueFrom('orderReference', [of('.')], words)).toBeNull();
  });

  it('takes one word for a number of a document, and the whole of what stands together for a date, an amount, an account', () => {
    const clicked = (field: Parameters<typeof pointedAt>[0], text: string) => pointedAt(field, [word(text)], words, true)?.value;
    expect(clicked('issueDate', '2026')).toBe('2026-03-14');
    expect(clicked('sellerIban', '0044')).toBe('DE89370400440532013000');
    expect(clicked('invoiceNumber', '0044')).toBe('0044');
    expect(clicked('grossTotal', 'Gesamt')).toBeUndefined();
    expect(pointedAt('invoiceNumber', [word('0044'), word('0532')], words, false)?.value).toBe('0044 0532');
    expect(pointedAt('grossTotal', [], words, true)).toBeNull();
  });

  it('takes the thousands that stand apart with the number that is clicked', () => {
    const at = (text: string, x: number) => ({ text, x, y: 0, width: 6 * text.length, height: 9 });
    const row = [at('Total', 0), at('1', 100), at('340,91', 114), at('12', 300), at('500,00', 400)];
    expect(pointedAt('grossTotal', [row[2]], row, true)?.value).toBe('1340.91');
    expect(pointedAt('grossTotal', [row[1]], row, true)?.value).toBe('1340.91');
    expect(pointedAt('grossTotal', [row[4]], row, true)?.value).toBe('500.00');
  });

  it('refuses what is no such value', () => {
    expect(valueFrom('grossTotal', [word('Gesamt')], words)).toBeNull();
    expect(valueFrom('dueDate', [word('1.257,77')], words)).toBeNull();
  });
});

describe('typing', () => {
  it.each([
    ['grossTotal', '1.257,77', '1257.77'],
    ['grossTotal', '1,257.77', '1257.77'],
    ['netTotal', '−5', '-5'],
    ['issueDate', '14.3.2026', '2026-03-14'],
    ['invoiceNumber', '  AB 12 ', 'AB 12'],
    ['dueDate', 'soon', 'soon'],
  ] as const)('%s: %s', (field, text, value) => {
    expect(typedValue(field, text)).toBe(value);
  });
});
