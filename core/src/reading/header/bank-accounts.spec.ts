import { isShown, printedAccount } from '../../identifiers/index.js';
import { pageOf } from '../fixtures/laid-out.js';
import { bankAccountsOf } from './bank-accounts.js';

const shown = (...lines: string[]) => bankAccountsOf([pageOf(lines.map((text, i): [number, number, string] => [40, 40 + 16 * i, text]))]);

describe('the bank accounts that a page shows', () => {
  it('are its IBANs, wherever they stand', () => {
    expect(shown('IBAN GB82 WEST 1234 5698 7654 32', 'Please note our new account: DE89 3704 0044 0532 0130 00.')).toEqual([
      'GB82WEST12345698765432',
      'DE89370400440532013000',
    ]);
  });

  it.each([
    [['Sort code 20-41-17 Account no. 12345678'], 'GB:204117:12345678'],
    [['Sort code: 204117', 'Account number: 00345678'], 'GB:204117:345678'],
    [['Account number 12345678, sort code 20 41 17'], 'GB:204117:12345678'],
    [['We have moved bank: sort code 20-41-17.'], 'GB:204117:'],
    [['ABA routing no. 021000021, account no. 987654321'], 'US:021000021:987654321'],
    [['Konto 532 013 000', 'BLZ 370 400 44'], 'DE:37040044:532013000'],
  ])('are read from %j', (lines, account) => {
    expect(shown(...lines)).toEqual([account]);
  });

  it('are whole where the bank is named before its account', () => {
    const far = Array.from({ length: 8 }, (_, i) => `Line ${i} of other words that have nothing to do with it`);
    expect(shown('We moved to sort code 20-41-17.', ...far, 'Sort code 20-41-17 Account no. 12345678')).toEqual(['GB:204117:12345678']);
  });

  it('are none where numbers are no accounts', () => {
    expect(shown('Telephone 020 7946 0018', 'Invoice no. 12345678', 'ABA routing no. 021000022')).toEqual([]);
  });

  it('are one where the IBAN and the sort code say the same', () => {
    expect(shown('IBAN GB82 WEST 1234 5698 7654 32', 'Sort code 12-34-56 Account no. 98765432')).toEqual(['GB82WEST12345698765432']);
  });
});

describe('two accounts', () => {
  it('are the same as IBAN and as bank and number, and where only the bank is known', () => {
    expect(isShown('GB82WEST12345698765432', 'GB:123456:98765432')).toBe(true);
    expect(isShown('GB82WEST12345698765432', 'GB:123456:')).toBe(true);
    // What was confirmed without a number is no licence for every account of the bank.
    expect(isShown('GB:123456:', 'GB:123456:98765432')).toBe(false);
    expect(isShown('GB82WEST12345698765432', 'GB:123457:98765432')).toBe(false);
    expect(isShown('DE89370400440532013000', 'DE:37040044:532013000')).toBe(true);
    expect(isShown('gb82 west 1234 5698 7654 32', 'GB82WEST12345698765432')).toBe(true);
    expect(isShown('GB:123456:98765432', 'US:123456789:98765432')).toBe(false);
  });

  it('are printed as people write them', () => {
    expect(['GB82WEST12345698765432', 'GB:123456:345678', 'GB:123456:', 'US:021000021:987654321'].map(printedAccount)).toEqual([
      'GB82 WEST 1234 5698 7654 32',
      '12-34-56, account 00345678',
      '12-34-56',
      '021000021, account 987654321',
    ]);
  });
});
