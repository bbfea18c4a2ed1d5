import { alternatives } from './alternatives.js';
import { LEXICONS } from './index.js';

describe('a line of a lexicon', () => {
  it('stands for itself where nothing is left open', () => {
    expect(alternatives('invoice no')).toEqual(['invoice no']);
  });

  it('stands for every way through its groups, with an empty part for what may be left out', () => {
    expect(alternatives('(net|total net) amount')).toEqual(['net amount', 'total net amount']);
    expect(alternatives('vat (reg|) (no|number)')).toEqual(['vat reg no', 'vat reg number', 'vat no', 'vat number']);
    expect(alternatives('(please|) pay by')).toEqual(['please pay by', 'pay by']);
  });

  it('says which line has a group that is not closed', () => {
    expect(() => alternatives('(net|total amount')).toThrow('“(net|total amount”');
  });

  it('stands in no lexicon for a phrase with marks of groups left in it, or for none', () => {
    for (const { labels, columns, kinds } of LEXICONS)
      for (const phrase of [labels, columns, kinds].flatMap((part) => Object.values<readonly string[]>(part).flat()))
        expect(phrase).toMatch(/^[^()|]+$/);
  });

  it.each([
    ['netTotal', 'grossTotal'],
    ['taxTotal', 'netTotal'],
    ['taxTotal', 'grossTotal'],
    ['grossTotal', 'amountDue'],
    ['amountDue', 'paid'],
    ['amountDue', 'previousBalance'],
    ['issueDate', 'dueDate'],
    ['invoiceNumber', 'orderReference'],
  ] as const)('has no wording for both %s and %s', (one, other) => {
    for (const { labels } of LEXICONS) {
      const others = new Set(labels[other]);
      expect(labels[one].filter((phrase) => others.has(phrase))).toEqual([]);
    }
  });
});
