import type { Condition, RuleAct, RulePart } from '@umber/core/intake';

/** What a rule may look at and how, as the editor offers them. */
export const PARTS: readonly { readonly part: RulePart; readonly text: string }[] = [
  { part: 'sender', text: 'the sender' },
  { part: 'subject', text: 'the subject' },
  { part: 'recipient', text: 'the address it was sent to' },
  { part: 'file-name', text: 'the file’s name' },
  { part: 'file-type', text: 'the file' },
];
export const TYPES: readonly { readonly type: string; readonly text: string }[] = [
  { type: 'pdf', text: 'a PDF' },
  { type: 'picture', text: 'a picture' },
  { type: 'e-invoice', text: 'an electronic invoice' },
  { type: 'office', text: 'an office document' },
  { type: 'other', text: 'of another type' },
];
export const ACTS: readonly { readonly act: RuleAct['act']; readonly text: string; readonly asks: string | null }[] = [
  { act: 'take', text: 'read it as an invoice', asks: null },
  { act: 'keep', text: 'keep it, unread', asks: null },
  { act: 'turn-away', text: 'turn it away, because', asks: 'the reason' },
  { act: 'tag', text: 'tag it', asks: 'the tag' },
  { act: 'department', text: 'give it to', asks: 'the department' },
];

/** The word that an act needs: a reason, a tag, a department. */
export function wordOf(does: RuleAct): string {
  if (does.act === 'turn-away') return does.reason;
  if (does.act === 'tag') return does.tag;
  return does.act === 'department' ? does.department : '';
}

/** An act with its word. */
export function actOf(act: RuleAct['act'], word: string): RuleAct {
  if (act === 'turn-away') return { act, reason: word };
  if (act === 'tag') return { act, tag: word };
  return act === 'department' ? { act, department: word } : { act };
}

/** A condition on another part: what it looked for stays, unless the part has words of its own. */
export function onPart(condition: Condition, part: RulePart): Condition {
  if (part === 'file-type') return { part, test: 'is', text: 'pdf' };
  return { part, test: condition.test, text: condition.part === 'file-type' ? '' : condition.text };
}
