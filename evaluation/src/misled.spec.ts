import type { Entry } from '@umber/corpus/make';
import { compose } from '@umber/corpus/composer/compose';
import { misledFigures } from './misled.js';

describe('slips of a clerk', () => {
  it('are each taught, and make nothing wrong in silence', () => {
    const [entries, words] = [[] as Entry[], {} as Record<string, ReturnType<typeof compose>['pages'][number][]>];
    for (const seed of [11, 12, 13]) {
      const { pages, truth } = compose(seed);
      entries.push({ file: String(seed), family: String(seed), country: 'GB', damage: 'none', truth });
      words[seed] = [...pages];
    }
    const { taught, spoilt, misses } = misledFigures(entries, words, '2026-11-23');
    expect(taught).toBeGreaterThan(20);
    expect([spoilt, misses]).toEqual([0, []]);
  });
});
