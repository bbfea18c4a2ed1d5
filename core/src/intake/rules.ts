/** What a rule may look at. */
export const RULE_PARTS = ['recipient', 'sender', 'subject', 'file-name', 'file-type'] as const;
export type RulePart = (typeof RULE_PARTS)[number];
export const RULE_TESTS = ['is', 'contains', 'ends-with'] as const;
export type RuleTest = (typeof RULE_TESTS)[number];

/** One thing that must hold of what came in; case does not matter. */
export interface Condition {
  readonly part: RulePart;
  readonly test: RuleTest;
  readonly text: string;
}

/** What a rule does with a file. */
export type RuleAct =
  | { readonly act: 'take' }
  | { readonly act: 'keep' }
  | { readonly act: 'turn-away'; readonly reason: string }
  | { readonly act: 'tag'; readonly tag: string }
  | { readonly act: 'department'; readonly department: string };

/** When all conditions hold, it does what it says. Without conditions it holds for everything. */
export interface SourceRule {
  readonly conditions: readonly Condition[];
  readonly does: RuleAct;
}

/** What is known of a file that came in. */
export interface Incoming {
  readonly recipients: readonly string[];
  readonly sender: string | null;
  readonly subject: string | null;
  readonly fileName: string;
  readonly fileType: FileType;
}
export const FILE_TYPES = ['pdf', 'picture', 'e-invoice', 'office', 'other'] as const;
export type FileType = (typeof FILE_TYPES)[number];

/** What is to be done with a file, and by which rule (its place in the list); null where no rule says so. */
export interface Verdict {
  readonly act: 'take' | 'keep' | 'turn-away' | null;
  readonly reason: string | null;
  readonly tags: readonly string[];
  readonly department: string | null;
  readonly rule: number | null;
}

/** Goes through the rules from the top: the first that takes, keeps or turns away decides; tags add up; the first department counts. */
export function judge(rules: readonly SourceRule[], incoming: Incoming): Verdict {
  let verdict: Verdict = { act: null, reason: null, tags: [], department: null, rule: null };
  rules.forEach((rule, index) => {
    if (!rule.conditions.every((condition) => holds(condition, incoming))) return;
    const { does } = rule;
    if (does.act === 'tag') verdict = { ...verdict, tags: [...new Set([...verdict.tags, does.tag])] };
    else if (does.act === 'department') verdict = { ...verdict, department: verdict.department ?? does.department };
    else if (verdict.act === null)
      verdict = { ...verdict, act: does.act, reason: does.act === 'turn-away' ? does.reason : null, rule: index };
  });
  return verdict;
}

/** Whether a condition holds; of several recipients it is enough that it holds of one. */
export function holds({ part, test, text }: Condition, incoming: Incoming): boolean {
  const wanted = text.trim().toLowerCase();
  return textsOf(part, incoming).some((one) => {
    const seen = one.toLowerCase();
    if (test === 'is') return seen === wanted;
    return test === 'contains' ? seen.includes(wanted) : seen.endsWith(wanted);
  });
}

function textsOf(part: RulePart, { recipients, sender, subject, fileName, fileType }: Incoming): readonly string[] {
  switch (part) {
    case 'recipient':
      return recipients;
    case 'sender':
      return sender === null ? [] : [sender];
    case 'subject':
      return subject === null ? [] : [subject];
    case 'file-name':
      return [fileName];
    case 'file-type':
      return [fileType];
  }
}
