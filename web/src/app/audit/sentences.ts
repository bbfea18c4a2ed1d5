import type { AuditAct } from '@umber/core/audit';
import { LEDGER_CODE_NAMES, type LedgerCodeKind } from '@umber/contract/other-ledger';
import { orderChangeText } from '../orders/sentences';
import type { SupplierChange } from '@umber/core/suppliers';
import { supplierChangeText } from '../suppliers/record-words';
import { fullDay } from '../dates/day';
import { KEPT_KIND_NAMES, MONTHS } from '../retention/words';
import { counted } from '../words/counted';
import { SEPARATION_NAMES } from '../approval/sentences';

/** What was done that belongs to no document. */
export function auditText(act: AuditAct): string {
  switch (act.code) {
    case 'signed-in':
      return `Signed in from ${act.address}.`;
    case 'sign-in-refused':
      return `A try to sign in as “${act.login}” from ${act.address} was refused.`;
    case 'signed-out':
      return 'Signed out.';
    case 'source-added':
      return `Added the ${act.kind} “${act.name}”.`;
    case 'source-changed':
      return act.changes.length === 0
        ? `Saved the source “${act.name}” as it was.`
        : `Changed the source “${act.name}”: ${act.changes.map(changeText).join('; ')}.`;
    case 'source-removed':
      return `Removed the source “${act.name}”.`;
    case 'source-tried':
      return `Tried the source “${act.name}”: it ${act.works ? 'worked' : 'did not work'}.`;
    case 'rules-set':
      return `Set the rules of “${act.source}”: ${counted(act.before.length, 'rule')} before, ${act.after.length} now.`;
    case 'token-made':
      return `Made the token “${act.name}”.`;
    case 'token-revoked':
      return `Revoked the token “${act.name}”.`;
    case 'risk-set':
      return `Set how many of 100 values may be wrong unasked: ${act.before} before, ${act.after} now.`;
    case 'exported':
      return `Exported “${act.name}”.`;
    case 'other-ledger-switched':
      return act.isOn ? 'Entries are handed to the other ledger' : 'Entries are not handed to the other ledger any more';
    case 'ledger-code-set':
      return `${LEDGER_CODE_NAMES[act.kind as LedgerCodeKind] ?? act.kind} ${act.ours} in the other ledger: ${act.before ?? 'nothing'} → ${act.after ?? 'nothing'}`;
    case 'ledger-entry-again':
      return `Had entry ${act.entry} handed to the other ledger again.`;
    case 'ledger-batch-again':
      return `Sent batch ${act.batch} to the other ledger again.`;
    case 'ledger-batch-anew':
      return `Took batch ${act.batch} apart: ${act.entries === 1 ? 'its entry goes' : `its ${act.entries} entries go`} in another.`;
    case 'export-target-set':
      return act.to === null ? `Export “${act.name}” goes nowhere by itself any more` : `Export “${act.name}” goes to ${act.to}`;
    case 'hook-made':
      return `Told from now on: ${act.url}`;
    case 'hook-removed':
      return `Not told any more: ${act.url}`;
    case 'keeping-set':
      return act.after === null ? 'Documents are kept in no folder any more' : `Documents are kept in ${act.after}, named ${act.pattern}`;
    case 'retention-set':
      return [
        ...act.changes.map(({ kind, before, after }) => `${KEPT_KIND_NAMES[kind]}: kept for ${yearsText(before)} → ${yearsText(after)}`),
        ...(act.before === act.after ? [] : [`Last month of the financial year: ${MONTHS[act.before - 1]} → ${MONTHS[act.after - 1]}`]),
      ].join('; ');
    case 'hold-placed':
      return `Placed the hold “${act.hold}”: ${act.reason}`;
    case 'hold-release-asked':
      return `Asked for the hold “${act.hold}” to end: ${act.reason}`;
    case 'hold-released':
      return `Ended the hold “${act.hold}”`;
    case 'hold-stays':
      return `Left the hold “${act.hold}” on`;
    case 'deletion-asked':
      return `Asked to delete ${counted(act.originals, 'original')} kept until ${fullDay(act.until)} (deletion ${act.deletion}): ${act.reason}`;
    case 'deletion-answered':
      return act.agreed ? `Agreed to deletion ${act.deletion}` : `Left the originals of deletion ${act.deletion}: ${act.reason ?? ''}`;
    case 'export-kept':
      return `Kept the export “${act.name}”.`;
    case 'export-removed':
      return 'Took an export away.';
    case 'page-leads-set':
      return `Set which counts where an electronic invoice’s page and data differ: ${act.pageLeads ? 'the page' : 'the data'}.`;
    case 'separation-set':
      return `Set how many people it takes: “${SEPARATION_NAMES[act.before] ?? act.before}” before, “${SEPARATION_NAMES[act.after] ?? act.after}” now.`;
    case 'own-field-added':
      return `Added the field “${act.field}” to ${act.level === 'head' ? 'the head' : 'the lines'}.`;
    case 'own-field-removed':
      return `Took the field “${act.field}” away.`;
    case 'own-field-changed':
      return `Changed the field “${act.field}”: ${act.changes.map(changeText).join('; ')}.`;
    case 'supplier-added':
      return `Put ${act.supplier} on file${act.another ? ', and said that it is another firm than one like it' : ''}.`;
    case 'supplier-confirmed':
      return `Confirmed ${act.supplier}.`;
    case 'supplier-changed':
      return `${SUPPLIER_STATES[act.state]} ${act.supplier}: ${act.changes.map((one) => supplierChangeText(one as SupplierChange)).join('; ')}.`;
    case 'coding-rules-set':
      return `Set the rules of coding: ${counted(act.before, 'rule')} before, ${act.after} now.`;
    case 'brought-in':
      return `Brought ${act.table.replace('-', ' ')} in from ${act.file}: ${act.added} new, ${act.changed} changed.`;
    case 'brought-in-undone':
      return `Took back what ${act.file} had brought of ${act.table.replace('-', ' ')}.`;
    case 'order-entered':
      return `Entered order ${act.order}.`;
    case 'order-changed':
      return `Changed order ${act.order}${act.allowsMore ? ', which allows more now' : ''}: ${act.changes.map(orderChangeText).join('; ')}.`;
    case 'receipt-entered':
      return `${act.kind === 'return' ? 'Entered a return' : 'Entered a receipt'} of order ${act.order}: ${act.receipt}.`;
    case 'receipt-inspected':
      return `Inspected ${act.receipt} of order ${act.order}.`;
  }
}

const yearsText = (years: number | null): string => (years === null ? 'ever' : counted(years, 'year'));

function changeText({ what, before, after }: { what: string; before: string | null; after: string | null }): string {
  return what === 'password' ? 'a new password' : `${what} from ${before ?? 'nothing'} to ${after ?? 'nothing'}`;
}

const SUPPLIER_STATES = {
  done: 'Changed',
  asked: 'Asked for a change of',
  confirmed: 'Confirmed a change of',
  refused: 'Refused a change of',
} as const;
