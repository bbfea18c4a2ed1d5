import type { Direction, InvoiceLine, Limits, OrderLine, PairingContext } from '@umber/core/matching';
import type { OwnField } from '@umber/core/documents';
import type { PageWords, Rule } from '@umber/core/reading';
import type { KeptInput } from './make-kept.js';
import type { SearchableInput } from './make-searchable.js';
import type { ReadOptions } from './read-page.js';

interface PairedLines extends Pick<PairingContext, 'learned' | 'chosen'> {
  readonly lines: readonly InvoiceLine[];
  readonly order: readonly OrderLine[];
  readonly limits: Limits;
  readonly direction: Direction;
  readonly named: readonly number[];
}
interface FollowedRule {
  readonly rule: Rule;
  readonly documents: readonly (readonly PageWords[])[];
  readonly ownFields: readonly OwnField[];
}

/** Told of each page that is done: the clock of a task runs by page. */
export type OnPage = (page: number) => void;

/**
 * What workers do with what is foreign or heavy: nothing of it runs in the process that answers people. What a task needs is loaded when it is asked for
 * the first time: most workers do but one or two.
 */
export const TASKS = {
  /** The words of every page of a file, and the pictures wanted. */
  read: async ({ bytes, options }: { bytes: Uint8Array; options: ReadOptions }, onPage: OnPage) => {
    const [{ readFile }, { wellFormed }] = await Promise.all([import('./read-file.js'), import('@umber/core/text')]);
    return (await readFile(new Uint8Array(bytes), options, onPage)).map(({ words: page, picture }) => ({
      words: { ...page, words: page.words.map((word) => ({ ...word, text: wellFormed(word.text) })) },
      picture,
    }));
  },
  /** Takes a mail or a file apart. */
  'open-arrival': async ({
    kind,
    name,
    bytes,
    asPages,
  }: {
    kind: 'mail' | 'file';
    name: string;
    bytes: Uint8Array;
    asPages: readonly string[];
  }) => (await import('./opened.js')).openArrival(kind, name, Buffer.from(bytes), asPages),
  /** A mail's own look, safe to show; null where it has none. */
  'safe-html': async ({ bytes }: { bytes: Uint8Array }) => {
    const [{ readMail }, { safeHtml }] = await Promise.all([import('./mail.js'), import('./safe-html.js')]);
    const { html } = await readMail(Buffer.from(bytes));
    return html === null ? null : safeHtml(html);
  },
  /** A picture made smaller, to this width in pixels. */
  'small-picture': async ({ bytes, width }: { bytes: Uint8Array; width: number }) =>
    (await import('./picture-files.js')).smallOf(Buffer.from(bytes), width),
  /** A page of a file, from 1, as it came. */
  'as-it-came': async ({ bytes, page }: { bytes: Uint8Array; page: number }) =>
    (await import('./as-it-came.js')).asItCame(new Uint8Array(bytes), page),
  /** Lines of an invoice against those of orders, where there are many. */
  'pair-lines': async ({ lines, order, limits, direction, named, learned, chosen }: PairedLines) =>
    (await import('@umber/core/matching')).threeWayMatch(lines, order, limits, direction, { named: new Set(named), learned, chosen }),
  /** The rows of a table, CSV or XLSX, the heads first. */
  'read-table': async ({ bytes }: { bytes: Uint8Array }) => (await import('./table-file.js')).readTable(new Uint8Array(bytes)),
  /** What comes of a rule on each of some documents. */
  'follow-rule': async ({ rule, documents, ownFields }: FollowedRule) => {
    const { ruleOn } = await import('@umber/core/reading');
    return documents.map((pages) => ruleOn(pages, rule, ownFields));
  },
  /** A document as a PDF that can be searched. */
  'searchable-pdf': async (input: SearchableInput) => (await import('./make-searchable.js')).searchable(input),
  /** A document as PDF/A-3, for keeping. */
  'kept-pdf': async (input: KeptInput) => (await import('./make-kept.js')).kept(input),
} as const;

export type TaskName = keyof typeof TASKS;
export type TaskInput<N extends TaskName> = Parameters<(typeof TASKS)[N]>[0];
export type TaskResult<N extends TaskName> = Awaited<ReturnType<(typeof TASKS)[N]>>;
