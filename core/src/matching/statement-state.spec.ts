import { statementState } from './statement-state.js';

const line = { kind: 'invoice', amount: '120.00' } as const;
const here = { kind: 'invoice', tray: 'post', gross: '120.00' } as const;

describe('a line of a statement beside what is here', () => {
  it.each([
    ['fits', line, here],
    ['fits', { ...line, kind: 'credit' }, { ...here, kind: 'credit-note' }],
    ['fits', { ...line, kind: 'credit' }, { ...here, kind: 'credit-note', gross: '-120.00' }],
    ['differs', line, { ...here, gross: '120.01' }],
    ['differs', line, { ...here, gross: null }],
    ['differs', line, { ...here, kind: 'credit-note' }],
    ['turned-away', line, { ...here, tray: 'turned-away' }],
    ['missing', line, null],
    ['payment', { ...line, kind: 'payment' }, null],
  ] as const)('%s', (state, said, document) => {
    expect(statementState(said, document)).toBe(state);
  });
});
