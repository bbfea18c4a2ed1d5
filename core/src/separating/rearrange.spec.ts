import fc from 'fast-check';
import { arrangementFault, rearrangement, type Part } from './rearrange.js';

/** Some pages cut into lists. */
const cut = (pages: number[], cuts: boolean[]): number[][] =>
  pages.reduce<number[][]>((lists, page, i) => {
    if (i === 0 || cuts[i]) lists.push([page]);
    else lists[lists.length - 1].push(page);
    return lists;
  }, []);
const lists = fc
  .record({ count: fc.integer({ min: 1, max: 12 }), cuts: fc.array(fc.boolean(), { minLength: 12, maxLength: 12 }) })
  .chain(({ count, cuts }) =>
    fc
      .shuffledSubarray(
        Array.from({ length: count }, (_, i) => i + 1),
        { minLength: 1 },
      )
      .map((pages) => cut(pages, cuts)),
  );

describe('putting the pages of a file together anew', () => {
  const two: Part[] = [
    { id: 7, pages: [1, 2] },
    { id: 8, pages: [3] },
  ];

  it('leaves alone what stays the same', () => {
    expect(rearrangement(two, [[1, 2], [3]])).toEqual({ kept: [7, 8], changed: [], added: [], emptied: [] });
  });

  it('cuts: the first page stays with its document, the rest becomes a new one', () => {
    expect(rearrangement(two, [[1], [2], [3]])).toEqual({ kept: [8], changed: [{ id: 7, pages: [1] }], added: [[2]], emptied: [] });
  });

  it('joins: the first document takes the pages, the other is left without', () => {
    expect(rearrangement(two, [[1, 2, 3]])).toEqual({ kept: [], changed: [{ id: 7, pages: [1, 2, 3] }], added: [], emptied: [8] });
  });

  it('sets pages aside', () => {
    expect(rearrangement(two, [[1, 2]])).toEqual({ kept: [7], changed: [], added: [], emptied: [8] });
  });

  it('reads a document again when one of its pages was turned, though its pages stay', () => {
    expect(rearrangement(two, [[1, 2], [3]], new Set([2]))).toEqual({
      kept: [8],
      changed: [{ id: 7, pages: [1, 2] }],
      added: [],
      emptied: [],
    });
  });

  it('ends with just the wanted documents, each document used at most once', () => {
    fc.assert(
      fc.property(lists, lists, (now, wanted) => {
        const parts = now.map((pages, i) => ({ id: i + 1, pages }));
        const { kept, changed, added, emptied } = rearrangement(parts, wanted);
        const after = [
          ...parts.filter((part) => kept.includes(part.id)).map((part) => part.pages),
          ...changed.map((part) => part.pages),
          ...added,
        ];
        const sorted = (all: readonly (readonly number[])[]) => all.map((pages) => pages.join()).sort();
        expect(sorted(after)).toEqual(sorted(wanted));
        expect([...kept, ...changed.map((part) => part.id), ...emptied].sort((a, b) => a - b)).toEqual(parts.map((part) => part.id));
      }),
    );
  });

  it('is refused where a page is unknown or in two places', () => {
    const pages = new Set([1, 2, 3]);
    expect(arrangementFault(pages, [[1], [2]])).toBeNull();
    expect(arrangementFault(pages, [[1], [4]])).toMatch('no page 4');
    expect(arrangementFault(pages, [[1, 2], [2]])).toMatch('in two documents');
    expect(arrangementFault(pages, [[1], []])).toMatch('at least one page');
  });
});
