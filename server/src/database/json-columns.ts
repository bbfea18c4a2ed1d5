import { AUDIT_SHAPES } from '@umber/core/audit';
import { BOUNDARY_SHAPES, EXCEPTION_SHAPES, isApprovalReason, QUESTION_SHAPES, RESTING_SHAPES, TRAIL_SHAPES } from '@umber/core/documents';
import { ARRIVAL_REASON_SHAPES, STEP_NOTE_SHAPES } from '@umber/core/intake';
import type { DocumentReading } from '@umber/core/reading';
import { isCoded, type Shapes } from '@umber/core/shapes';

/** Whether a value of a JSON column is what its column's type says. */
export type Check = (value: unknown) => boolean;

const coded =
  <T extends { readonly code: string }>(shapes: Shapes<T>): Check =>
  (value) =>
    isCoded(shapes, value);
const orNull =
  (check: Check): Check =>
  (value) =>
    value === null || check(value);
const listOf =
  (check: Check): Check =>
  (value) =>
    Array.isArray(value) && value.every(check);

export const isAuditAct = coded(AUDIT_SHAPES);
export const isQuestion = coded(QUESTION_SHAPES);
export const isFacts = coded(EXCEPTION_SHAPES);
export const isRestingReason = orNull(coded(RESTING_SHAPES));
/** Null where a version wrote a sentence beside it. */
export const isTrailAct = orNull(coded(TRAIL_SHAPES));
export const areSigns = listOf(coded(BOUNDARY_SHAPES));
export const isBecause: Check = isApprovalReason;
export const isArrivalReason = orNull(coded(ARRIVAL_REASON_SHAPES));
export const isStepNote = orNull(coded(STEP_NOTE_SHAPES));
/** The step of an arrival that needs a look, as the list's query puts it together. */
export const isStepRow = orNull((step) => isStepNote((step as { note?: unknown } | undefined)?.note ?? null));
export const isRuleAct: Check = (value) => typeof (value as { act?: unknown } | null)?.act === 'string';
export const areConditions = listOf((condition) =>
  ['part', 'test', 'text'].every((name) => typeof (condition as Readonly<Record<string, unknown>>)[name] === 'string'),
);
export const areFigures = listOf((figure) => typeof (figure as { name?: unknown } | null)?.name === 'string');

/** Why a document is in its tray, as a tray's query puts it together. */
export const areAsked = listOf((asked) => {
  const { of, reason, question, facts, because } = (asked ?? {}) as Record<string, unknown>;
  if (of === 'resting') return isRestingReason(reason);
  if (of === 'doubt') return isQuestion(question);
  return of === 'exception' ? isFacts(facts) : of === 'approval' && isBecause(because);
});

/** A kept reading: its fields, lines and doubts, each doubt with its question. */
export const isReading: Check = (value) => {
  const { fields, lines, doubts, pages } = (value ?? {}) as Partial<DocumentReading>;
  return (
    fields !== null &&
    typeof fields === 'object' &&
    Array.isArray(lines) &&
    Array.isArray(pages) &&
    listOf((one) => isQuestion((one as { question?: unknown }).question))(doubts)
  );
};
