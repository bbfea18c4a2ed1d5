import { pageOf } from '../reading/fixtures/laid-out.js';
import type { PageWords } from '../reading/index.js';
import { separate } from './separate.js';

const first = (page: number, number: string, seller = 'Alder Fixings Ltd', more: [number, number, string][] = []) =>
  pageOf(
    [
      [40, 40, seller, 14],
      [400, 40, 'INVOICE', 16],
      [40, 90, `Invoice No. ${number}`],
      [40, 110, 'Invoice date 3 May 2026'],
      [40, 780, `${seller} VAT no. GB 123`],
      ...more,
    ],
    page,
  );
const cut = (pages: ReturnType<typeof first>[]) => separate(pages).documents.map((document) => document.map(({ page }) => page));

describe('separating', () => {
  it('begins a document where the number changes', () => expect(cut([first(1, 'A-100'), first(2, 'A-101')])).toEqual([[1], [2]]));

  it('keeps pages of one number together, and a page that goes on', () => {
    const onward = pageOf(
      [
        [40, 40, 'Page 2 of 2'],
        [40, 90, 'Brought forward'],
        [40, 120, 'Oak wedge, tapered'],
        [500, 120, '12.00'],
      ],
      2,
    );
    expect(cut([first(1, 'A-100', undefined, [[400, 60, 'Page 1 of 2']]), onward])).toEqual([[1, 2]]);
    expect(cut([first(1, 'A-100'), first(2, 'A-100')])).toEqual([[1, 2]]);
  });

  it('leaves blank pages out, and takes them for a sign of a new document', () => {
    const blank = pageOf([[300, 400, '2']], 2);
    expect(cut([first(1, 'A-100'), blank, first(3, 'A-101')])).toEqual([[1], [3]]);
  });

  it('sees another supplier on a page without a number', () => {
    const other = pageOf(
      [
        [40, 40, 'Birkdale Timber Ltd', 14],
        [40, 90, 'Dear Sirs,'],
        [40, 110, 'please find below what is due.'],
        [40, 780, 'Birkdale Timber Ltd Registered in England no. 99'],
      ],
      2,
    );
    expect(cut([first(1, 'A-100'), other])).toEqual([[1], [2]]);
  });

  it('says why, with a probability', () => {
    const [boundary] = separate([first(1, 'A-100'), first(2, 'A-101')]).boundaries;
    expect(boundary).toMatchObject({
      before: 2,
      signs: expect.arrayContaining([{ code: 'other-number', number: 'A101', before: 'A100' }]),
    });
    expect(boundary.probability).toBeGreaterThan(0.9);
  });

  it('is one document where all pages are blank', () => expect(cut([pageOf([], 1), pageOf([], 2)])).toEqual([[1, 2]]));

  it('has nothing to cut in nothing', () => expect(separate([])).toEqual({ documents: [], boundaries: [] }));

  it('cuts at separator sheets even where the pages look like one document, and sets the sheets aside', () => {
    const page = (number: number): PageWords =>
      pageOf(
        [
          [40, 40 + number, 'Alder Fixings Ltd'],
          [40, 120, 'Invoice no. AF-20411'],
          [40, 200, 'Oak wedge 12 2.50 30.00'],
        ],
        number,
      );
    const sheet: PageWords = {
      ...pageOf(
        [
          [40, 40, 'Separator sheet'],
          [40, 60, 'Lay it between two documents.'],
        ],
        3,
      ),
      separator: true,
    };
    const { documents, boundaries } = separate([page(1), page(2), sheet, page(4)]);
    expect(documents.map((document) => document.map((one) => one.page))).toEqual([[1, 2], [4]]);
    expect(boundaries.find(({ before }) => before === 4)?.signs).toContainEqual({ code: 'separator-before' });
  });
});
