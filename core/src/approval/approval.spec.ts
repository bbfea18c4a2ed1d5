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
  isDisputed: false,
  isSample: false,
  hasLateOrder: false,
  orderOwners: [tom],
  supplierApprover: null,
  managerOf: { PW: tom, WS: ines },
  handledBy: [nell],
  approvers: [ruth, tom, ines],
};

describe('who must approve', () => {
  it('is nobody for what fits and is small', () => {
    expect(approvalsNeeded(rules, facts)).toEqual([]);
  });

  it('is who answers for exceptions where the page contradicts itself, and says so', () => {
    expect(approvalsNeeded(rules, { ...facts, isDisputed: true })).toEqual([
      { person: tom, because: [{ code: 'disputed' }], inPlace: false },
    ]);
  });

  it('is who answers for exceptions where the order was made for the invoice', () => {
    expect(approvalsNeeded(rules, { ...facts, hasLateOrder: true })).toEqual([
      { person: tom, because: [{ code: 'late-order' }], inPlace: false },
    ]);
  });

  it('is who approves all of its supplier, or a stand-in', () => {
    expect(approvalsNeeded([], { ...facts, supplierApprover: ines })).toEqual([
      { person: ines, because: [{ code: 'supplier' }], inPlace: false },
    ]);
    expect(approvalsNeeded([], { ...facts, supplierApprover: ines, handledBy: [ines] })[0]).toMatchObject({ person: ruth, inPlace: true });
  });

  it('follows amount, order owner and cost centre, each person once', () => {
    expect(approvalsNeeded(rules, { ...facts, amount: '5000.00' })).toEqual([
      { person: tom, because: [{ code: 'amount', from: '5000.00' }], inPlace: false },
    ]);
    expect(approvalsNeeded(rules, { ...facts, amount: '15000.00' }).map((need) => need.person)).toEqual([tom, ruth]);
    const both = approvalsNeeded(rules, { ...facts, amount: '6000.00', hasException: true });
    expect(both).toEqual([{ person: tom, because: [{ code: 'exception' }, { code: 'amount', from: '5000.00' }], inPlace: false }]);
  });

  it('asks every cost centre’s manager where several are touched', () => {
    expect(approvalsNeeded(rules, { ...facts, hasException: true, costCentres: ['PW', 'WS'] }).map((need) => need.person)).toEqual([
      tom,
      ines,
    ]);
  });

  it('shows a sample to who ordered, where no rule asks anybody', () => {
    const sample = { ...facts, isSample: true };
    expect(approvalsNeeded([], sample).map(({ because }) => because)).toEqual([[{ code: 'sample' }]]);
    expect(approvalsNeeded([], { ...sample, orderOwners: [ines] })).toEqual([
      { person: ines, because: [{ code: 'sample' }], inPlace: false },
    ]);
    expect(approvalsNeeded(rules, { ...sample, amount: '6000.00' })[0].because).not.toContainEqual({ code: 'sample' });
  });

  it('never asks who handled the document, but a stand-in', () => {
    const [need] = approvalsNeeded(rules, { ...facts, amount: '6000.00', handledBy: [tom, ruth] });
    expect(need).toEqual({ person: ines, because: [{ code: 'amount', from: '5000.00' }], inPlace: true });
    expect(() => approvalsNeeded(rules, { ...facts, amount: '6000.00', handledBy: [tom, ines, ruth] })).toThrow('nobody is left');
  });
});
