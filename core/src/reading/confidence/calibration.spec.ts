import fc from 'fast-check';
import { calibrated, fitCalibration, UNCALIBRATED, type Judged } from './calibration.js';

const judged = (said: number, right: boolean, count: number): Judged[] =>
  Array.from({ length: count }, () => ({ group: 'scan head', said, right }));

describe('calibration', () => {
  it('says what was right of such values before', () => {
    const curves = fitCalibration([
      ...judged(0.6, true, 300),
      ...judged(0.6, false, 700),
      ...judged(0.95, true, 990),
      ...judged(0.95, false, 10),
    ]);
    expect(calibrated(0.6, 'scan head', curves)).toBeCloseTo(0.3, 1);
    expect(calibrated(0.95, 'scan head', curves)).toBeCloseTo(0.99, 1);
  });

  it('stays with the rules where there are no examples', () => {
    const curves = fitCalibration([]);
    expect(Math.abs(calibrated(0.7, 'text line', curves) - 0.7)).toBeLessThan(0.06);
  });

  it('never falls where the rules are surer', () => {
    const values = fc.array(
      fc.record({ group: fc.constant('scan head' as const), said: fc.double({ min: 0, max: 1, noNaN: true }), right: fc.boolean() }),
      { maxLength: 200 },
    );
    fc.assert(
      fc.property(values, fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (list, a, b) => {
        const curves = fitCalibration(list);
        const [low, high] = [Math.min(a, b), Math.max(a, b)];
        expect(calibrated(low, 'scan head', curves)).toBeLessThanOrEqual(calibrated(high, 'scan head', curves) + 1e-9);
      }),
    );
  });

  it('changes nothing where none is wanted', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (said) =>
        expect(calibrated(said, 'text head', UNCALIBRATED)).toBeCloseTo(said, 9),
      ),
    );
  });
});
