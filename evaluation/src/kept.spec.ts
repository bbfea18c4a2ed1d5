import { keptTable, type Kept } from './kept.js';

const value = (source: string, confidence: number, right: boolean): Kept => ({ source, scanned: false, confidence, right });

describe('what confidences promise', () => {
  it('is set against what was right, by band and, for what passes unasked, by source, the worst first', () => {
    const table = keptTable([value('a', 0.99, true), value('a', 0.6, false), value('b', 0.98, true), value('b', 0.96, false)], 0.94);
    expect(table).toEqual([
      '| values | how many | said | right |',
      '|---|---|---|---|',
      '| text, 0.5 and above | 1 | 0.600 | 0.000 |',
      '| text, 0.94 and above | 1 | 0.960 | 0.000 |',
      '| text, 0.97 and above | 1 | 0.980 | 1.000 |',
      '| text, 0.99 and above | 1 | 0.990 | 1.000 |',
      '',
      '| source, values that pass at 0.94 | how many | said | right |',
      '|---|---|---|---|',
      '| b | 2 | 0.970 | 0.500 |',
      '| a | 1 | 0.990 | 1.000 |',
    ]);
  });
});
