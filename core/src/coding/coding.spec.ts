import { codeLine } from './index.js';

describe('coding a line', () => {
  const usual = { account: '5010', costCentre: 'PW' };
  it('takes what a person chose, else the order’s, else the supplier’s usual coding', () => {
    expect(codeLine({}, null, usual)).toEqual(usual);
    expect(codeLine({}, { account: '5020', costCentre: 'WS' }, usual)).toEqual({ account: '5020', costCentre: 'WS' });
    expect(codeLine({ costCentre: 'ST' }, { account: '5020', costCentre: 'WS' }, usual)).toEqual({ account: '5020', costCentre: 'ST' });
  });
});
