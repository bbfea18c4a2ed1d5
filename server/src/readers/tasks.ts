import { threeWayMatch, type Direction, type InvoiceLine, type Limits, type OrderLine, type PairingContext } from '@umber/core/matching';
import type { OwnField } from '@umber/core/documents';
import { ruleOn, type PageWords, type Rule } from '@umber/core/reading';
import { wellFormed } from '@umber/core/text';
import { asItCame } from './as-it-came.js';
import { kept, type KeptInput } from './make-kept.js';
import { searchable, type SearchableInput } from './make-searchable.js';
import { readMail } from './mail.js';
import { openArrival } from './opened.js';
import { smallOf } from './picture-files.js';
import { readFile } from './read-file.js';
import type { ReadOptions } from './read-page.js';
import { readTable } from './table-file.js';
import { safeHtml } from './safe-html.js';

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

/** What workers do with what is foreign or heavy: nothing of it runs in the process that answers people. */
export const TASKS = {
  /** The words of every page of a file, and the pictures wanted. */
  read: async ({ bytes, options }: { bytes: Uint8Array; options: ReadOptions }, onPage: OnPage) =>
    (await readFile(new Uint8Array(bytes), options, onPage)).map(({ words: page, picture }) => ({
      words: { ...page, words: page.words.map((word) => ({ ...word, text: wellFormed(word.text) })) },
      picture,
    })),
  /** Takes a mail or a file apart. */
  'open-arrival': ({
    kind,
    name,
    bytes,
    asPages,
  }: {
    kind: 'mail' | 'file';
    name: string;
    bytes: Uint8Array;
    asPages: readonly string[];
  }) => openArrival(kind, name, Buffer.from(bytes), asPages),
  /** A mail's own look, safe to show; null where it has none. */
  'safe-html': async ({ bytes }: { bytes: Uint8Array }) => {
    const { html } = await readMail(Buffer.from(bytes));
    return html === null ? null : safeHtml(html);
  },
  /** A picture made smaller, to this width in pixels. */
  'small-picture': ({ bytes, width }: { bytes: Uint8Array; width: number }) => smallOf(Buffer.from(bytes), width),
  /** A page of a file, from 1, as it came. */
  'as-it-came': ({ bytes, page }: { bytes: Uint8Array; page: number }) => asItCame(new Uint8Array(bytes), page),
  /** Lines of an invoice against those of orders, where there are many. */
  'pair-lines': ({ lines, order, limits, direction, named, learned, chosen }: PairedLines) =>
    threeWayMatch(lines, order, limits, direction, { named: new Set(named), learned, chosen }),
  /** The rows of a table, CSV or XLSX, the heads first. */
  'read-table': ({ bytes }: { bytes: Uint8Array }) => readTable(new Uint8Array(bytes)),
  /** What comes of a rule on each of some documents. */
  'follow-rule': ({ rule, documents, ownFields }: FollowedRule) => documents.map((pages) => ruleOn(pages, rule, ownFields)),
  /** A document as a PDF that can be searched. */
  'searchable-pdf': (input: SearchableInput) => searchable(input),
  /** A document as PDF/A-3, for keeping. */
  'kept-pdf': (input: KeptInput) => kept(input),
} as const;

export type TaskName = keyof typeof TASKS;
export type TaskInput<N extends TaskName> = Parameters<(typeof TASKS)[N]>[0];
export type TaskResult<N extends TaskName> = Awaited<ReturnType<(typeof TASKS)[N]>>;
