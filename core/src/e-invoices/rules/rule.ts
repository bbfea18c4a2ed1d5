import type { EInvoice } from '../model.js';

/** Where in an invoice a rule looks: a term of the norm, and the 0-based line, allowance, share of tax, payment or attachment it is of. */
export interface Place {
  readonly term: Term;
  readonly of?: 'line' | 'allowance' | 'tax' | 'payment' | 'attachment' | 'party';
  readonly index?: number;
}
/** A business term or group, as the norm counts them: `BT-112`, `BG-23`. */
export type Term = `BT-${number}` | `BG-${number}` | `BT-DEX-${number}`;

/** What a rule found: where, and the figures that it is about, decimal strings or codes. */
export interface Finding {
  readonly rule: string;
  readonly level: 'error' | 'warning';
  readonly place: Place;
  /** What stands there, and what would be right, where the rule reckons. */
  readonly found: string | null;
  readonly wanted: string | null;
}

/** One place that breaks a rule. */
export interface Broken extends Place {
  readonly found?: string | null;
  readonly wanted?: string | null;
}

/** A rule of the norm: its number, how bad a breach is, and a function that names each place that breaks it. */
export interface Rule {
  readonly id: string;
  readonly level: 'error' | 'warning';
  readonly broken: (invoice: EInvoice) => readonly Broken[];
}

export const rule = (id: string, broken: Rule['broken'], level: Rule['level'] = 'error'): Rule => ({ id, level, broken });

/** A rule that wants a term to be there. */
export const required = (id: string, term: Term, value: (invoice: EInvoice) => unknown): Rule =>
  rule(id, (invoice) => (value(invoice) === null || value(invoice) === undefined ? [{ term }] : []));

export const findingsOf = (invoice: EInvoice, rules: readonly Rule[]): Finding[] =>
  rules.flatMap(({ id, level, broken }) =>
    broken(invoice).map(({ found = null, wanted = null, ...place }) => ({ rule: id, level, place, found, wanted })),
  );

/** The lines that something is missing of, as places of a term. */
export const ofLines = (invoice: EInvoice, missing: (line: EInvoice['lines'][number]) => boolean, term: Term): Broken[] =>
  invoice.lines.flatMap((line, index) => (missing(line) ? [{ term, of: 'line' as const, index }] : []));
