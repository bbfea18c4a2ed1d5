import fc from 'fast-check';
import { arrangedAs, asideOrBack, cutOrJoin, moved, turnedOn, type Arranged } from './arrangement';

const start: Arranged = { documents: [[1, 2], [3], [5, 6]], aside: [4], turns: {} };
const pagesOf = (arranged: Arranged) => [...arranged.documents.flat(), ...arranged.aside].sort((a, b) => a - b);

describe('putting pages together by hand', () => {
  it('knows which pages are aside', () => {
    expect(arrangedAs([1, 2, 3], [[1], [3]])).toEqual({ documents: [[1], [3]], aside: [2], turns: {} });
  });

  it('cuts before a page inside a document, and joins again', () => {
    const cut = cutOrJoin(start, 2);
    expect(cut.documents).toEqual([[1], [2], [3], [5, 6]]);
    expect(cutOrJoin(cut, 2)).toEqual(start);
  });

  it('cannot cut before the first page', () => {
    expect(cutOrJoin(start, 1)).toBe(start);
  });

  it('sets a page aside and takes it back at its place', () => {
    expect(asideOrBack(start, 3)).toEqual({
      documents: [
        [1, 2],
        [5, 6],
      ],
      aside: [3, 4],
      turns: {},
    });
    expect(asideOrBack(start, 4)).toEqual({ documents: [[1, 2], [3], [4], [5, 6]], aside: [], turns: {} });
  });

  it('moves a page to another document, within its own, or aside', () => {
    expect(moved(start, 6, 0, 1).documents).toEqual([[1, 6, 2], [3], [5]]);
    expect(moved(start, 2, 0, 0).documents[0]).toEqual([2, 1]);
    expect(moved(start, 3, null, 0)).toEqual({
      documents: [
        [1, 2],
        [5, 6],
      ],
      aside: [3, 4],
      turns: {},
    });
  });

  it('turns a page by quarters, all the way round, and leaves what is aside', () => {
    const once = turnedOn(start, 2);
    expect(once).toEqual({ ...start, turns: { 2: 1 } });
    expect([1, 2, 3].reduce((now) => turnedOn(now, 2), once).turns).toEqual({ 2: 0 });
    expect(turnedOn(start, 4)).toBe(start);
  });

  it('never loses or doubles a page, and leaves no document empty', () => {
    const step = fc.record({
      what: fc.constantFrom('cut', 'aside', 'turn', 'move'),
      page: fc.integer({ min: 1, max: 6 }),
      to: fc.integer({ min: 0, max: 5 }),
      index: fc.integer({ min: 0, max: 3 }),
    });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 12 }), (steps) => {
        let now = start;
        for (const { what, page, to, index } of steps)
          if (what === 'cut') now = cutOrJoin(now, page);
          else if (what === 'aside') now = asideOrBack(now, page);
          else if (what === 'turn') now = turnedOn(now, page);
          else now = moved(now, page, to < now.documents.length ? to : null, index);
        expect(pagesOf(now)).toEqual([1, 2, 3, 4, 5, 6]);
        expect(now.documents.every((document) => document.length > 0)).toBe(true);
      }),
    );
  });
});
