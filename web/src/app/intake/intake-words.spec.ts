import { judge, ruleSentence, type RuleAct } from '@umber/core/intake';
import { actOf, ACTS, onPart, PARTS, wordOf } from './rule-words';
import { doneIn, stepText } from './step-words';

describe('words of a rule in the editor', () => {
  it('lead from an act to its word and back', () => {
    const acts: RuleAct[] = [
      { act: 'take' },
      { act: 'keep' },
      { act: 'turn-away', reason: 'advertising' },
      { act: 'tag', tag: 'coal' },
      { act: 'department', department: 'Office' },
    ];
    expect(acts.map((act) => actOf(act.act, wordOf(act)))).toEqual(acts);
    expect(ACTS.filter(({ asks }) => asks !== null).map(({ act }) => act)).toEqual(['turn-away', 'tag', 'department']);
  });

  it('keep what is looked for when another part is chosen, unless it has words of its own', () => {
    const sender = { part: 'sender', test: 'ends-with', text: '@mill.example' } as const;
    expect(onPart(sender, 'subject')).toEqual({ ...sender, part: 'subject' });
    expect(onPart(sender, 'file-type')).toEqual({ part: 'file-type', test: 'is', text: 'pdf' });
    expect(onPart({ part: 'file-type', test: 'is', text: 'pdf' }, 'sender').text).toBe('');
  });

  it('say in every case what the rule then does', () => {
    const facts = { recipients: ['x'], sender: 'x', subject: 'x', fileName: 'x', fileType: 'pdf' } as const;
    for (const { part } of PARTS) {
      const rule = { conditions: [{ part, test: 'is', text: part === 'file-type' ? 'pdf' : 'x' }], does: { act: 'keep' } } as const;
      expect(ruleSentence(rule)).toMatch(/^When .*, keep it, unread\.$/);
      expect(judge([rule], facts).act).toBe('keep');
    }
  });
});

describe('words of a step', () => {
  it('say what is done, and why it is not', () => {
    expect(stepText({ name: 'read', state: 'running', note: null })).toBe('being read …');
    expect(stepText({ name: 'unpacked', state: 'failed', note: 'The archive is damaged.' })).toBe('failed: The archive is damaged.');
    expect(stepText({ name: 'read', state: 'waiting', note: null })).toBe('waits: being read');
  });

  it('say how long it took', () => {
    expect([0.2, 4.4, 89, 150].map(doneIn)).toEqual(['under 1 s', '4 s', '89 s', '3 min']);
  });
});
