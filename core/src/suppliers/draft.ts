import { daysBetween, type IsoDate } from '../dates/index.js';
import { currencyOfCountry } from '../reading/index.js';
import { foldText } from '../similarity/index.js';
import type { SellerTraits } from './recognise.js';

/** What a document shows that a supplier's record begins with. */
export interface ShownBySupplier extends SellerTraits {
  readonly currency: string | null;
  readonly issueDate: IsoDate | null;
  readonly dueDate: IsoDate | null;
}

/** A supplier's record as far as one document shows it; empty text and null where it shows nothing. */
export interface DraftedSupplier {
  readonly name: string;
  readonly taxId: string | null;
  readonly iban: string | null;
  /** The part behind the @ of the mails that its invoices come with. */
  readonly mailDomain: string | null;
  /** ISO 3166, two letters. */
  readonly country: string;
  /** ISO 4217. */
  readonly currency: string;
  /** Days to pay from the issue date, where an invoice does not say otherwise. */
  readonly termsDays: number;
}

const USUAL_TERMS = 30;

/** Draws a supplier's record up from one of its documents. */
export function draftSupplier(shown: ShownBySupplier): DraftedSupplier {
  const country = countryOf(shown.taxId) ?? countryOf(shown.iban) ?? '';
  const days = shown.issueDate && shown.dueDate ? daysBetween(shown.issueDate, shown.dueDate) : USUAL_TERMS;
  return {
    name: shown.name ?? '',
    taxId: shown.taxId,
    iban: shown.iban,
    mailDomain: shown.mailDomain && isOwnDomain(shown.mailDomain, shown.name ?? '') ? shown.mailDomain : null,
    country,
    currency: shown.currency ?? currencyOfCountry(country) ?? '',
    termsDays: days >= 0 && days <= 365 ? days : USUAL_TERMS,
  };
}

/** The country before a tax id or an IBAN. Greek tax ids begin with EL. */
function countryOf(id: string | null): string | null {
  const [country] = /^[A-Z]{2}/.exec(id ?? '') ?? [null];
  return country === 'EL' ? 'GR' : country;
}

/** Whether a word of the name stands in the domain: mails are forwarded, and sent from post boxes that anybody can have. */
const isOwnDomain = (domain: string, name: string): boolean =>
  foldText(name)
    .split(' ')
    .some((word) => word.length >= 4 && foldText(domain).replaceAll(' ', '').includes(word));
