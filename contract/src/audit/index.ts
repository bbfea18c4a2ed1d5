import type { AuditAct } from '@umber/core/audit';

/** One act that belongs to no document. */
export interface AuditEntry {
  readonly id: number;
  readonly at: string;
  /** Null where nobody was signed in. */
  readonly person: string | null;
  readonly act: AuditAct;
}
