import type { KeptKind } from '../documents/index.js';
import type { SourceRule } from '../intake/index.js';
import type { Shapes } from '../shapes/index.js';

/** What was done that belongs to no document: settings, sources, rules, tokens, suppliers, and who signed in. */
export type AuditAct =
  | { readonly code: 'signed-in'; readonly address: string }
  | { readonly code: 'sign-in-refused'; readonly login: string; readonly address: string }
  | { readonly code: 'signed-out' }
  | { readonly code: 'source-added'; readonly name: string; readonly kind: string; readonly settings: Readonly<Record<string, unknown>> }
  | {
      readonly code: 'source-changed';
      readonly name: string;
      /** Names of what was changed, with what was there and what is; a password is named without its value. */
      readonly changes: readonly { readonly what: string; readonly before: string | null; readonly after: string | null }[];
    }
  | { readonly code: 'source-removed'; readonly name: string }
  | { readonly code: 'source-tried'; readonly name: string; readonly works: boolean }
  | { readonly code: 'rules-set'; readonly source: string; readonly before: readonly SourceRule[]; readonly after: readonly SourceRule[] }
  | { readonly code: 'token-made'; readonly name: string }
  | { readonly code: 'token-revoked'; readonly name: string }
  /** In hundredths. */
  | { readonly code: 'risk-set'; readonly before: number; readonly after: number }
  /** Which counts where an electronic invoice's page and data differ. */
  /** A list of documents was handed on as files: the run in the journal of exports. */
  | { readonly code: 'other-ledger-switched'; readonly isOn: boolean }
  | {
      readonly code: 'ledger-code-set';
      readonly kind: string;
      readonly ours: string;
      readonly before: string | null;
      readonly after: string | null;
    }
  | { readonly code: 'ledger-entry-again'; readonly entry: number }
  | { readonly code: 'ledger-batch-again'; readonly batch: number }
  | { readonly code: 'ledger-batch-anew'; readonly batch: number; readonly entries: number }
  | { readonly code: 'export-target-set'; readonly name: string; readonly to: string | null }
  | { readonly code: 'hook-made' | 'hook-removed'; readonly url: string }
  | { readonly code: 'keeping-set'; readonly before: string | null; readonly after: string | null; readonly pattern: string }
  | {
      readonly code: 'retention-set';
      /** Years; null: for ever. */
      readonly changes: readonly { readonly kind: KeptKind; readonly before: number | null; readonly after: number | null }[];
      /** The last month of the financial year, before and after. */
      readonly before: number;
      readonly after: number;
    }
  | { readonly code: 'hold-placed' | 'hold-release-asked' | 'hold-released' | 'hold-stays'; readonly hold: string; readonly reason: string }
  /** Originals that were kept until a day. */
  | {
      readonly code: 'deletion-asked';
      readonly deletion: number;
      readonly until: string;
      readonly originals: number;
      readonly reason: string;
    }
  | { readonly code: 'deletion-answered'; readonly deletion: number; readonly agreed: boolean; readonly reason: string | null }
  | { readonly code: 'exported'; readonly name: string; readonly run: number }
  | { readonly code: 'export-kept'; readonly name: string }
  | { readonly code: 'export-removed'; readonly id: number }
  | { readonly code: 'page-leads-set'; readonly pageLeads: boolean }
  | { readonly code: 'separation-set'; readonly before: string; readonly after: string }
  | { readonly code: 'own-field-added' | 'own-field-removed'; readonly field: string; readonly level: string; readonly type: string }
  | {
      readonly code: 'own-field-changed';
      readonly field: string;
      readonly changes: readonly { readonly what: string; readonly before: string | null; readonly after: string | null }[];
    }
  | { readonly code: 'supplier-added'; readonly supplier: string; readonly id: number; readonly another: boolean }
  | { readonly code: 'supplier-confirmed'; readonly supplier: string; readonly id: number }
  | {
      readonly code: 'supplier-changed';
      readonly supplier: string;
      readonly id: number;
      /** Whether it waits for a second person, was confirmed by one, or refused; or whether one was enough. */
      readonly state: 'done' | 'asked' | 'confirmed' | 'refused';
      readonly changes: readonly { readonly field: string; readonly before: string | null; readonly after: string | null }[];
    }
  | { readonly code: 'coding-rules-set'; readonly before: number; readonly after: number }
  | { readonly code: 'brought-in'; readonly table: string; readonly file: string; readonly added: number; readonly changed: number }
  | { readonly code: 'brought-in-undone'; readonly table: string; readonly file: string }
  | { readonly code: 'order-entered'; readonly order: string; readonly id: number }
  | {
      readonly code: 'order-changed';
      readonly order: string;
      readonly id: number;
      /** Whether more may be invoiced since. */
      readonly allowsMore: boolean;
      readonly changes: readonly {
        readonly what: string;
        readonly line: number | null;
        readonly before: string | null;
        readonly after: string | null;
      }[];
    }
  | { readonly code: 'receipt-entered'; readonly order: string; readonly receipt: string; readonly kind: string }
  | { readonly code: 'receipt-inspected'; readonly order: string; readonly receipt: string };

export const AUDIT_SHAPES: Shapes<AuditAct> = {
  'signed-in': { address: 'string' },
  'sign-in-refused': { login: 'string', address: 'string' },
  'signed-out': {},
  'source-added': { name: 'string', kind: 'string', settings: 'object' },
  'source-changed': { name: 'string', changes: 'array' },
  'source-removed': { name: 'string' },
  'source-tried': { name: 'string', works: 'boolean' },
  'rules-set': { source: 'string', before: 'array', after: 'array' },
  'token-made': { name: 'string' },
  'token-revoked': { name: 'string' },
  'risk-set': { before: 'number', after: 'number' },
  exported: { name: 'string', run: 'number' },
  'export-kept': { name: 'string' },
  'other-ledger-switched': { isOn: 'boolean' },
  'ledger-code-set': { kind: 'string', ours: 'string', before: 'string?', after: 'string?' },
  'ledger-entry-again': { entry: 'number' },
  'ledger-batch-again': { batch: 'number' },
  'ledger-batch-anew': { batch: 'number', entries: 'number' },
  'export-target-set': { name: 'string', to: 'string?' },
  'hook-made': { url: 'string' },
  'hook-removed': { url: 'string' },
  'keeping-set': { before: 'string?', after: 'string?', pattern: 'string' },
  'retention-set': { changes: 'array', before: 'number', after: 'number' },
  'hold-placed': { hold: 'string', reason: 'string' },
  'hold-release-asked': { hold: 'string', reason: 'string' },
  'hold-released': { hold: 'string', reason: 'string' },
  'hold-stays': { hold: 'string', reason: 'string' },
  'deletion-asked': { deletion: 'number', until: 'string', originals: 'number', reason: 'string' },
  'deletion-answered': { deletion: 'number', agreed: 'boolean', reason: 'string?' },
  'export-removed': { id: 'number' },
  'page-leads-set': { pageLeads: 'boolean' },
  'separation-set': { before: 'string', after: 'string' },
  'own-field-added': { field: 'string', level: 'string', type: 'string' },
  'own-field-removed': { field: 'string', level: 'string', type: 'string' },
  'own-field-changed': { field: 'string', changes: 'array' },
  'supplier-added': { supplier: 'string', id: 'number', another: 'boolean' },
  'supplier-confirmed': { supplier: 'string', id: 'number' },
  'supplier-changed': { supplier: 'string', id: 'number', state: 'string', changes: 'array' },
  'coding-rules-set': { before: 'number', after: 'number' },
  'brought-in': { table: 'string', file: 'string', added: 'number', changed: 'number' },
  'brought-in-undone': { table: 'string', file: 'string' },
  'order-entered': { order: 'string', id: 'number' },
  'order-changed': { order: 'string', id: 'number', allowsMore: 'boolean', changes: 'array' },
  'receipt-entered': { order: 'string', receipt: 'string', kind: 'string' },
  'receipt-inspected': { order: 'string', receipt: 'string' },
};
