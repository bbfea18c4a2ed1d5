/** Every place that a document can be in, in the order of the work. */
export const TRAYS = ['arriving', 'check', 'match', 'sign-off', 'post', 'posted', 'parked', 'filed', 'turned-away'] as const;
export type Tray = (typeof TRAYS)[number];

/**
 * What being in a tray means: the machine has it; a person has to do something; it rests until somebody reopens it; it is done and
 * stands in the ledger.
 */
export type TrayStage = 'machine' | 'open' | 'resting' | 'done';
const STAGE: Readonly<Record<Tray, TrayStage>> = {
  arriving: 'machine',
  check: 'open',
  match: 'open',
  'sign-off': 'open',
  post: 'open',
  posted: 'done',
  parked: 'resting',
  filed: 'resting',
  'turned-away': 'resting',
};
export const stageOf = (tray: Tray): TrayStage => STAGE[tray];

const ofStage = (...stages: TrayStage[]): readonly Tray[] => TRAYS.filter((tray) => stages.includes(STAGE[tray]));
/** Where people work. */
export const OPEN_TRAYS = ofStage('open');
/** Where documents rest until somebody reopens them. */
export const RESTING_TRAYS = ofStage('resting');
/** Where nobody is waited for: these are listed newest first. */
export const QUIET_TRAYS = ofStage('resting', 'done');

/** Where a document rests that will not be paid: its number is free for another. */
export const OUT_OF_THE_BOOKS: readonly Tray[] = ['filed', 'turned-away'];

/** What moves a document, or may happen to it in certain trays only. */
export type Act = keyof typeof MOVES;

interface Move {
  readonly from: readonly Tray[];
  /** Where it may lead; the tray that it is done in where it moves nothing. */
  readonly to: readonly Tray[];
}

/** A document's life: every act that is bound to trays, where it may be done, and where it may lead. */
export const MOVES = {
  /** The machine has read it: to a person, on, or filed. */
  read: { from: ['arriving'], to: ['check', 'match', 'sign-off', 'post', 'filed'] },
  /** The machine could not read it. */
  refuse: { from: ['arriving'], to: ['check'] },
  /** A rule of its source decided before it was read. */
  rule: { from: ['arriving'], to: ['filed', 'turned-away'] },
  /** A person changes or confirms a value, a line or a doubt. */
  correct: { from: ['check'], to: ['check'] },
  /** A person ends the check; it is matched at once. */
  check: { from: ['check'], to: ['match', 'sign-off', 'post'] },
  /** A person chooses its supplier; at Match it is matched anew. */
  supplier: { from: ['check', 'match'], to: ['match', 'sign-off', 'post'] },
  /** A person chooses its order, codes a line or accepts an exception; it is matched anew. */
  match: { from: ['match'], to: ['match', 'sign-off', 'post'] },
  /** A person codes lines; on its way to the books it is matched and approved anew. */
  code: { from: ['check', 'match', 'sign-off', 'post'], to: ['check', 'match', 'sign-off', 'post'] },
  approve: { from: ['sign-off'], to: ['sign-off', 'post'] },
  /** An approver sends it back with a comment; or somebody who checks or posts fetches it back. */
  'send-back': { from: ['match', 'sign-off', 'post'], to: ['check'] },
  post: { from: ['post'], to: ['posted'] },
  park: { from: ['check', 'match', 'post'], to: ['parked'] },
  'turn-away': { from: ['check', 'match', 'sign-off', 'post', 'parked'], to: ['turned-away'] },
  /** It no longer fits when it is to be posted, or as something that it relies on changed. */
  'match-again': { from: ['sign-off', 'post'], to: ['match'] },
  /** A person reopens it: a parked one where it was, matched again, others at Check. */
  reopen: { from: ['parked', 'filed', 'turned-away'], to: ['check', 'match', 'sign-off', 'post'] },
  /** A person says what it is: it is filed, or read anew as an invoice. */
  kind: { from: ['check', 'match', 'parked', 'filed', 'turned-away'], to: ['filed', 'arriving'] },
  /** Its pages are put together otherwise: it is read anew, or none is left. */
  rearrange: { from: ['check', 'match', 'parked', 'filed', 'turned-away'], to: ['arriving', 'turned-away'] },
  /** It is read after all, or once more. */
  'read-again': { from: ['check', 'filed'], to: ['arriving'] },
} as const satisfies Readonly<Record<string, Move>>;

/** Where taking a resting document up leads: a parked one to where it was, any other to Check. */
export const reopenedTo = (tray: Tray, parkedFrom: Tray | null): Tray => (tray === 'parked' ? (parkedFrom ?? 'check') : 'check');

/** The trays in which an act may be done. */
export const traysFor = (act: Act): readonly Tray[] => MOVES[act].from;

/** Whether an act may be done in a tray. */
export const mayIn = (act: Act, tray: Tray): boolean => traysFor(act).includes(tray);

/** Whether an act may take a document from one tray to another. */
export function mayMove(act: Act, from: Tray, to: Tray): boolean {
  const { from: sources, to: targets }: Move = MOVES[act];
  return sources.includes(from) && targets.includes(to);
}

/** Every pair of trays between which some act may take a document, each once; a tray and itself are no pair. */
export function movesBetween(): readonly (readonly [from: Tray, to: Tray])[] {
  const pairs = (Object.values(MOVES) as Move[]).flatMap(({ from, to }) => from.flatMap((a) => to.map((b) => [a, b] as const)));
  const known = new Map(pairs.filter(([a, b]) => a !== b).map((pair) => [pair.join(), pair]));
  return [...known.values()];
}
