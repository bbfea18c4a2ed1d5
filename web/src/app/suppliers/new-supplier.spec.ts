import '@angular/compiler';
import { supplierFault } from './new-supplier';

const whole = {
  name: 'Alder Fixings Ltd',
  taxId: '',
  iban: 'GB82 WEST 1234 5698 7654 32',
  country: 'gb',
  currency: 'GBP',
  termsDays: 30,
  account: '5010',
  costCentre: 'PW',
};

describe('a new supplier as it is typed', () => {
  it('has no fault where all is there, tax id and IBAN or none', () => {
    expect(supplierFault(whole)).toBeNull();
    expect(supplierFault({ ...whole, iban: ' ' })).toBeNull();
  });

  it.each([
    [{ name: ' ' }, 'name'],
    [{ taxId: 'DE123456789' }, 'check digits'],
    [{ iban: 'GB82 WEST 1234 5698 7654 33' }, 'no IBAN'],
    [{ country: 'Britain' }, 'two letters'],
    [{ currency: '£' }, 'three letters'],
    [{ termsDays: 366 }, 'days to pay'],
    [{ account: '' }, 'account'],
    [{ costCentre: '' }, 'cost centre'],
  ])('is told what to do about %o', (wrong, word) => {
    expect(supplierFault({ ...whole, ...wrong })).toContain(word);
  });
});
