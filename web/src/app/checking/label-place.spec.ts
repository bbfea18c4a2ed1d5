import type { ReadValue } from '@umber/core/reading';
import { labelOf } from './label-place';

const word = (text: string, x: number, y: number) => ({ text, x, y, width: 7 * text.length, height: 9 });
const page = {
  number: 1,
  turned: 0,
  straightened: false,
  width: 595,
  height: 842,
  words: [
    word('Total', 40, 60),
    word('Invoice', 40, 100),
    word('no.', 95, 100),
    word('INV-1', 130, 100),
    word('Invoice', 40, 400),
    word('no.', 95, 400),
  ],
};
const read = (evidence: ReadValue['evidence']): ReadValue => ({
  value: 'INV-1',
  confidence: 1,
  page: 1,
  box: { x: 130, y: 100, width: 35, height: 9 },
  evidence,
  alternatives: [],
});

describe('the label that a value was found by', () => {
  it('is where its words stand nearest to the value, as they are printed', () => {
    expect(labelOf(read([{ code: 'labelled', relation: 'right of', label: 'invoice no' }]), [page])).toEqual({
      text: 'Invoice no.',
      page: 1,
      box: { x: 40, y: 100, width: 76, height: 9 },
    });
  });

  it('is none where the value was found otherwise, or the words are not there', () => {
    expect(labelOf(read([{ code: 'by-looks' }]), [page])).toBeNull();
    expect(labelOf(read([{ code: 'labelled', relation: 'below', label: 'rechnung nr' }]), [page])).toBeNull();
    expect(labelOf(null, [page])).toBeNull();
  });
});
