import type { SupplierSign } from '../documents/index.js';
import { isShown, normalizeIban, normalizeTaxId } from '../identifiers/index.js';
import { foldText, similarity } from '../similarity/index.js';

/** A supplier of the master data, as far as recognising it goes. */
export interface KnownSupplier {
  readonly id: number;
  readonly name: string;
  readonly taxId: string | null;
  readonly iban: string | null;
  readonly mailDomain: string | null;
  /** Whether somebody put it on file and nobody has confirmed it yet: no document is taken for its without asking. */
  readonly waits?: boolean;
  /** What else it is known by. */
  readonly otherNames?: readonly string[];
  readonly otherTaxIds?: readonly string[];
  readonly otherDomains?: readonly string[];
  readonly otherAccounts?: readonly string[];
}

/** What a document shows of its seller. */
export interface SellerTraits {
  readonly name: string | null;
  readonly taxId: string | null;
  readonly iban: string | null;
  readonly mailDomain: string | null;
}

/** A supplier that the document may be from, with what speaks for it and against it. */
export interface SupplierGuess {
  readonly id: number;
  readonly name: string;
  /** 0..1; from `SURE` on it is taken without asking. */
  readonly score: number;
  /** What they have in common, and what is another on file than on the page. */
  readonly signs: readonly SupplierSign[];
  readonly waits: boolean;
}

/** From this score on a supplier is taken without asking. */
export const SURE = 0.8;
const MOST_GUESSES = 5;

/** Suppliers that the traits fit, best first. A tax id alone is enough; a name alone only when it is nearly the same. */
export function guessSupplier(traits: SellerTraits, suppliers: readonly KnownSupplier[]): SupplierGuess[] {
  return suppliers
    .map((supplier) => weigh(traits, supplier))
    .filter((guess) => guess.score >= 0.3)
    .sort((a, b) => b.score - a.score || a.id - b.id)
    .slice(0, MOST_GUESSES);
}

function weigh(traits: SellerTraits, supplier: KnownSupplier): SupplierGuess {
  const signs: SupplierSign[] = [];
  let doubt = 1;
  const speaks = (weight: number, sign: SupplierSign) => {
    doubt *= 1 - weight;
    signs.push(sign);
  };
  const known = <T>(first: T | null, others: readonly T[] = []): T[] => (first === null ? [...others] : [first, ...others]);
  const { taxId, iban, name } = traits;
  const taxIds = known(supplier.taxId, supplier.otherTaxIds);
  if (taxId && taxIds.length > 0) {
    if (taxIds.some((one) => sameTaxId(taxId, one))) speaks(0.9, 'tax-id');
    else signs.push('other-tax-id');
  }
  const accounts = known(supplier.iban, supplier.otherAccounts);
  if (iban && accounts.length > 0) {
    if (accounts.some((one) => isShown(one, normalizeIban(iban)))) speaks(0.75, 'iban');
    else signs.push('other-iban');
  }
  if (traits.mailDomain && known(supplier.mailDomain, supplier.otherDomains).includes(traits.mailDomain)) speaks(0.45, 'mail-domain');
  if (name) {
    const alike = Math.max(
      ...known(supplier.name, supplier.otherNames).map((one) => (foldText(name) === foldText(one) ? 1 : similarity(name, one))),
    );
    if (alike === 1) speaks(0.82, 'name');
    else if (alike >= 0.7) speaks(0.6 * alike, 'similar-name');
  }
  const contradicted = signs.includes('other-tax-id') ? 0.45 : 1;
  return { id: supplier.id, name: supplier.name, score: (1 - doubt) * contradicted, signs, waits: supplier.waits ?? false };
}

/** The same number, with the country's prefix printed or not. */
export function sameTaxId(a: string, b: string): boolean {
  const [left, right] = [normalizeTaxId(a), normalizeTaxId(b)];
  return left === right || left === right.replace(/^[A-Z]{2}/, '') || right === left.replace(/^[A-Z]{2}/, '');
}
