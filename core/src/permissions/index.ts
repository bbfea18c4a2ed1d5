export const ROLES = ['clerk', 'approver', 'controller', 'administrator', 'auditor'] as const;
export type Role = (typeof ROLES)[number];

/** What each role may do, beyond looking. Administrators administer: they touch no document. */
export const MAY = {
  check: ['clerk', 'controller'],
  match: ['clerk', 'controller'],
  /** Confirm, as one of two, an account that money would go to. */
  confirmAccounts: ['clerk', 'approver', 'controller'],
  approve: ['approver', 'controller'],
  post: ['controller'],
  /** Send a document back to Check: an approver who is asked, and who checks or posts. */
  sendBack: ['clerk', 'approver', 'controller'],
  /** Say something about a document without changing it: notes, tags, handing it to a colleague. */
  note: ['clerk', 'approver', 'controller'],
  /** Put suppliers on file. */
  suppliers: ['clerk', 'controller'],
  /** Confirm suppliers that somebody else put on file. */
  confirmSuppliers: ['controller', 'administrator'],
  /** Enter, change, close and reopen orders. Who did never posts what relies on it. */
  orders: ['clerk', 'approver', 'controller'],
  /** Bring tables of suppliers, orders and receipts in. */
  imports: ['clerk', 'controller'],
  /** Hand lists of documents on as files. */
  exports: ['clerk', 'controller', 'auditor'],
  /** Hand lists of documents to colleagues. */
  handLists: ['clerk', 'approver', 'controller', 'auditor'],
  /** Say where exports go by themselves. */
  exportTargets: ['controller'],
  /** Keep searches of one's own, or for everybody. */
  keepSearches: ['clerk', 'approver', 'controller', 'administrator', 'auditor'],
  /** Keep exports under a name, let them run by themselves, and take them away. */
  keepExports: ['clerk', 'controller'],
  /** Bring accounts and cost centres in. */
  masterData: ['controller'],
  /** Say what came and what went back. */
  receipts: ['clerk', 'approver', 'controller'],
  /** Say by which rules lines are coded. */
  codingRules: ['clerk', 'controller'],
  /** Change what was learned of suppliers. */
  habits: ['clerk', 'controller'],
  /** Make rules that are followed on the pages of all suppliers. */
  rulesForAll: ['controller'],
  /** Add fields of the company's own to those of every invoice. */
  ownFields: ['administrator'],
  /** Say how sure reading must be. */
  risk: ['controller', 'administrator'],
  /** Bring files in, and tokens for programs that do. */
  submit: ['clerk', 'controller', 'administrator'],
  /** Say what is done with what comes from a source. */
  rules: ['clerk', 'controller', 'administrator'],
  /** Add and change sources. */
  sources: ['administrator'],
  /** Say whether the company has three people for a document, or two. */
  separation: ['administrator'],
  /** Say how long originals are kept. */
  retention: ['controller'],
  /** Say what must not go, and ask for that to end. */
  placeHolds: ['clerk', 'controller'],
  /** Ask for originals to be deleted that need not be kept any longer. */
  askDeletions: ['clerk', 'controller'],
  /** Agree to what somebody else asked: that originals are deleted, or a hold ends. */
  agreeDeletions: ['controller'],
  /** See what was set and who signed in. */
  audit: ['controller', 'administrator', 'auditor'],
  demo: ['clerk', 'approver', 'controller', 'administrator'],
} as const satisfies Record<string, readonly Role[]>;
export type Right = keyof typeof MAY;

/** Whether a role has a right. */
export function may(role: Role, right: Right): boolean {
  return (MAY[right] as readonly Role[]).includes(role);
}
