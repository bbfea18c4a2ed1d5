import fc from 'fast-check';
import { holds, judge, ruleSentence, RULE_PARTS, RULE_TESTS, type Incoming, type SourceRule } from './index.js';

const mail: Incoming = {
  recipients: ['invoices@kestrel.example', 'rail+coal@kestrel.example'],
  sender: 'Accounts@Mill.example',
  subject: 'Statement for May',
  fileName: 'Statement-05.PDF',
  fileType: 'pdf',
};
const rule = (does: SourceRule['does'], ...conditions: SourceRule['conditions']): SourceRule => ({ does, conditions });

describe('rules of a source', () => {
  it('look at any part of what came in, whatever its case', () => {
    expect(holds({ part: 'sender', test: 'ends-with', text: '@mill.example' }, mail)).toBe(true);
    expect(holds({ part: 'subject', test: 'contains', text: 'statement' }, mail)).toBe(true);
    expect(holds({ part: 'recipient', test: 'is', text: 'rail+coal@kestrel.example' }, mail)).toBe(true);
    expect(holds({ part: 'file-type', test: 'is', text: 'picture' }, mail)).toBe(false);
    expect(holds({ part: 'sender', test: 'contains', text: 'mill' }, { ...mail, sender: null })).toBe(false);
  });

  it('decide from the top; tags add up and the first department counts', () => {
    const verdict = judge(
      [
        rule({ act: 'tag', tag: 'coal' }, { part: 'recipient', test: 'contains', text: '+coal' }),
        rule({ act: 'keep' }, { part: 'file-name', test: 'contains', text: 'invoice' }),
        rule({ act: 'turn-away', reason: 'Statements are not paid.' }, { part: 'subject', test: 'contains', text: 'statement' }),
        rule({ act: 'take' }),
        rule({ act: 'department', department: 'Locomotive Shed' }),
        rule({ act: 'department', department: 'Office' }),
        rule({ act: 'tag', tag: 'mill' }),
        rule({ act: 'tag', tag: 'coal' }),
      ],
      mail,
    );
    expect(verdict).toEqual({
      act: 'turn-away',
      reason: 'Statements are not paid.',
      tags: ['coal', 'mill'],
      department: 'Locomotive Shed',
      rule: 2,
    });
    expect(judge([], mail).act).toBeNull();
  });

  it('read as sentences', () => {
    const sender = { part: 'sender', test: 'ends-with', text: '@mill.example' } as const;
    expect(ruleSentence(rule({ act: 'keep' }, sender))).toBe('When the sender ends with “@mill.example”, keep it, unread.');
    expect(
      ruleSentence(rule({ act: 'turn-away', reason: 'advertising' }, sender, { part: 'file-type', test: 'is', text: 'picture' })),
    ).toBe('When the sender ends with “@mill.example” and the file is a picture, turn it away: advertising.');
    expect(ruleSentence(rule({ act: 'department', department: 'Office' }))).toBe('Always give it to Office.');
  });

  it('with one more condition hold for no more than before', () => {
    const condition = fc.record({
      part: fc.constantFrom(...RULE_PARTS),
      test: fc.constantFrom(...RULE_TESTS),
      text: fc.constantFrom('a', 'pdf', 'mill', ''),
    });
    fc.assert(
      fc.property(fc.array(condition, { maxLength: 3 }), condition, (conditions, more) => {
        const takes = (all: SourceRule['conditions']) => judge([{ conditions: all, does: { act: 'take' } }], mail).act === 'take';
        expect(takes([...conditions, more])).toBe(takes(conditions) && holds(more, mail));
      }),
    );
  });
});
