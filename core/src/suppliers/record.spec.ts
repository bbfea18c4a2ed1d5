import { supplierFault } from './record.js';

const whole = {
  name: 'Alder Fixings Ltd',
  taxId: '',
  mailDomain: '',
  iban: 'GB82 WEST 1234 5698 7654 32',
  country: 'gb',
  currency: 'GBP',
  termsDays: 30,
  account: '5010',
  costCentre: 'PW',
};

describe('a supplier’s record as it is typed', () => {
  it('has no fault where all is there, tax id and IBAN or none', () => {
    expect(supplierFault(whole)).toBeNull();
    expect(supplierFault({ ...whole, iban: ' ' })).toBeNull();
  });

  it.each([
    [{ name: ' ' }, 'name'],
    [{ taxId: 'DE123456789' }, 'taxId'],
    [{ iban: 'GB82 WEST 1234 5698 7654 33' }, 'iban'],
    [{ mailDomain: 'nell@alder.example' }, 'mailDomain'],
    [{ country: 'Britain' }, 'country'],
    [{ currency: '£' }, 'currency'],
    [{ termsDays: 366 }, 'termsDays'],
    [{ account: '' }, 'account'],
    [{ costCentre: '' }, 'costCentre'],
  ])('is refused with %o', (wrong, field) => {
    expect(supplierFault({ ...whole, ...wrong })).toBe(field);
  });
});
