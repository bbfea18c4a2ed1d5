import type { Change, Look, PagePart, Rule, RuleField, RuleMiss, TakenKind } from '@umber/core/reading';
import { RULE_CELLS, TAKEN_KINDS, WHICH } from '@umber/core/reading';
import { HEADER_FIELDS, isOwnName, ownName, type OwnField } from '@umber/core/documents';
import { fieldWord } from '../reading/sentences';

export const PART_WORDS: Readonly<Record<PagePart, string>> = {
  whole: 'anywhere',
  'upper-third': 'in the upper third',
  'middle-third': 'in the middle third',
  'lower-third': 'in the lower third',
  'left-half': 'in the left half',
  'right-half': 'in the right half',
};
export const PAGE_WORDS = { first: 'of the first page', last: 'of the last page', every: 'of every page' } as const;
export const LOOK_WORDS: Readonly<Record<Look['look'], string>> = {
  'right-of': 'right of',
  'left-of': 'left of',
  below: 'below',
  above: 'above',
  between: 'between',
  part: 'in a part of the pages',
  code: 'in a bar code or QR code',
};
export const KIND_WORDS: Readonly<Record<TakenKind, string>> = {
  text: 'text',
  word: 'word',
  reference: 'reference with a digit',
  number: 'number',
  amount: 'amount',
  percent: 'rate in %',
  date: 'date',
};
export const WHICH_WORDS = { nearest: 'nearest', first: 'first', last: 'last' } as const;

/** The ways in which a taken text may be changed, each as it begins. */
export const CHANGE_KINDS: readonly { readonly kind: string; readonly text: string; readonly begins: Change }[] = [
  { kind: 'cut start', text: 'cut off its start', begins: { change: 'cut', from: 'start', signs: 1 } },
  { kind: 'cut end', text: 'cut off its end', begins: { change: 'cut', from: 'end', signs: 1 } },
  { kind: 'keep before', text: 'keep what is before', begins: { change: 'keep', side: 'before', mark: '/' } },
  { kind: 'keep after', text: 'keep what is after', begins: { change: 'keep', side: 'after', mark: '/' } },
  { kind: 'replace', text: 'replace', begins: { change: 'replace', what: ' ', by: '' } },
  { kind: 'digits-only', text: 'keep the digits only', begins: { change: 'digits-only' } },
  { kind: 'no-spaces', text: 'take the spaces out', begins: { change: 'no-spaces' } },
  { kind: 'capitals', text: 'make it capitals', begins: { change: 'capitals' } },
  { kind: 'read-as day-first', text: 'read dates day first', begins: { change: 'read-as', as: 'day-first' } },
  { kind: 'read-as month-first', text: 'read dates month first', begins: { change: 'read-as', as: 'month-first' } },
  { kind: 'read-as comma', text: 'read numbers with a decimal comma', begins: { change: 'read-as', as: 'comma' } },
  { kind: 'read-as point', text: 'read numbers with a decimal point', begins: { change: 'read-as', as: 'point' } },
];

/** Which of the kinds a change is. */
export function kindOf(change: Change): string {
  switch (change.change) {
    case 'cut':
      return `cut ${change.from}`;
    case 'keep':
      return `keep ${change.side}`;
    case 'read-as':
      return `read-as ${change.as}`;
    default:
      return change.change;
  }
}

/** A place to look, as it begins. */
export const newLook = (look: Look['look']): Look => {
  switch (look) {
    case 'between':
      return { look, words: '', until: '' };
    case 'part':
      return { look, part: 'upper-third', pages: 'first' };
    case 'code':
      return { look };
    default:
      return { look, words: '' };
  }
};

/** A rule as it begins. */
export const newRule = (): Rule => ({
  field: 'orderReference',
  when: [],
  unless: [],
  look: [newLook('right-of')],
  take: { kind: 'reference', which: 'nearest', pattern: '' },
  change: [],
});

/** What a rule may be for, by its name: the head, cells of the lines, the company's own. */
export const ruleFields = (
  own: readonly OwnField[],
): readonly { readonly group: string; readonly fields: readonly { field: RuleField; name: string }[] }[] => [
  { group: 'Head', fields: HEADER_FIELDS.map((field) => ({ field, name: fieldWord(field) })) },
  { group: 'Lines', fields: RULE_CELLS.map((field) => ({ field, name: fieldWord(field) })) },
  ...(own.length === 0 ? [] : [{ group: 'Your own', fields: own.map((one) => ({ field: ownName(one), name: one.name })) }]),
];

const quoted = (words: readonly string[]): string => words.map((word) => `“${word}”`).join(' and ');

function lookText(look: Look): string {
  switch (look.look) {
    case 'between':
      return look.until === '' ? `behind “${look.words}”` : `between “${look.words}” and “${look.until}”`;
    case 'part':
      return `${PART_WORDS[look.part]} ${PAGE_WORDS[look.pages]}`;
    case 'code':
      return LOOK_WORDS.code;
    default:
      return `${LOOK_WORDS[look.look]} “${look.words}”`;
  }
}

function changeText(change: Change): string {
  switch (change.change) {
    case 'cut':
      return `cut ${change.signs} off its ${change.from}`;
    case 'keep':
      return `keep what is ${change.side} “${change.mark}”`;
    case 'replace':
      return change.by === '' ? `leave “${change.what}” out` : `replace “${change.what}” by “${change.by}”`;
    default:
      return CHANGE_KINDS.find(({ kind }) => kind === kindOf(change))?.text ?? '';
  }
}

/** A rule as one sentence. */
export function ruleText({ field, when, unless, look, take, change }: Rule, own: readonly OwnField[] = []): string {
  const conditions = [
    ...(when.length > 0 ? [`${quoted(when)} ${when.length === 1 ? 'is' : 'are'} there`] : []),
    ...(unless.length > 0 ? [`${quoted(unless)} ${unless.length === 1 ? 'is' : 'are'} not`] : []),
  ];
  const name = isOwnName(field) ? (own.find((one) => field === ownName(one))?.name ?? fieldWord(field)) : fieldWord(field);
  const looks = take.pattern === '' ? '' : ` that looks like ${take.pattern}`;
  return [
    ...(conditions.length > 0 ? [`when ${conditions.join(' and ')}`] : []),
    `look ${look.map(lookText).join(', there ')}`,
    `take the ${take.which} ${KIND_WORDS[take.kind]}${looks}`,
    ...change.map(changeText),
  ]
    .join(', ')
    .concat(`, for the ${name}.`)
    .replace(/^./, (first) => first.toUpperCase());
}

/** Why a rule came to nothing on a document. */
export const MISSED: Readonly<Record<RuleMiss, string>> = {
  when: 'words that must be there are not',
  unless: 'words are there that must not be',
  look: 'nothing is where it looks',
  take: 'nothing such is there',
  change: 'what it makes is no such value',
};

export const TAKEN = TAKEN_KINDS;
export const WHICH_ONES = WHICH;
