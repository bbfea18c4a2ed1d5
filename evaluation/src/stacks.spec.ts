import { readDocument, type PageWords } from '@umber/core/reading';
import { pageOf } from '../../core/src/reading/fixtures/laid-out.js';
import { drawnLetter, LETTER_KINDS } from '@umber/corpus/letters';
import { drawnInvoice } from '@umber/corpus/model';
import { PHRASES } from '@umber/corpus/phrases';
import { scoredStack } from './stacks.js';

const invoice = (page: number, number: string) =>
  pageOf(
    [
      [40, 40, 'Alder Fixings Ltd', 14],
      [400, 40, 'INVOICE', 18],
      [40, 90, `Invoice no. ${number}`],
      [40, 110, 'Invoice date 3 May 2026'],
      [40, 300, 'Net total 100.00'],
      [40, 315, 'VAT 20% 20.00'],
      [40, 330, 'Total 120.00'],
    ],
    page,
  );

describe('letters that are drawn', () => {
  it('say in every language whom they are from and what they name, the same for the same seed', () => {
    for (let seed = 0; seed < PHRASES.length; seed++)
      for (const kind of LETTER_KINDS) {
        const about = drawnInvoice(seed, { lines: [2, 4] });
        const html = drawnLetter(kind, about);
        expect(html).toBe(drawnLetter(kind, about));
        expect(html).toContain(about.taxId);
        expect(html.includes(about.number)).toBe(kind === 'statement' || kind === 'reminder');
        expect(html.includes('<h2>')).toBe(kind !== 'other');
      }
  });
});

describe('scoring stacks', () => {
  const pages: PageWords[] = [invoice(1, 'A-100'), invoice(2, 'A-101'), pageOf([], 3), invoice(4, 'A-102')];

  it('counts a document as separated right when it has exactly its pages', () => {
    expect(pages.every((page) => page.words.length === 0 || readDocument([page]).kind === 'invoice')).toBe(true);
    const wanted = [{ pages: [1] }, { pages: [2] }, { pages: [4] }].map((one) => ({ ...one, kind: 'invoice' }));
    expect(scoredStack(pages, wanted)).toEqual({ documents: 3, separated: 3, kinds: 3, misses: [] });
  });

  it('tells what was cut elsewhere or taken for something else', () => {
    const score = scoredStack(pages, [
      { pages: [1, 2], kind: 'invoice' },
      { pages: [4], kind: 'reminder' },
    ]);
    expect(score).toMatchObject({ documents: 2, separated: 1, kinds: 1 });
    expect(score.misses).toEqual(['pages 1,2: 1 and 2', 'pages 4: reminder, read as invoice']);
  });
});
