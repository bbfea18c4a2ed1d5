import { KIND_NAMES } from '@umber/contract/documents';
import type { DeletionOutcome, DeletionView, HoldView, KeptOriginal } from '@umber/contract/retention';
import type { KeptKind } from '@umber/core/documents';
import { dayOf, fullDay } from '../dates/day';
import { counted } from '../words/counted';

export const KEPT_KIND_NAMES: Readonly<Record<KeptKind, string>> = { ...KIND_NAMES, 'no-document': 'Without a document' };

export const OUTCOME_NAMES: Readonly<Record<DeletionOutcome, string>> = {
  deleted: 'deleted',
  'on-hold': 'left: on hold',
  'not-due': 'left: kept for longer now',
  'at-work': 'left: somebody works with it',
};

export const MONTHS: readonly string[] = [...Array(12).keys()].map((month) =>
  new Intl.DateTimeFormat('en-GB', { month: 'long', timeZone: 'UTC' }).format(new Date(Date.UTC(2026, month, 1))),
);

/** What an original is called in a list: its supplier and number, or what it came as. */
export const originalName = ({ supplier, number, name, kind }: KeptOriginal): string =>
  [supplier, number].filter((part) => part !== null).join(' ') || (name ?? KEPT_KIND_NAMES[kind]);

/** "All of Harrow Timber, 1 Jan 2014 to 31 Dec 2014", "12 documents". */
export function holdText({ ofDocuments, documents, supplier, first, last }: HoldView): string {
  if (ofDocuments) return counted(documents, 'document');
  const days =
    first === null && last === null
      ? ''
      : first === null
        ? `until ${fullDay(last ?? '')}`
        : last === null
          ? `from ${fullDay(first)}`
          : `${fullDay(first)} to ${fullDay(last)}`;
  return `${[`All of ${supplier ?? 'every supplier'}`, days].filter((part) => part !== '').join(', ')}: ${counted(documents, 'document')} now`;
}

/** What became of a deletion, or what it waits for. */
export function deletionText({ state, answer, deleted, keptBack, originals }: DeletionView): string {
  switch (state) {
    case 'asked':
      return 'waits for a second person';
    case 'left':
      return `left where they are by ${answer?.by ?? 'nobody'}: ${answer?.reason ?? ''}`;
    case 'under-way':
      return `agreed by ${answer?.by ?? 'nobody'}; ${deleted + keptBack} of ${originals} done`;
    case 'done':
      return `${counted(deleted, 'original')} deleted${keptBack === 0 ? '' : `, ${keptBack} left`}, agreed by ${answer?.by ?? 'nobody'} on ${dayOf(answer?.at ?? '')}`;
  }
}
