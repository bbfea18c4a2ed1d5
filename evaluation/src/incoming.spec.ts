import type { DocumentKind } from '@umber/core/documents';
import { pageOf } from '../../core/src/reading/fixtures/laid-out.js';
import { scoredCorrections, scoredGrouping, scoredSorting, type Incoming } from './incoming.js';

const TITLES: Readonly<Partial<Record<DocumentKind, string>>> = { invoice: 'Invoice', statement: 'Statement of account' };

/** A page of a supplier: its name, a title and lines, of which every supplier has its own. */
function page(supplier: number, kind: DocumentKind, nth: number, title = TITLES[kind] ?? ''): Incoming {
  const name = ['Alder Fixings', 'Birch Bakery', 'Cedar Works', 'Dogwood Dairy'][supplier];
  const goods = [
    ['wedges of oak', 'brass hinges', 'paint'],
    ['rolls', 'buns', 'flour in bags'],
    ['castings', 'grinding', 'pattern making'],
    ['milk', 'butter churn hire', 'cheese'],
  ][supplier];
  const lines = goods.map((text, i) => [40, 120 + 20 * i + 2 * supplier, `${text} for ${name}`] as const);
  return {
    supplier,
    kind,
    pages: [
      pageOf([
        [40, 40, name, 16],
        [400, 40, title, 16],
        [40, 80, `no. ${nth} of ${nth} May 2026`],
        ...lines,
        [400, 400, `Total ${nth}00.00`],
      ]),
    ],
  };
}
const four = [0, 1, 2, 3].flatMap((supplier) => [1, 2].map((nth) => page(supplier, 'invoice', nth)));

describe('what many suppliers send', () => {
  it('is grouped by whom it is from, and pairs are counted', () => {
    expect(scoredGrouping(four, false)).toEqual({ together: 4, ofOne: 4, wronglyTogether: 0, ofTwo: 24 });
    const strangers = four.map((one, i) => ({ ...one, supplier: i }));
    expect(scoredGrouping(strangers, false)).toMatchObject({ together: 0, ofOne: 0, wronglyTogether: 4 });
  });

  it('is sorted by titles, and by what was learned of each supplier', () => {
    const letters = [0, 1, 2, 3].map((supplier) => page(supplier, 'statement', 1));
    expect(scoredSorting([...four, ...letters])).toEqual({ documents: 6, byTitle: 6, learned: 6, misled: 0 });
    // Of these the titles say nothing that is known, and nobody sorted the like of them.
    const unknown = [1, 3].map((supplier) => page(supplier, 'reminder', 1, 'Gentle words'));
    expect(scoredSorting(unknown)).toMatchObject({ documents: 1, byTitle: 0, learned: 0 });
  });

  it('follows one correction where it is of the same supplier', () => {
    expect(scoredCorrections(four)).toEqual({ after: 4, followed: 4, others: 24, strayed: 0 });
  });
});
