import { approvalsNeeded, type ApprovalFacts, type ApprovalRule } from './index.js';

const [tom, ines, ruth, nell] = [1, 2, 3, 9];
const rule = (more: Partial<ApprovalRule>): ApprovalRule => ({
  minAmount: null,
  costCentre: null,
  onlyExceptions: false,
  approver: 'person',
  personId: null,
  ...more,
});
const rules = [
  rule({ onlyExceptions: true, approver: 'cost-centre-manager' }),
  rule({ minAmount: '5000.00', approver: 'order-owner' }),
  rule({ minAmount: '15000.00', personId: ruth }),
];
const facts: ApprovalFacts = {
  amount: '1200.00',
  costCentres: ['PW'],
  hasException: false,
  orderOwner: tom,
  managerOf: { PW: tom, WS: ines },
  handledBy: [nell],
  approvers: [ruth, tom, ines],
};

describe('who must approve', () => {
  it('is nobody for what fits and is small', () => {
    expect(approvalsNeeded(rules, facts)).toEqual([]);
  });

  it('follows amount, order owner and cost centre, each person once', () => {
    expect(approvalsNeeded(rules, { ...facts, amount: '5000.00' })).toEqual([{ personId: tom, why: '5000.00 or more' }]);
    expect(approvalsNeeded(rules, { ...facts, amount: '15000.00' }).map((need) => need.personId)).toEqual([tom, ruth]);
    const both = approvalsNeeded(rules, { ...facts, amount: '6000.00', hasException: true });
    expect(both).toEqual([{ personId: tom, why: 'an exception was accepted or there is no order; 5000.00 or more' }]);
  });

  it('asks every cost centre’s manager where several are touched', () => {
    expect(approvalsNeeded(rules, { ...facts, hasException: true, costCentres: ['PW', 'WS'] }).map((need) => need.personId)).toEqual([
      tom,
      ines,
    ]);
  });

  it('never asks who handled the document, but a stand-in', () => {
    const [need] = approvalsNeeded(rules, { ...facts, amount: '6000.00', handledBy: [tom, ruth] });
    expect(need).toEqual({ personId: ines, why: '5000.00 or more, in place of who handled it' });
    expect(() => approvalsNeeded(rules, { ...facts, amount: '6000.00', handledBy: [tom, ines, ruth] })).toThrow('nobody is left');
  });
});
