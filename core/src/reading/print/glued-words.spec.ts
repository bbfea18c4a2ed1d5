import fc from 'fast-check';
import { maybeGlued, respaced } from './glued-words.js';

describe('words that a reader joined', () => {
  it('are parted where print has wide gaps', () => {
    expect(respaced('FaroLED50W', [0.31, 0.62, 0.84])).toBe('Faro LED 50 W');
    expect(respaced('LED50W', [0.43, 0.75])).toBe('LED 50 W');
    expect(respaced('45cm', [0.46])).toBe('45 cm');
  });

  it('stay as they are without such gaps, or where a gap is at no switch', () => {
    expect(respaced('6204-2RS', [])).toBe('6204-2RS');
    expect(respaced('Rechnung12', [0.2])).toBe('Rechnung12');
    expect(respaced('11462,76', [0.27])).toBe('11462,76');
  });

  it('are looked for only where letters and digits meet', () => {
    expect(['LED50W', 'FaroLED', 'PO60156'].map(maybeGlued)).toEqual([true, true, true]);
    expect(['Total', '1.234,50', 'LED', 'M-12'].map(maybeGlued)).toEqual([false, false, false, false]);
  });

  it('lose no sign and gain only spaces', () => {
    fc.assert(
      fc.property(fc.string(), fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { maxLength: 4 }), (text, gaps) => {
        expect(respaced(text, gaps).replaceAll(' ', '')).toBe(text.replaceAll(' ', ''));
      }),
    );
  });
});
