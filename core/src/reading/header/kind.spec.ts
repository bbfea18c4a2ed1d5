import { LabelledRows } from './candidates.js';
import { pageOf } from '../fixtures/laid-out.js';
import { documentKind } from './kind.js';
import { labelsOf } from '../language/labels.js';
import { rowsOf } from '../print/words.js';
import { usualWords } from '../language/wording.js';

const BODY = [
  [50, 200, 'some goods and words'],
  [50, 214, 'more of them'],
  [50, 228, 'and more'],
] as const;

/** The kind of a page with these runs above a few rows of ordinary print. */
function kindOf(runs: Parameters<typeof pageOf>[0], { totals = true, negative = false } = {}) {
  const page = pageOf([...runs, ...BODY]);
  return documentKind([page], rowsOf(page), totals, totals, negative).kind;
}

describe('the kind of document', () => {
  it.each([
    ['Invoice', 'invoice'],
    ['Credit Note', 'credit-note'],
    ['Statement of account', 'statement'],
    ['Rechnung', 'invoice'],
    ['Gutschrift', 'credit-note'],
    ['Mahnung', 'reminder'],
    ['Lieferschein', 'delivery-note'],
    ['Avoir', 'credit-note'],
    ['Pakbon', 'delivery-note'],
    ['Nota di credito', 'credit-note'],
    ['Albarán', 'delivery-note'],
  ])('%s is %s', (title, kind) => {
    expect(kindOf([[380, 40, title, 20]])).toBe(kind);
  });

  it.each([
    ['Kreditfaktura Faktura nr 5612/26', 'credit-note'],
    ['Credit note Invoice no. 5612', 'credit-note'],
    ['Abono 9179344', 'credit-note'],
    ['Credit note Our invoice A-083-8', 'credit-note'],
    ['Lieferschein 40771', 'delivery-note'],
    ['Faktura 5612/26', 'invoice'],
  ])('%s, title and number in one run of small print, is %s', (title, kind) => {
    expect(kindOf([[380, 40, title]], { totals: kind !== 'delivery-note' })).toBe(kind);
  });

  it('is an invoice where a credit note is only spoken of', () => {
    expect(
      kindOf([
        [380, 40, 'Invoice 77', 20],
        [50, 150, 'A credit note for the pallets follows'],
      ]),
    ).toBe('invoice');
  });

  it.each([
    ['Credit note no. C-2041', 'invoice INV-77 of 3 May'],
    ['Gutschrift Nr. 2041', 'zur Rechnung 77'],
    ['Avoir n° 2041', 'facture 77 du 3 mai'],
  ])('is a credit note where %s is its number, though its title cannot be read', (label, cited) => {
    const title = [380, 40, 'Creciit N0te', 20] as const;
    expect(kindOf([title, [380, 100, label], [380, 120, cited]])).toBe('credit-note');
  });

  it('is an invoice where it takes a credit note off in a sentence', () => {
    expect(
      kindOf([
        [380, 40, 'Invoice', 20],
        [50, 160, 'less our credit note no. C-2041'],
      ]),
    ).toBe('invoice');
  });

  it('is still an invoice where it only cites a delivery note', () => {
    expect(
      kindOf([
        [380, 40, 'Invoice', 20],
        [50, 180, 'Delivery note 617131 of 03/05/26'],
      ]),
    ).toBe('invoice');
  });

  it('is a credit note where its total is below zero and no title says so', () => {
    expect(kindOf([[380, 40, 'Nordhang Papier', 20]], { negative: true })).toBe('credit-note');
  });

  it('is in doubt where its title says invoice and its total is below zero', () => {
    const page = pageOf([[380, 40, 'Invoice', 20], ...BODY]);
    const { kind, score } = documentKind([page], rowsOf(page), true, true, true);
    expect(kind).toBe('invoice');
    expect(score).toBeLessThan(0.75);
  });

  it('is a credit note where it has a total and only cites delivery notes', () => {
    expect(
      kindOf([
        [380, 40, 'Creditfactuur'],
        [50, 100, 'Pakbon', 20],
        [50, 120, 'Pakbon 589805'],
      ]),
    ).toBe('credit-note');
  });

  it('is not told by a box that only a stain made high', () => {
    const page = pageOf([[380, 40, 'Abono'], [50, 60, 'Facturar a Fell'], ...BODY]);
    const scanned = page.words.map((word) => ({ ...word, score: 0.9, ...(word.y === 60 ? { height: 17 } : {}) }));
    expect(documentKind([page], rowsOf({ ...page, words: scanned }), true, true).kind).toBe('credit-note');
  });

  it('is a credit note where its title has the label of something else behind it', () => {
    const page = pageOf([[43, 140, 'Avoir Réf. commande KFR-22537'], [46, 160, 'Facture n°: 1476/26'], ...BODY]);
    const rows = rowsOf(page);
    const labelled = new LabelledRows(rows, labelsOf(rows, usualWords('fr')));
    expect(documentKind([page], rows, true, true, false, labelled).kind).toBe('credit-note');
  });

  it('is a letter where no title is known and no total stands on it', () => {
    expect(kindOf([[380, 40, 'Our new opening hours', 20]], { totals: false })).toBe('other');
  });

  it('is what a large title says whose letters a reader of a scan parted', () => {
    const page = pageOf([[380, 40, 'Cred itfa ctu u r', 16], ...BODY]);
    const scanned = page.words.map((word) => ({ ...word, score: 0.9 }));
    expect(documentKind([page], rowsOf({ ...page, words: scanned }), true, true, false).kind).toBe('credit-note');
    expect(documentKind([page], rowsOf(page), true, true, false).kind).toBe('invoice');
  });

  it('is not told by what a line says was sold or given back', () => {
    const page = pageOf([[40, 60, 'Ihre Rechnung für Oktober', 14], [50, 242, 'Gutschrift Störung'], ...BODY]);
    const rows = rowsOf(page);
    const table = new Set(rows.slice(1).map(({ index }) => index));
    expect(documentKind([page], rows, true, true, false, undefined, table).kind).toBe('invoice');
  });

  it('is a credit note under the bare word, in large print or before its number only', () => {
    expect(kindOf([[40, 40, 'CREDIT', 18]])).toBe('credit-note');
    expect(kindOf([[40, 40, 'Credit no. C-1187']])).toBe('credit-note');
    expect(
      kindOf([
        [380, 40, 'Invoice', 18],
        [50, 100, 'Credit'],
      ]),
    ).toBe('invoice');
  });
});
