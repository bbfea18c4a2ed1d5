import { duplicateSign, type Numbered } from './index.js';

const document = (more: Partial<Numbered>): Numbered => ({
  key: null,
  gross: '118.80',
  issueDate: '2026-11-02',
  page: null,
  isCredit: false,
  ...more,
});
const later = { issueDate: '2026-11-09' };

describe('a document that is here already', () => {
  it('has the same number, whatever its amount', () => {
    expect(duplicateSign(document({ key: '1NV250977' }), document({ key: '1NV250977', gross: '9.00', ...later }))).toBe('number');
  });

  it.each([
    ['1NV250977', '250977'],
    ['250977', '250977A'],
    ['250977', '2025250977'],
    ['250977', '25097'],
    ['250977', '259077'],
    ['250977', '2520977'],
  ])('has a like number and the same amount: %s and %s', (a, b) => {
    expect(duplicateSign(document({ key: a }), document({ key: b, ...later }))).toBe('similar-number');
    expect(duplicateSign(document({ key: a }), document({ key: b, ...later, gross: '118.90' }))).toBeNull();
  });

  it('has the same amount and date under another number', () => {
    expect(duplicateSign(document({ key: '1' }), document({ key: '77' }))).toBe('amount-and-date');
  });

  it('is no invoice that has the total and date of its credit note, but one of its number or page', () => {
    const note = document({ key: 'C1', isCredit: true });
    expect(duplicateSign(document({ key: '77' }), note)).toBeNull();
    expect(duplicateSign(document({ key: 'INVC1' }), note)).toBeNull();
    expect(duplicateSign(document({ key: 'C1' }), note)).toBe('number');
    expect(duplicateSign(document({ key: '77', page: 'x' }), { ...note, page: 'x' })).toBe('page');
  });

  it('has the same page, though another number was read or typed', () => {
    expect(duplicateSign(document({ key: '1', page: 'x' }), document({ key: '77', page: 'x', ...later, gross: null }))).toBe('page');
  });

  it('is not one that comes each month with the next number', () => {
    expect(duplicateSign(document({ key: '1NV250977' }), document({ key: '1NV250978', ...later }))).toBeNull();
    expect(duplicateSign(document({ key: '12' }), document({ key: '112', ...later }))).toBeNull();
    expect(duplicateSign(document({}), document({ gross: null }))).toBeNull();
  });
});
