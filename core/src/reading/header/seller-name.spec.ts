import { LabelledRows } from './candidates.js';
import { pageOf } from '../fixtures/laid-out.js';
import { labelsOf } from '../language/labels.js';
import { sellerNamesOf } from './seller-name.js';
import { rowsOf } from '../print/words.js';
import { usualWords } from '../language/wording.js';

type Runs = Parameters<typeof pageOf>[0];
/** The names that are found; `score` makes the page a scan, read as surely as that. */
const names = (runs: Runs, buyers: string[] = [], score?: number) => {
  const plain = pageOf(runs);
  const page = { ...plain, words: plain.words.map((word) => ({ ...word, score })) };
  const rows = rowsOf(page);
  return sellerNamesOf([page], rows, new LabelledRows(rows, labelsOf(rows, usualWords('en'))), buyers).map((name) => name.value);
};

describe('the seller’s name', () => {
  it.each([
    'Pellow & Garth Timber Ltd',
    'Hollin Vane LLP',
    'Prüfdienst Amsel GmbH',
    'Imprimerie Valmont SARL',
    'Schoonmaakbedrijf Oever B.V.',
    'Jardines y Taludes Serena, S.L.',
    'Officine Valle S.r.l.',
    'Cedar Lubricants Inc.',
    'Bramble Sign & Plate Co.',
    'Järnverket AB',
  ])('%s is found in the small print', (name) => {
    expect(names([[50, 810, `${name} – Registered no. 123456 – VAT no. 99`]])[0]).toBe(name);
  });

  it('is the one that is registered, not the buyer in the address block, not the bank', () => {
    const found = names([
      [50, 40, 'PELLOW', 18],
      [50, 120, 'Invoice to'],
      [50, 132, 'Kestrel Fell Railway Ltd'],
      [50, 144, 'Engine Yard'],
      [50, 780, 'Talsperren-Bank eG'],
      [50, 810, 'Pellow Timber Ltd – Registered in England no. 04418820'],
    ]);
    expect(found[0]).toBe('Pellow Timber Ltd');
    expect(found).not.toContain('Kestrel Fell Railway Ltd');
  });

  it('is as sure at the end of a document that ends high on its last page, and in a long line of small print', () => {
    const score = (runs: Runs) => {
      const pages = [pageOf([[50, 40, 'Invoice']], 1), pageOf(runs, 2)];
      const rows = pages.flatMap((page, i) => rowsOf(page, i));
      return sellerNamesOf(pages, rows, new LabelledRows(rows, labelsOf(rows, usualWords('en'))), [])[0];
    };
    const footer = score([
      [50, 240, 'Net total 90.00'],
      [50, 290, 'Pellow Timber Ltd'],
      [50, 302, 'Mill Lane 4'],
      [50, 380, 'IBAN GB96 FSMB'],
    ]);
    expect(footer).toMatchObject({ value: 'Pellow Timber Ltd' });
    expect(footer.score).toBeGreaterThan(0.8);
    const line = score([
      [50, 400, 'Pellow Timber Corp. · The Old Foundry 74 · Dry Creek, NV 89099 · Remit to: 0825448 · Federal Tax ID 74-7618405'],
    ]);
    expect(line).toMatchObject({ value: 'Pellow Timber Corp.' });
    expect(line.score).toBeGreaterThan(0.8);
  });

  it('is no address whose postcode ends like a legal form', () => {
    const found = names([
      [40, 40, 'De Brink Kantoor BV, Industrieweg 99, 9911 AB Tolhuis'],
      [40, 60, 'Industrieweg 99, 9911 AB Tolhuis'],
    ]);
    expect(found[0]).toBe('De Brink Kantoor BV');
    expect(found).not.toContain('Industrieweg 99, 9911 AB');
  });

  it('is never a name that is known to be the buyer’s', () => {
    const runs: Runs = [
      [50, 140, 'Kestrel Fell Railway Ltd'],
      [50, 810, 'Pellow Timber Ltd'],
    ];
    expect(names(runs, ['Kestrel Fell Railway Ltd'])).not.toContain('Kestrel Fell Railway Ltd');
  });

  it('off a scan has the letters that its legal form must have', () => {
    const page = pageOf([
      [50, 140, 'Invoice to'],
      [50, 152, 'Buyer Railway Ltd'],
      [50, 810, 'Karpacz Biuro Sp. z 0.0.'],
    ]);
    const rows = rowsOf({ ...page, words: page.words.map((word) => ({ ...word, score: 0.99 })) });
    const found = sellerNamesOf([page], rows, new LabelledRows(rows, labelsOf(rows, usualWords('en'))), []).map((name) => name.value);
    expect(found[0]).toBe('Karpacz Biuro Sp. z o.o.');
    expect(found).not.toContain('Buyer Railway Ltd');
  });

  it('is not the one over the buyer’s tax id, though nothing else says that it is the buyer’s', () => {
    const found = names([
      [50, 50, 'Kestrel Fell Railway Ltd'],
      [50, 64, 'Engine Yard, Station Road'],
      [50, 78, 'Fellgarth KF4 7RW'],
      [50, 92, 'Your VAT no. GB 378 6194 46'],
      [300, 40, 'Bellard Ironworks', 18],
      [50, 600, 'Bellard Ironworks Ltd'],
    ]);
    expect(found[0]).toBe('Bellard Ironworks Ltd');
    expect(found).not.toContain('Kestrel Fell Railway Ltd');
  });

  it('is not the one at the top in the text’s own size, where large print names another', () => {
    const runs: Runs = [
      [50, 50, 'Kestrel Fell Railway Ltd'],
      [50, 64, 'Engine Yard, Station Road'],
      [43, 180, 'Aldan Hardware', 18],
      [43, 230, 'Invoice no. RE-269502'],
      [43, 600, 'Aldan Hardware Ltd'],
    ];
    expect(names(runs)[0]).toBe('Aldan Hardware Ltd');
    expect(names(runs, [], 0.99)[0]).toBe('Aldan Hardware Ltd');
  });

  it('is not the buyer’s, where a scan parted that in two', () => {
    const found = names(
      [
        [51, 60, 'Invoice to'],
        [52, 74, 'Kestrel'],
        [92, 74, 'Fell Railway DA Ltd'],
        [52, 88, 'Fellgarth KF4 7RW'],
        [300, 40, 'Bellard Ironworks', 18],
      ],
      [],
      0.8,
    );
    expect(found).not.toContain('Fell Railway DA Ltd');
  });

  it('is the letterhead where no legal form is printed', () => {
    expect(
      names([
        [50, 40, 'Hannah Price, Joiner', 18],
        [50, 80, 'Fell Lane 3'],
      ])[0],
    ).toBe('Hannah Price, Joiner');
  });

  it('off a scan is backed by what stands right beside it in small print, and unsure where another name is as likely', () => {
    const found = (runs: Runs) => {
      const plain = pageOf(runs);
      const page = { ...plain, words: plain.words.map((word) => ({ ...word, score: 0.95 })), straightenedBy: [1, 0, 0, 0, 1, 0, 0, 0, 1] };
      const rows = rowsOf(page);
      return sellerNamesOf([page], rows, new LabelledRows(rows, labelsOf(rows, usualWords('en'))), []);
    };
    const buyer = [420, 40, 'Kestrel Fell Railway Ltd'] as const;
    const parted = [
      [44, 790, 'Pellow Timber Ltd - Church Row 36'],
      [200, 790, 'Ambleford - Registered in England no. 76666544'],
    ] as const;
    const [backed] = found([buyer, ...parted]);
    expect([backed.value, backed.score > 0.8]).toEqual(['Pellow Timber Ltd', true]);
    const [either] = found([buyer, [44, 790, 'Pellow Timber Ltd']]);
    expect(either.score).toBeLessThan(0.6);
  });
});
