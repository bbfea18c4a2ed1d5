import fc from 'fast-check';
import { decimalMarkOf } from '../print/numbers.js';
import { rowsOf, type PageWords } from '../print/words.js';
import { pageOf } from '../fixtures/laid-out.js';
import { readDocument } from '../index.js';
import { followed, type Followed, type Rule } from './index.js';

const PAGE = pageOf([
  [40, 40, 'Harrowgill Oddments Ltd'],
  [400, 40, 'INVOICE', 16],
  [330, 120, 'Vorra tunim'],
  [430, 120, 'HO 2301 / 7'],
  [330, 136, 'Put down'],
  [430, 136, '03/04/2026'],
  [330, 152, 'Job:K-117'],
  [40, 152, 'from the yard of KT/88 to the siding'],
  [40, 200, 'Haulier'],
  [40, 214, 'Fellside Cartage'],
  [300, 200, 'Crates'],
  [300, 214, '12'],
  [40, 240, 'Signal lamp glass'],
  [480, 240, '150.00'],
  [380, 300, 'Makes'],
  [480, 300, '£180.00'],
]);
const rule = (over: Partial<Rule>): Rule => ({
  field: 'invoiceNumber',
  when: [],
  unless: [],
  look: [],
  take: { kind: 'text', which: 'nearest', pattern: '' },
  change: [],
  ...over,
});
const on = (pages: readonly PageWords[] = [PAGE]) => {
  const rows = pages.flatMap((page) => rowsOf(page));
  return { pages, rows, mark: decimalMarkOf(rows.flatMap(({ runs }) => runs.map(({ text }) => text))), ownFields: [] };
};
const valueBy = (over: Partial<Rule>, pages?: readonly PageWords[]): string => told(followed(rule(over), on(pages)));
const told = (came: Followed): string => ('hit' in came ? came.hit.value : `nothing: ${came.missed}`);

describe('a rule made by hand', () => {
  it('looks beside, under, between and in a part of the page', () => {
    expect(valueBy({ look: [{ look: 'right-of', words: 'vorra tunim' }] })).toBe('HO 2301 / 7');
    expect(valueBy({ look: [{ look: 'left-of', words: '£180.00' }] })).toBe('Makes');
    expect(valueBy({ look: [{ look: 'below', words: 'Haulier' }] })).toBe('Fellside Cartage');
    expect(valueBy({ look: [{ look: 'above', words: 'Fellside' }] })).toBe('Haulier');
    expect(valueBy({ look: [{ look: 'between', words: 'the yard of', until: 'to the' }] })).toBe('KT/88');
    const afterItsRow = {
      look: [{ look: 'between', words: '2301 / 7', until: 'Job' }],
      take: { kind: 'date', which: 'first', pattern: '' },
    } as const;
    expect(valueBy({ ...afterItsRow, field: 'issueDate' })).toBe('2026-04-03');
    expect(valueBy({ look: [{ look: 'right-of', words: 'Job' }] })).toBe('K-117');
    expect(
      valueBy({
        look: [
          { look: 'part', part: 'upper-third', pages: 'first' },
          { look: 'part', part: 'right-half', pages: 'every' },
        ],
        take: { kind: 'date', which: 'first', pattern: '' },
        field: 'issueDate',
      }),
    ).toBe('2026-04-03');
  });

  it('takes the nearest, the first or the last of a kind, and of a pattern', () => {
    const take = (kind: Rule['take']['kind'], which: Rule['take']['which'], pattern = '') =>
      valueBy({ field: 'paymentReference', look: [{ look: 'part', part: 'whole', pages: 'every' }], take: { kind, which, pattern } });
    expect(take('amount', 'first')).toBe('150.00');
    expect(take('amount', 'last')).toBe('£180.00');
    expect(take('reference', 'first', 'AA/99')).toBe('KT/88');
    expect(take('word', 'last', 'Aa*')).toBe('Makes');
    expect(take('reference', 'first', 'ZZ-9')).toBe('nothing: take');
  });

  it('changes what it took step by step', () => {
    const change = (...steps: Rule['change']) => valueBy({ look: [{ look: 'right-of', words: 'Vorra tunim' }], change: steps });
    expect(change({ change: 'keep', side: 'before', mark: '/' }, { change: 'no-spaces' })).toBe('HO2301');
    expect(change({ change: 'cut', from: 'start', signs: 3 }, { change: 'cut', from: 'end', signs: 4 })).toBe('2301');
    expect(change({ change: 'replace', what: ' / ', by: '-' })).toBe('HO 2301-7');
    expect(change({ change: 'digits-only' })).toBe('23017');
    expect(change({ change: 'cut', from: 'start', signs: 99 })).toBe('nothing: change');
  });

  it('reads dates and numbers as it says', () => {
    const look = [{ look: 'right-of', words: 'Put down' }] as const;
    const take = { kind: 'date', which: 'nearest', pattern: '' } as const;
    expect(valueBy({ field: 'issueDate', look, take, change: [{ change: 'read-as', as: 'month-first' }] })).toBe('2026-03-04');
    expect(valueBy({ field: 'issueDate', look, take, change: [{ change: 'read-as', as: 'day-first' }] })).toBe('2026-04-03');
    expect(valueBy({ field: 'grossTotal', look: [{ look: 'right-of', words: 'Makes' }], take: { ...take, kind: 'amount' } })).toBe(
      '180.00',
    );
    expect(valueBy({ field: 'grossTotal', look, take })).toBe('nothing: change');
  });

  it('holds only where its words are, and others are not', () => {
    const look = [{ look: 'right-of', words: 'Vorra tunim' }] as const;
    expect(valueBy({ look, when: ['Haulier', 'Crates'] })).toBe('HO 2301 / 7');
    expect(valueBy({ look, when: ['Haulier', 'Pallets'] })).toBe('nothing: when');
    expect(valueBy({ look, unless: ['fellside cartage'] })).toBe('nothing: unless');
    expect(valueBy({ look: [{ look: 'right-of', words: 'No such words' }] })).toBe('nothing: look');
  });

  it('reads what a code says', () => {
    const pages = [{ ...PAGE, codes: ['INV:HO-2301\nREF:99/7'] }];
    expect(valueBy({ look: [{ look: 'code' }, { look: 'right-of', words: 'REF' }] }, pages)).toBe('99/7');
    expect(valueBy({ look: [{ look: 'code' }] })).toBe('nothing: look');
  });

  it('finds what is there wherever the page lies, and never throws', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 0, max: 60 }), (dx, dy) => {
        const moved = { ...PAGE, words: PAGE.words.map((word) => ({ ...word, x: word.x + dx, y: word.y + dy })) };
        expect(valueBy({ look: [{ look: 'right-of', words: 'Vorra tunim' }] }, [moved])).toBe('HO 2301 / 7');
      }),
    );
    const mark = fc.oneof(fc.string(), fc.constantFrom(...PAGE.words.map(({ text }) => text)));
    fc.assert(
      fc.property(mark, mark, fc.string(), (words, until, pattern) => {
        const came = followed(rule({ look: [{ look: 'between', words, until }], take: { kind: 'word', which: 'last', pattern } }), on());
        expect('hit' in came || came.missed).toBeTruthy();
      }),
      { numRuns: 2000 },
    );
  });
});

describe('a rule in reading', () => {
  const ruled = (over: Partial<Rule>, against?: true) =>
    readDocument([PAGE], { habits: [{ what: 'rule', id: 'r1', rule: rule(over), ...(against ? { against } : {}) }] });

  it('gives its field, with what says so, and asks until it was borne out', () => {
    const over = { look: [{ look: 'right-of', words: 'Vorra tunim' }] } as const;
    const unproven = ruled(over, true);
    expect(unproven.fields.invoiceNumber).toMatchObject({ value: 'HO 2301 / 7', evidence: [{ code: 'rule' }], page: 1 });
    expect(unproven.doubts.map(({ field }) => field)).toContain('invoiceNumber');
    expect(ruled(over).doubts.filter(({ field }) => field === 'invoiceNumber')).toEqual([]);
  });

  it('is checked like any other value: totals that it makes wrong are asked about', () => {
    const wrong = ruled({
      field: 'grossTotal',
      look: [{ look: 'right-of', words: 'Signal lamp glass' }],
      take: { kind: 'amount', which: 'first', pattern: '' },
    });
    expect(wrong.fields.grossTotal?.value).toBe('150.00');
    const net = ruled({
      field: 'netTotal',
      look: [{ look: 'right-of', words: 'Makes' }],
      take: { kind: 'amount', which: 'first', pattern: '' },
    });
    expect(net.doubts.length).toBeGreaterThan(0);
  });
});
