import type { RuleAct } from '@umber/core/intake';
import { actOf, ACTS, onPart, PARTS, wordOf } from './rule-words';

describe('a rule as a sentence', () => {
  it.each<RuleAct>([
    { act: 'take' },
    { act: 'keep' },
    { act: 'turn-away', reason: 'no attachments' },
    { act: 'tag', tag: 'energy' },
    { act: 'department', department: 'Works' },
  ])('keeps the word that it needs: %j', (act) => {
    expect(actOf(act.act, wordOf(act))).toEqual(act);
    expect(ACTS.find((one) => one.act === act.act)?.asks === null).toBe(wordOf(act) === '');
  });

  it('keeps what it looks for on another part, unless that has words of its own', () => {
    const subject = onPart({ part: 'sender', test: 'contains', text: 'mill' }, 'subject');
    expect(subject).toEqual({ part: 'subject', test: 'contains', text: 'mill' });
    const type = onPart(subject, 'file-type');
    expect(type).toEqual({ part: 'file-type', test: 'is', text: 'pdf' });
    expect(onPart(type, 'sender')).toEqual({ part: 'sender', test: 'is', text: '' });
  });

  it('has words for every part, each once', () => {
    expect(new Set(PARTS.map(({ text }) => text)).size).toBe(PARTS.length);
  });
});
