import { explainField } from './explain.js';
import { pageOf } from './fixtures/laid-out.js';

describe('why a value was chosen', () => {
  const page = pageOf([
    [40, 40, 'Alder Fixings Ltd', 16],
    [400, 40, 'Invoice', 16],
    [300, 80, 'Invoice no. A-1001'],
    [300, 95, 'Date 14 March 2026'],
    [300, 110, 'Due date 13 April 2026'],
    [40, 300, 'Net total'],
    [400, 300, '100.00'],
    [40, 315, 'VAT 20 %'],
    [400, 315, '20.00'],
    [40, 330, 'Total'],
    [400, 330, '£ 120.00'],
  ]);

  it('is told with every candidate, best first, and with what decided', () => {
    const { candidates, chosen } = explainField([page], 'grossTotal');
    expect(chosen).toMatchObject({ value: '120.00', evidence: expect.arrayContaining([{ code: 'totals-fit' }]) });
    expect(candidates[0]).toMatchObject({ value: '120', evidence: { code: 'labelled' } });
    expect(candidates.map(({ score }) => score)).toEqual(candidates.map(({ score }) => score).sort((a, b) => b - a));
  });

  it.each(['invoiceNumber', 'issueDate', 'dueDate', 'sellerName'] as const)('%s: what was chosen is among what was considered', (field) => {
    const { candidates, chosen } = explainField([page], field);
    expect(candidates.map(({ value }) => value)).toContain(chosen?.value);
  });

  it('says what is asked about it, and finds nothing where there is nothing', () => {
    expect(explainField([page], 'orderReference').candidates).toEqual([]);
    const bare = explainField([pageOf([[40, 40, 'Invoice', 16]])], 'issueDate');
    expect(bare).toMatchObject({ chosen: null, questions: [{ code: 'not-found' }] });
  });
});
