import { typedValue } from './typed-value';

describe('what a person types', () => {
  it.each([
    ['issueDate', '14.3.2026', '2026-03-14'],
    ['issueDate', '14 March 2026', '2026-03-14'],
    ['issueDate', '2026-03-14', '2026-03-14'],
    ['netTotal', '1,234.50', '1234.50'],
    ['netTotal', '1.234,50', '1234.50'],
    ['netTotal', ' −12,50 ', '-12.50'],
    ['quantity', '3', '3'],
    ['invoiceNumber', ' RE 2026/7 ', 'RE 2026/7'],
    ['sellerName', '', ''],
  ] as const)('%s “%s” is %s', (field, text, value) => {
    expect(typedValue(field, text)).toBe(value);
  });

  it('is left as it is where it is neither date nor amount: the server says what is wrong', () => {
    expect(typedValue('issueDate', 'tomorrow')).toBe('tomorrow');
    expect(typedValue('grossTotal', 'a lot')).toBe('a lot');
  });
});
