import { countsText, faultText, rowText } from './words';

describe('what is said of rows that are brought in', () => {
  it('names the column and what is wrong with it', () => {
    expect(faultText({ code: 'missing', column: 'orderNumber' })).toBe('Order number is empty.');
    expect(faultText({ code: 'no-date', column: 'receivedOn' })).toBe('Received on is no date.');
    expect(faultText({ code: 'said', column: null, text: 'There is no order 7.' })).toBe('There is no order 7.');
  });

  it('says each fault once, and what would be otherwise', () => {
    const fault = { code: 'no-number', column: 'line' } as const;
    expect(rowText({ row: 1, lastRow: 1, state: 'wrong', key: '7', faults: [fault, fault], changes: [] })).toBe('Line is no number.');
    expect(
      rowText({ row: 1, lastRow: 1, state: 'changed', key: '7', faults: [], changes: [{ what: 'price', before: null, after: '9.5' }] }),
    ).toBe('price: nothing → 9.5');
  });

  it('counts what is there only', () => {
    expect(countsText({ new: 3, changed: 0, same: 1, wrong: 2 })).toBe('3 new, 1 as it is, 2 wrong');
  });
});
