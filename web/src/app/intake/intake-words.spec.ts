import { judge, ruleSentence, type RuleAct } from '@umber/core/intake';
import { actOf, ACTS, onPart, PARTS, wordOf } from './rule-words';
import { reasonText } from '@umber/contract/intake';
import { doneIn, noteText, stepText } from './sentences';

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
    expect(stepText({ name: 'unpacked', state: 'failed', note: { code: 'failed', because: { code: 'encrypted' } } })).toBe(
      'failed: The PDF is locked with a password. Ask the supplier for one without.',
    );
    expect(stepText({ name: 'read', state: 'waiting', note: null })).toBe('waits: being read');
  });

  it('count what there is of, one or many', () => {
    expect(noteText({ code: 'separated', pages: 1, documents: 1 })).toBe('1 page, 1 document');
    expect(noteText({ code: 'separated', pages: 7, documents: 3 })).toBe('7 pages, 3 documents');
    expect(noteText({ code: 'read', lines: 1, pages: 2, doubts: 0 })).toBe('1 line on 2 pages, no doubts');
    expect([0, 1, 4].map((toRead) => noteText({ code: 'opened', toRead }))).toEqual([
      'kept, nothing to read',
      '1 file to read',
      '4 files to read',
    ]);
    expect([300, 2048, 3_500_000].map((bytes) => noteText({ code: 'kept', bytes }))).toEqual([
      '1 KB kept as it came',
      '2 KB kept as it came',
      '3.3 MB kept as it came',
    ]);
  });

  it('say why nothing came of an arrival, or not all of it', () => {
    const turnedAway = { file: 'b.pdf', rule: 'Advertising.' };
    expect(reasonText({ code: 'came-before', kind: 'mail', arrival: 4 })).toBe('The same mail came before, as arrival 4.');
    expect(reasonText({ code: 'left-out', parts: [{ code: 'packed-encrypted', file: 'a.zip', packed: 'c.pdf' }], turnedAway })).toBe(
      'a.zip: c.pdf is locked with a password. b.pdf was turned away: Advertising.',
    );
    expect(noteText({ code: 'no-document', reason: { code: 'no-attachment' } })).toBe('The mail has no attachment.');
  });

  it('say how long it took', () => {
    expect([0.2, 4.4, 89, 150].map(doneIn)).toEqual(['under 1 s', '4 s', '89 s', '3 min']);
  });
});
