import fc from 'fast-check';
import { mayApprove, mayPost } from './index.js';

const people = fc.array(fc.integer({ min: 1, max: 4 }), { maxLength: 4 });
const person = fc.integer({ min: 1, max: 4 });

describe('separation of duties', () => {
  it('bars who handled a document from approving it', () => {
    expect([mayApprove(1, { handledBy: [1, 2] }), mayApprove(3, { handledBy: [1, 2] })]).toEqual([false, true]);
  });

  it.each([
    ['nobody had a hand in it', [], [], 'three-people', true],
    ['somebody else did all', [2], [3], 'three-people', true],
    ['who posts had handled it', [1], [3], 'three-people', false],
    ['who posts had approved it', [2], [1], 'three-people', false],
    ['who posts had approved it, in a company of two', [2], [1], 'two-people', true],
    ['who posts had handled it and another approved, in a company of two', [1], [2], 'two-people', true],
    ['nobody else had it in hand, in a company of two', [1], [1], 'two-people', false],
  ] as const)('posting where %s', (_name, handledBy, approvedBy, separation, may) => {
    expect(mayPost(1, { handledBy, approvedBy }, separation)).toBe(may);
  });

  it('never lets one person take a value to the books alone, whatever the setting', () => {
    fc.assert(
      fc.property(people, people, person, fc.constantFrom('three-people', 'two-people'), (handledBy, approvedBy, poster, separation) => {
        const all = new Set([...handledBy, ...approvedBy, poster]);
        if (handledBy.length + approvedBy.length > 0 && all.size === 1)
          expect(mayPost(poster, { handledBy, approvedBy }, separation as 'two-people')).toBe(false);
      }),
    );
  });
});
