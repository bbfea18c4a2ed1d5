import type { DocumentKind } from '@umber/core/documents';
import { readDocument, type PageWords } from '@umber/core/reading';
import { groupFor, learnedKind, layoutOf, sortedAs, sortingFeatures, type Seen } from '@umber/core/sorting';
import { Random } from '@umber/demo/random';
import { readFile } from '@umber/server/readers/read-file';
import { drawnLetter, LETTER_KINDS } from '@umber/corpus/letters';
import { drawnInvoice } from '@umber/corpus/model';
import type { Press } from '@umber/corpus/print';
import { FAMILIES } from '@umber/corpus/sheets';
import { ofSupplier } from './stacks.js';

/** A document as it comes in: whom it is from, what it is and what is printed on it. */
export interface Incoming {
  readonly supplier: number;
  readonly kind: DocumentKind;
  readonly pages: readonly PageWords[];
}

/** Invoices of each supplier. */
const INVOICES = 3;

/** Invoices and one letter of each kind from so many suppliers, in the order of their coming, the same for the same seed. */
export async function drawnIncoming(press: Press, suppliers: number, seed: number): Promise<Incoming[]> {
  const random = new Random(seed);
  const incoming: Incoming[] = [];
  const come = async (supplier: number, kind: DocumentKind, html: string) => {
    const pages = (await readFile(await press.pdf(html), { pictures: 0, scale: 1 }, () => undefined)).map((page) => page.words);
    incoming.push({ supplier, kind, pages });
  };
  for (let supplier = 0; supplier < suppliers; supplier++) {
    const family = random.pick(FAMILIES);
    const first = drawnInvoice(random.whole(1, 1_000_000), family.wish);
    for (let i = 0; i < INVOICES; i++) {
      let next = first;
      while (next === first || next.phrases !== first.phrases) next = drawnInvoice(random.whole(1, 1_000_000), family.wish);
      const invoice = ofSupplier(next, first);
      await come(supplier, invoice.kind, family.draw(invoice).html);
    }
    for (const kind of LETTER_KINDS) await come(supplier, kind, drawnLetter(kind, first));
  }
  return random.some(incoming, incoming.length);
}

/** Pairs of invoices by whether they are of one supplier and whether they were put together. */
export interface GroupingScore {
  readonly together: number;
  readonly ofOne: number;
  readonly wronglyTogether: number;
  readonly ofTwo: number;
}

/** Groups the invoices as they come, by their looks alone (`taxIds` false) or by their tax ids too, and compares with whom they are from. */
export function scoredGrouping(incoming: readonly Incoming[], taxIds: boolean): GroupingScore {
  const seen: (Seen & { supplier: number })[] = [];
  for (const [at, { supplier, kind, pages }] of incoming.entries()) {
    if (kind !== 'invoice' && kind !== 'credit-note') continue;
    const taxId = taxIds ? (readDocument(pages).fields.sellerTaxId?.value ?? null) : null;
    const layout = layoutOf(pages);
    seen.push({ supplier, layout, taxId, group: groupFor(layout, taxId, seen) ?? at });
  }
  const score = { together: 0, ofOne: 0, wronglyTogether: 0, ofTwo: 0 };
  seen.forEach((one, i) =>
    seen.slice(0, i).forEach((other) => {
      const together = one.group === other.group ? 1 : 0;
      if (one.supplier === other.supplier) {
        score.ofOne++;
        score.together += together;
      } else {
        score.ofTwo++;
        score.wronglyTogether += together;
      }
    }),
  );
  return score;
}

/** How many documents are sorted right by what they say, and by that and what was learned together. */
export interface SortingScore {
  readonly documents: number;
  readonly byTitle: number;
  readonly learned: number;
  /** Documents which learning sorts wrong though their titles were right. */
  readonly misled: number;
}

/** Learns from every other document, as if clerks had sorted them, and sorts the rest. */
export function scoredSorting(incoming: readonly Incoming[]): SortingScore {
  const features = incoming.map(({ pages }) => sortingFeatures(pages));
  const isKnown = (at: number) => at % 2 === 0;
  const titles = incoming.map(({ pages }) => readDocument(pages).kind);
  const shown = (i: number) => ({ seller: String(incoming[i].supplier), titled: titles[i], features: features[i] });
  const model = { examples: incoming.flatMap(({ kind }, i) => (isKnown(i) ? [{ kind, ...shown(i) }] : [])) };
  const score = { documents: 0, byTitle: 0, learned: 0, misled: 0 };
  for (const [i, one] of incoming.entries()) {
    if (isKnown(i)) continue;
    const sorted = sortedAs(model, shown(i));
    score.documents++;
    if (titles[i] === one.kind) score.byTitle++;
    if (sorted === one.kind) score.learned++;
    else if (titles[i] === one.kind) score.misled++;
  }
  return score;
}

/** What became of the other documents when a person said of one invoice of each supplier that it is a statement. */
export interface CorrectionScore {
  /** Invoices of the same suppliers that come after it, and how many of them are asked about. */
  readonly after: number;
  readonly followed: number;
  /** Invoices of all other suppliers, and how many of them are. */
  readonly others: number;
  readonly strayed: number;
}

/** Says of one invoice of each supplier in turn that it is a statement, while all else was sorted by its title. */
export function scoredCorrections(incoming: readonly Incoming[]): CorrectionScore {
  const score = { after: 0, followed: 0, others: 0, strayed: 0 };
  const invoices = incoming
    .filter(({ kind }) => kind === 'invoice')
    .map((one) => ({
      supplier: one.supplier,
      seller: String(one.supplier),
      features: sortingFeatures(one.pages),
      titled: readDocument(one.pages).kind,
    }));
  for (const supplier of new Set(invoices.map((one) => one.supplier))) {
    const corrected = invoices.find((one) => one.supplier === supplier);
    if (!corrected) continue;
    const model = { examples: [{ ...corrected, kind: 'statement' as const }] };
    for (const one of invoices) {
      if (one === corrected) continue;
      const follows = learnedKind(model, one) !== null ? 1 : 0;
      if (one.supplier === supplier) {
        score.after++;
        score.followed += follows;
      } else {
        score.others++;
        score.strayed += follows;
      }
    }
  }
  return score;
}
