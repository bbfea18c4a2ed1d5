import fc from 'fast-check';
import { checkTaxId, ibanOf, isIban, isTaxIdShape, normalizeIban, typedAccount } from './index.js';

describe('IBAN', () => {
  it('takes the registry’s examples however they are spaced', () => {
    for (const iban of ['GB82 WEST 1234 5698 7654 32', 'DE89370400440532013000', 'NL91 ABNA 0417 1643 00', 'FR1420041010050500013M02606'])
      expect(isIban(iban)).toBe(true);
    expect(normalizeIban('nl91 abna 0417164300')).toBe('NL91ABNA0417164300');
  });

  it('refuses what no account of the country looks like, even with right check digits', () => {
    expect(isIban('NL948251244BO9IBAN')).toBe(false);
    for (const [country, bban] of [
      ['NL', '12345678901234'],
      ['DE', 'A'.repeat(18)],
      ['GB', '1'.repeat(18)],
      ['PL', 'B'.repeat(24)],
    ] as const)
      expect(isIban(ibanOf(country, bban))).toBe(false);
  });

  it('refuses a wrong length and every single wrong digit', () => {
    expect(isIban('DE8937040044053201300')).toBe(false);
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 999_999_999 }),
        fc.integer({ min: 4, max: 21 }),
        fc.integer({ min: 1, max: 9 }),
        (account, at, shift) => {
          const iban = ibanOf('DE', `30020900${String(account).padStart(10, '0')}`);
          expect(isIban(iban)).toBe(true);
          const digit = (Number(iban[at]) + shift) % 10;
          expect(isIban(iban.slice(0, at) + digit + iban.slice(at + 1))).toBe(false);
        },
      ),
    );
  });
});

describe('tax ids', () => {
  it.each([
    'DE136695976',
    'NL004495445B01',
    'ATU13585627',
    'BE0428759497',
    'IT00743110157',
    'ESB58378431',
    'PL8567346215',
    'DK13585628',
    'FR40303265045',
    'SE556188840401',
    'CHE116281710MWST',
    'NO974760673MVA',
  ])('%s has right check digits', (id) => {
    expect(checkTaxId(id)).toBe('right');
  });

  it('finds swapped digits', () => {
    expect(checkTaxId('DE136659976')).toBe('wrong');
    expect(checkTaxId('IT00743110175')).toBe('wrong');
  });

  it('does not judge what it does not know', () => {
    expect(checkTaxId('30-7265808')).toBe('unknown');
    expect(isTaxIdShape('GB 123 4567 89')).toBe(true);
    expect(isTaxIdShape('GB 12')).toBe(false);
  });
});

describe('an account that is typed', () => {
  it.each([
    ['GB82 WEST 1234 5698 7654 32', 'GB82WEST12345698765432'],
    ['20-41-17 12345678', 'GB:204117:12345678'],
    ['204117, account 00345678', 'GB:204117:345678'],
    ['021000021 987654321', 'US:021000021:987654321'],
    ['GB:204117:345678', 'GB:204117:345678'],
    ['021000022 987654321', null],
    ['20-41-17 1234567', null],
    ['GB00WEST12345698765432', null],
    ['none', null],
  ])('%s', (text, account) => expect(typedAccount(text)).toBe(account));
});
