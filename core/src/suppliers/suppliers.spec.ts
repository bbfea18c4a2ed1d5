import { draftSupplier, guessSupplier, SURE, type KnownSupplier } from './index.js';

const timber: KnownSupplier = {
  id: 1,
  name: 'Pellow & Garth Timber Ltd',
  taxId: 'GB698156132',
  iban: 'GB82WEST12345698765432',
  mailDomain: 'pellow.example',
};
const others: KnownSupplier[] = [
  { id: 2, name: 'Pellow Brake Works Ltd', taxId: 'GB797263522', iban: null, mailDomain: 'brakes.example' },
  { id: 3, name: 'Harrow Coal Company', taxId: null, iban: null, mailDomain: null },
];
const nothing = { name: null, taxId: null, iban: null, mailDomain: null };

describe('recognising the supplier', () => {
  it('is sure by the tax id, printed with or without its country', () => {
    for (const taxId of ['GB 698 1561 32', '698156132'])
      expect(guessSupplier({ ...nothing, taxId }, [timber, ...others])[0]).toMatchObject({ id: 1, signs: ['tax-id'] });
    expect(guessSupplier({ ...nothing, taxId: '698156132' }, [timber])[0].score).toBeGreaterThanOrEqual(SURE);
  });

  it('is sure by the same name, but only proposes a similar one', () => {
    expect(guessSupplier({ ...nothing, name: 'PELLOW & GARTH TIMBER LTD.' }, [timber])[0].score).toBeGreaterThanOrEqual(SURE);
    const similar = guessSupplier({ ...nothing, name: 'Pellow and Garth Timbers Limited' }, [timber, ...others])[0];
    expect(similar.id).toBe(1);
    expect(similar.score).toBeLessThan(SURE);
  });

  it('is not sure where the tax id speaks against the name', () => {
    const [best] = guessSupplier({ ...nothing, name: timber.name, taxId: 'GB111111111', mailDomain: 'pellow.example' }, [timber]);
    expect(best.score).toBeLessThan(SURE);
    expect(best.signs).toContain('other-tax-id');
  });

  it('warns of a changed bank account without losing the supplier', () => {
    const [best] = guessSupplier({ ...nothing, taxId: timber.taxId, iban: 'DE89370400440532013000' }, [timber]);
    expect(best.score).toBeGreaterThanOrEqual(SURE);
    expect(best.signs).toContain('other-iban');
  });

  it('proposes nobody for an unknown firm', () => {
    expect(guessSupplier({ ...nothing, name: 'Quite Another Firm GmbH' }, [timber, ...others])).toEqual([]);
  });
});

describe('a supplier’s record drawn up from one document', () => {
  const shown = {
    name: 'Gillbeck Scaffolding Ltd',
    taxId: 'GB016804436',
    iban: null,
    mailDomain: 'gillbeck-scaffolding.example',
    currency: null,
    issueDate: '2026-11-10',
    dueDate: '2026-11-24',
  };

  it('has what the page and its mail show', () => {
    expect(draftSupplier(shown)).toEqual({
      name: 'Gillbeck Scaffolding Ltd',
      taxId: 'GB016804436',
      iban: null,
      mailDomain: 'gillbeck-scaffolding.example',
      country: 'GB',
      currency: 'GBP',
      termsDays: 14,
    });
  });

  it('takes the country from the IBAN where no tax id has it, and the currency that is printed', () => {
    expect(draftSupplier({ ...shown, taxId: '74-7618405', iban: 'FR7616501767267095779791939', currency: 'USD' })).toMatchObject({
      country: 'FR',
      currency: 'USD',
    });
    expect(draftSupplier({ ...shown, taxId: 'EL094259216' }).country).toBe('GR');
  });

  it('does not take a forwarder’s domain for the supplier’s', () => {
    expect(draftSupplier({ ...shown, mailDomain: 'kestrelfell.example' }).mailDomain).toBeNull();
    expect(draftSupplier({ ...shown, mailDomain: null }).mailDomain).toBeNull();
  });

  it('has the usual terms where the dates make no sense, and nothing where nothing is shown', () => {
    expect(draftSupplier({ ...shown, dueDate: '2026-10-01' }).termsDays).toBe(30);
    const nothing = { name: null, taxId: null, iban: null, mailDomain: null, currency: null, issueDate: null, dueDate: null };
    expect(draftSupplier(nothing)).toEqual({
      name: '',
      taxId: null,
      iban: null,
      mailDomain: null,
      country: '',
      currency: '',
      termsDays: 30,
    });
  });
});
