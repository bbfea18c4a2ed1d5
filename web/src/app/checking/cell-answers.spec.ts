import type { DoubtView, LineView } from '@umber/contract/documents';
import type { ReadLine } from '@umber/core/reading';
import { documentOf, lineOf } from '../fixtures/documents';
import { answersToCell, computedCell } from './cell-answers';

const line = (cells: Partial<LineView['cells']>, more: Partial<LineView> = {}): LineView => ({
  ...lineOf(0),
  ...more,
  cells: { ...lineOf(0).cells, ...cells },
});
const doubt = (field: DoubtView['field'], question: DoubtView['question']): DoubtView => ({ id: 1, field, line: 0, question });
const texts = (asked: DoubtView, one: LineView, net = '100.00') => {
  const document = documentOf('check', { lines: [one] });
  const fields = { ...document.fields, netTotal: { ...document.fields.netTotal, value: net } };
  return answersToCell(asked, one, { ...document, fields }).map(({ text }) => text);
};

describe('the answers to a doubt about a line', () => {
  it('compute each cell from the two others, where it comes out even', () => {
    const one = line({ quantity: '4', unitPrice: '12.50', netAmount: '60.00' });
    expect([computedCell('netAmount', one), computedCell('unitPrice', one), computedCell('quantity', one)]).toEqual(['50.00', '15', '4.8']);
    expect(computedCell('unitPrice', line({ quantity: '7', netAmount: '10.00' }))).toBeNull();
    expect(computedCell('quantity', line({ unitPrice: '0', netAmount: '10.00' }))).toBeNull();
  });

  it('offer first the amount that closes the sum where it does not, and one amount last where it does', () => {
    const asked = doubt('quantity', { code: 'product-differs' });
    const one = line({ quantity: '4', unitPrice: '25.00', netAmount: '90.00' });
    expect(texts(asked, one)[0]).toBe('Net 100.00');
    expect(texts(asked, one, '90.00')).toEqual(['Price 22.5', 'Qty 3.6', 'Net 100.00', 'Right as it stands']);
  });

  it('keep what stands first where it is only unclear, and propose first where nothing stands', () => {
    const unclear = doubt('quantity', { code: 'cell-unclear', value: '4' });
    const other = { value: '9', why: { code: 'other-reading' }, page: 1, box: null } as const;
    const read = {
      quantity: { value: '4', confidence: 0.4, page: 1, box: null, evidence: [], alternatives: [other] },
    } as unknown as ReadLine;
    expect(texts(unclear, line({ quantity: '4', unitPrice: '25.00', netAmount: '100.00' }, { read }))).toEqual(['4', '9']);
    const missing = doubt('quantity', { code: 'price-without-quantity' });
    expect(texts(missing, line({ quantity: null, unitPrice: '25.00', netAmount: '100.00' }))).toEqual(['4', 'Leave it empty']);
  });
});
