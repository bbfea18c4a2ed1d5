import fc from 'fast-check';
import { foldText, similarity } from './index.js';

describe('similarity of texts', () => {
  it('is 1 for the same words however written, 0 for nothing shared', () => {
    expect(similarity('Oak sleeper, 2.6 m', 'OAK  SLEEPER 2.6 M')).toBe(1);
    expect(similarity('oak', 'xyz')).toBe(0);
    expect(similarity('', 'oak')).toBe(0);
    expect(foldText('Prüfdienst „Amsel“ GmbH')).toBe('prufdienst amsel gmbh');
  });

  it('puts the nearer text first', () => {
    const to = (text: string) => similarity('Softwood sleeper, treated, 2.4 m', text);
    expect(to('Softwood sleeper treated 2.4m')).toBeGreaterThan(to('Oak sleeper, new, 2.6 m'));
    expect(to('Oak sleeper, new, 2.6 m')).toBeGreaterThan(to('Steam coal, washed trebles'));
  });

  it('is the same both ways and between 0 and 1', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 30 }), fc.string({ maxLength: 30 }), (a, b) => {
        const value = similarity(a, b);
        expect(value).toBe(similarity(b, a));
        expect(value).toBeGreaterThanOrEqual(0);
        expect(value).toBeLessThanOrEqual(1);
      }),
    );
  });
});
