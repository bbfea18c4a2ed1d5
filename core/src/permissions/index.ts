export const ROLES = ['clerk', 'approver', 'controller', 'administrator', 'auditor'] as const;
export type Role = (typeof ROLES)[number];

/** What each role may do, beyond looking. */
export const MAY = {
  check: ['clerk', 'controller', 'administrator'],
  match: ['clerk', 'controller', 'administrator'],
  approve: ['approver', 'controller', 'administrator'],
  post: ['controller', 'administrator'],
  /** Send a document back to Check: an approver who is asked, and who checks or posts. */
  sendBack: ['clerk', 'approver', 'controller', 'administrator'],
  /** Put suppliers on file. */
  suppliers: ['clerk', 'controller', 'administrator'],
  /** Confirm suppliers that somebody else put on file. */
  confirmSuppliers: ['controller', 'administrator'],
  /** Say how sure reading must be. */
  risk: ['controller', 'administrator'],
  /** Bring files in, and tokens for programs that do. */
  submit: ['clerk', 'controller', 'administrator'],
  /** Say what is done with what comes from a source. */
  rules: ['clerk', 'controller', 'administrator'],
  /** Add and change sources. */
  sources: ['administrator'],
  demo: ['clerk', 'approver', 'controller', 'administrator'],
} as const satisfies Record<string, readonly Role[]>;
export type Right = keyof typeof MAY;

/** Whether a role has a right. */
export function may(role: Role, right: Right): boolean {
  return (MAY[right] as readonly Role[]).includes(role);
}
