import { pageOf } from '../fixtures/laid-out.js';
import { rowsOf } from '../print/words.js';
import { identifierReadings } from './identifier-readings.js';

const readingsOf = (text: string) =>
  rowsOf(pageOf([[50, 100, text]])).flatMap((row) => row.runs.flatMap((run) => identifierReadings(run).map((span) => span.text)));

describe('the ways to read an identifier', () => {
  it.each([
    ['Invoice KB 1207', ['KB 1207', '1207']],
    ['FV 1604/04/2026', ['FV 1604/04/2026', '1604/04/2026']],
    ['Ref: NO 14 2207', ['NO 14 2207', 'NO 14', '14 2207', '2207']],
    ['No. AR 88/26.', ['AR 88/26', '88/26']],
    ['(#20773)', ['20773']],
    ['CMF26-4724', ['CMF26-4724']],
  ])('%s', (text, readings) => expect(readingsOf(text)).toEqual(readings));

  it('are no dates, amounts, rates or currencies, and nothing goes on behind a full stop', () => {
    expect(readingsOf('12.03.2026')).toEqual([]);
    expect(readingsOf('1,250.00')).toEqual([]);
    expect(readingsOf('EUR 1250')).toEqual(['1250']);
    expect(readingsOf('20 %')).toEqual([]);
    expect(readingsOf('A12. B34')).toEqual(['A12', 'B34']);
  });
});
