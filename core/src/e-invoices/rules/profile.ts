import type { EInvoice } from '../model.js';

/** What profile an invoice is of, as far as its rules differ: the smaller ones have no lines, or not all terms. */
export type Profile = 'minimum' | 'basic-wl' | 'basic' | 'full' | 'extended';
export function profileOf({ profile }: Pick<EInvoice, 'profile'>): Profile {
  const name = profile?.toLowerCase() ?? '';
  if (name.includes(':minimum')) return 'minimum';
  if (name.includes('basicwl')) return 'basic-wl';
  if (/factur-x[^#]*:basic|zugferd[^#]*:basic/.test(name)) return 'basic';
  return name.includes('extended') ? 'extended' : 'full';
}
/** Whether the profile carries lines at all. */
export const hasLines = (invoice: EInvoice): boolean => !['minimum', 'basic-wl'].includes(profileOf(invoice));
