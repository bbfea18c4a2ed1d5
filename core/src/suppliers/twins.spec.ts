import { nameKey, twinSigns } from './index.js';

const firm = (name: string, more: { taxId?: string; iban?: string; mailDomain?: string } = {}) => ({
  name,
  taxId: null,
  iban: null,
  mailDomain: null,
  ...more,
});

describe('twins among suppliers', () => {
  it.each([
    ['Pellow & Garth Timber Ltd', 'PELLOW AND GARTH TIMBER LIMITED'],
    ['Brandtal Maschinen GmbH & Co. KG', 'Brandtal-Maschinen GmbH'],
    ['Société Valmorin S.A.R.L.', 'societe valmorin sarl'],
    ['Oever Dijk B.V.', 'Oeverdijk BV'],
  ])('%s and %s have one key', (a, b) => {
    expect(nameKey(a)).toBe(nameKey(b));
  });

  it('are not made of other firms, nor is a name taken for a legal form', () => {
    expect(nameKey('Pellow Timber Ltd')).not.toBe(nameKey('Pellow Brakes Ltd'));
    expect(nameKey('Ltd')).toBe('ltd');
  });

  it('are known by tax id, account, name and mail domain', () => {
    const one = firm('Harrow Coal Company', { taxId: 'GB797263522', iban: 'GB82WEST12345698765432', mailDomain: 'harrow.example' });
    expect(twinSigns(one, firm('Another Ltd', { taxId: '797 2635 22', iban: 'GB82 WEST 1234 5698 7654 32' }))).toEqual([
      'tax-id',
      'account',
    ]);
    expect(twinSigns(one, firm('Harrow-Coal Company Ltd.', { mailDomain: 'Harrow.example' }))).toEqual(['name', 'mail-domain']);
    expect(twinSigns(one, firm('Another Ltd'))).toEqual([]);
  });
});
