import fc from 'fast-check';
import { broughtIntoSight } from './in-sight';

const stage = globalThis as { window?: unknown };
afterEach(() => delete stage.window);

describe('what is brought into sight', () => {
  it('is there at the second look, however tall it is and wherever it was', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 300, max: 1200 }),
        fc.integer({ min: 20, max: 1400 }),
        fc.integer({ min: -3000, max: 3000 }),
        (tall, height, at) => {
          let top = at;
          stage.window = { innerHeight: tall, scrollBy: (by: { top: number }) => (top -= by.top) };
          const element = { getBoundingClientRect: () => ({ top, bottom: top + height }) } as HTMLElement;
          broughtIntoSight(element);
          expect(broughtIntoSight(element)).toBe(true);
        },
      ),
      { examples: [[560, 455, 2000]] },
    );
  });
});
