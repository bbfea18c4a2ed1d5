import { QUESTION_SHAPES, TRAIL_SHAPES } from '../documents/index.js';
import { isCoded } from './index.js';

describe('a coded value out of a JSON column', () => {
  it.each([
    [{ code: 'not-found' }, true],
    [{ code: 'unclear', value: '4711', other: null }, true],
    [{ code: 'unclear', value: '4711' }, true],
    [{ code: 'unclear', other: '4712' }, false],
    [{ code: 'boundary', page: 2, signs: [] }, true],
    [{ code: 'boundary', page: '2', signs: [] }, false],
    [{ code: 'boundary', page: 2, signs: {} }, false],
    [{ code: 'of a version to come' }, false],
    [{ code: 'toString' }, false],
    [['not-found'], false],
    ['not-found', false],
    [null, false],
  ])('%j is a question: %s', (value, is) => {
    expect(isCoded(QUESTION_SHAPES, value)).toBe(is);
  });

  it('may lack what not every one has', () => {
    expect(isCoded(TRAIL_SHAPES, { code: 'moved', act: 'park', to: 'parked' })).toBe(true);
    expect(isCoded(TRAIL_SHAPES, { code: 'moved', act: 'park' })).toBe(false);
  });
});
