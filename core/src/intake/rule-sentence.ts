import type { Condition, RuleAct, RulePart, RuleTest, SourceRule } from './rules.js';

export const PART_WORDS: Readonly<Record<RulePart, string>> = {
  recipient: 'it is addressed to',
  sender: 'the sender',
  subject: 'the subject',
  'file-name': 'the file’s name',
  'file-type': 'the file',
};
export const TEST_WORDS: Readonly<Record<RuleTest, string>> = { is: 'is', contains: 'contains', 'ends-with': 'ends with' };

/** The rule as a person would say it: "When the sender ends with “@mill.example”, keep the file unread." */
export function ruleSentence({ conditions, does }: SourceRule): string {
  const act = actWords(does);
  if (conditions.length === 0) return `Always ${act}.`;
  return `When ${conditions.map(conditionWords).join(' and ')}, ${act}.`;
}

function conditionWords({ part, test, text }: Condition): string {
  const quoted = `“${text}”`;
  if (part === 'recipient')
    return test === 'is' ? `it is addressed to ${quoted}` : `the address it was sent to ${TEST_WORDS[test]} ${quoted}`;
  if (part === 'file-type') return `the file is ${TYPE_WORDS[text] ?? quoted}`;
  return `${PART_WORDS[part]} ${TEST_WORDS[test]} ${quoted}`;
}

const TYPE_WORDS: Readonly<Record<string, string>> = {
  pdf: 'a PDF',
  picture: 'a picture',
  office: 'an office document',
  other: 'of another type',
};

function actWords(does: RuleAct): string {
  switch (does.act) {
    case 'take':
      return 'read it as an invoice';
    case 'keep':
      return 'keep it, unread';
    case 'turn-away':
      return `turn it away: ${does.reason}`;
    case 'tag':
      return `tag it “${does.tag}”`;
    case 'department':
      return `give it to ${does.department}`;
  }
}
