import fc from 'fast-check';
import { joinReadings, levelled, plainCharacters, typeBox, uncovered, worthSecondReading } from './two-readers.js';

const first = (text: string, score = 0.9) => ({ text, score, x: 0, y: 0, width: 40, height: 10, line: 'a' });
const second = (text: string, score = 0.9) => ({ text, score, rival: null });

describe('two readers of one word', () => {
  it('are sure where they agree, whatever shape of dash or quote they saw', () => {
    expect(joinReadings(first('KFR-40452'), second('KFR–40452'))).toEqual({ text: 'KFR-40452', score: 0.995, alternatives: [] });
  });

  it('keep the sign of a currency that one of them lost', () => {
    expect(joinReadings(first('£5,414.04'), second('5,414.04'))).toMatchObject({ text: '£5,414.04', score: 0.97 });
    expect(joinReadings(first('598,38€'), second('598,38E'))).toMatchObject({ text: '598,38€' });
  });

  it('keep the decimal mark that one of them lost, the other reading staying as an alternative', () => {
    expect(joinReadings(first('134.85'), second('13485'))).toEqual({ text: '134.85', score: 0.95, alternatives: ['13485'] });
  });

  it('are unsure where their digits differ, and keep both', () => {
    const joined = joinReadings(first('SI-004610'), second('SI-004640'));
    expect(joined.score).toBeLessThan(0.8);
    expect([joined.text, ...joined.alternatives].sort()).toEqual(['SI-004610', 'SI-004640']);
  });

  it('leave accents to the first reader', () => {
    expect(joinReadings(first('Ultraschallprüfung'), second('Ultraschallprufung')).text).toBe('Ultraschallprüfung');
  });

  it('never lose a word, and are never surer than sure', () => {
    fc.assert(
      fc.property(
        fc.stringMatching(/^[A-Za-z0-9.,£€-]{1,12}$/),
        fc.stringMatching(/^[A-Za-z0-9.,£€-]{0,12}$/),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (a, b, score) => {
          const joined = joinReadings(first(a, score), second(b, score));
          expect(joined.score).toBeLessThanOrEqual(1);
          expect(joined.score).toBeGreaterThanOrEqual(0);
          expect(
            [a, b]
              .map(plainCharacters)
              .some((text) => text.includes(plainCharacters(joined.text)) || plainCharacters(joined.text).includes(text)),
          ).toBe(true);
        },
      ),
    );
  });

  it('are asked twice only about what matters', () => {
    expect(worthSecondReading(first('sleepers', 0.9), [])).toBe(false);
    expect(worthSecondReading(first('sleepers', 0.3), [])).toBe(true);
    expect(worthSecondReading(first('40452', 0.95), [])).toBe(false);
    expect(worthSecondReading(first('40452', 0.95), [{ x: 0, y: 0, width: 50, height: 12 }])).toBe(true);
    expect(worthSecondReading(first('office@cinder.example', 0.2), [])).toBe(false);
  });
});

describe('boxes of type', () => {
  it('are alike for words with and without tall or hanging letters', () => {
    const size = 10;
    const capitals = 0.72 * size;
    const ink = (height: number, below = 0) => ({ x: 0, y: 100 - height + below, width: 60, height: height + 2 });
    const boxes = [
      typeBox('Total', ink(capitals)),
      typeBox('nose', ink(0.74 * capitals)),
      typeBox('gross', ink(1.02 * capitals, 0.27 * capitals)),
    ];
    for (const box of boxes) {
      expect(box?.height).toBeCloseTo(size, 0);
      expect((box?.y ?? 0) + 0.8 * (box?.height ?? 0)).toBeCloseTo(100, -1);
    }
    expect(typeBox('–', ink(2))).toBeNull();
  });

  it('of one line are set alike', () => {
    const word = (x: number, height: number) => ({ text: 'word', x, y: 92, width: 30, height, line: 'a' });
    const out = levelled([word(0, 10), word(40, 10), word(80, 10), word(120, 17)]);
    expect(out.map((one) => one.height)).toEqual([10, 10, 10, 10]);
  });
});

it('finds the parts of a line that no word covers', () => {
  const line = { x: 0, y: 0, width: 100, height: 10 };
  expect(uncovered(line, [{ x: 20, y: 1, width: 30, height: 8 }])).toEqual([
    { ...line, x: 0, width: 20 },
    { ...line, x: 50, width: 50 },
  ]);
  expect(uncovered(line, [line])).toEqual([]);
});
