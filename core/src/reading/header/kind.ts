import { type DocumentKind, isForTheBooks } from '../../documents/index.js';
import { middleOf, middleY } from '../../geometry/index.js';
import type { LabelledRows } from './candidates.js';
import { kindsIn } from '../language/labels.js';
import type { PageWords, Row, Run } from '../print/words.js';

type Hit = ReturnType<typeof kindsIn>[number];

/** What the document is, by the words of its title and the sign of its total (`negative`), with a score of 0..1 and the words that told. */
export function documentKind(
  pages: readonly PageWords[],
  rows: readonly Row[],
  hasTotals: boolean,
  addsUp: boolean,
  negative = false,
  labelled?: LabelledRows,
  tableRows: ReadonlySet<number> = NO_ROWS,
): { kind: DocumentKind; score: number; run: Run | null } {
  const first = pages[0];
  if (!first) return { kind: 'other', score: 0.3, run: null };
  const body = bodyPrint(rows);
  const votes = new Map<DocumentKind, { score: number; run: Run }>();
  for (const row of rows) {
    if (row.page !== first.page) continue;
    const depth = middleY(row.box) / first.height;
    for (const run of row.runs) {
      const hits = kindsIn(run);
      for (const hit of hits) {
        const words = run.words.slice(hit.to).map((word) => word.text);
        // "Abono 9179344": a title and nothing but its number; "Avoir Réf. commande 4711": or the label of something else.
        const labelNext = labelled?.onRow(row.index).some((label) => label.run === run && label.from === hit.to) ?? false;
        const alone = hit.from === 0 && (words.length === 0 || labelNext || (words.length === 1 && OWN_NUMBER.test(words[0])));
        // What was sold may be a credit: a line names no document.
        const inTable = tableRows.has(row.index);
        const large = isLarge(run, body) && !inTable;
        if (NEGATED.test(run.words.slice(0, hit.from).at(-1)?.text ?? '')) continue;
        if (WEAK.has(hit.phrase) && !large && !isNumbered(run, hit, hits)) continue;
        let score = 0.15 - (inTable ? 0.4 : 0) + (alone ? 0.35 : hit.from === 0 ? 0.15 : 0) + (large ? 0.4 : 0) - (depth > 0.5 ? 0.35 : 0);
        if (hit.kind === 'delivery-note' && !large && !alone) score -= 0.15;
        if (hit.kind === 'credit-note' && hit.from === 0 && isNumbered(run, hit, hits)) score += 0.25;
        if (/^(your|ihre?r?|votre|uw|su|vs|original|relating)/i.test(run.text)) score -= 0.3;
        if (score > (votes.get(hit.kind)?.score ?? 0)) votes.set(hit.kind, { score, run });
      }
    }
  }
  // What is all below zero is owed to the buyer, unless its title plainly says invoice.
  if (negative && hasTotals && (votes.get('credit-note')?.score ?? 0) < 0.5) {
    const titled = votes.get('invoice');
    if (titled && titled.score >= 0.5) return { kind: 'invoice', score: BELOW_ZERO, run: titled.run };
    return { kind: 'credit-note', score: addsUp ? 0.9 : 0.7, run: votes.get('credit-note')?.run ?? null };
  }
  const ranked = [...votes].sort((a, b) => b[1].score - a[1].score);
  const [best, second] = ranked;
  if (!best || best[1].score < 0.15)
    return { kind: hasTotals ? 'invoice' : 'other', score: addsUp ? 0.85 : hasTotals ? 0.6 : 0.5, run: null };
  if (best[0] !== 'invoice' && best[0] !== 'order-confirmation' && best[1].score < 0.5 && hasTotals && votes.has('invoice'))
    return { kind: 'invoice', score: 0.7, run: votes.get('invoice')?.run ?? null };
  if (best[0] === 'invoice' && !hasTotals && best[1].score < 0.5) return { kind: 'other', score: 0.5, run: best[1].run };
  // Goods that are delivered have no total: what has one, and says invoice or credit note too, only cites its delivery note.
  const owed = ranked.find(([kind]) => isForTheBooks(kind));
  if (best[0] === 'delivery-note' && hasTotals && owed) return { kind: owed[0], score: 0.85, run: owed[1].run };
  // What adds up to a total with tax is no letter, unless its title says so in large print.
  // A confirmation of an order adds up as well; and what a plain title says otherwise is asked about.
  if (addsUp && best[0] !== 'order-confirmation' && !isForTheBooks(best[0]) && best[1].score < 0.75)
    return { kind: 'invoice', score: best[1].score < PLAIN_TITLE ? 0.85 : 0.7, run: votes.get('invoice')?.run ?? null };
  const margin = best[1].score - (second?.[1].score ?? 0);
  return { kind: best[0], score: Math.min(0.99, 0.75 + margin / 2 + (best[1].score > 0.6 ? 0.15 : 0)), run: best[1].run };
}

/**
 * Whether a number follows the words for a kind: whose number is a credit note's is one, even where its title could not be read.
 * The number's label may say invoice: "Kreditfaktura Faktura nr 5612", "Credit note Our invoice A-083-8".
 */
function isNumbered(run: Run, kind: Hit, hits: readonly Hit[]): boolean {
  const text = (at: number) => run.words[at]?.text ?? '';
  const label = hits.find((other) => other.kind === 'invoice' && (other.from === kind.to || other.from === kind.to + 1));
  return NUMBER_WORD.test(text(kind.to)) || (label !== undefined && (NUMBER_WORD.test(text(label.to)) || OWN_NUMBER.test(text(label.to))));
}

/** From here on a title stands by itself or in large print. */
const PLAIN_TITLE = 0.4;
const NO_ROWS: ReadonlySet<number> = new Set();
/** “This is no invoice”, in every language that is read. */
const NEGATED = /^(no|not|keine?|kein|pas|no|non|geen|inte|ingen|nie)$/i;
/** Words that are a title in large print or before a number only. */
const WEAK: ReadonlySet<string> = new Set(['credit']);

/** How sure an invoice over less than nothing is one. */
const BELOW_ZERO = 0.7;

/** "no.", "Nr", "n°", "number": what follows makes a label of the words before it. */
const NUMBER_WORD = /^(no|nr|n|nº|n°|num|núm|number|nummer|numer|numéro|numero|número|ref)[.:°º]*$/i;

/** What can stand behind a title as the document's number. */
const OWN_NUMBER = /^#?[A-Z]{0,4}[-/]?\d[\dA-Z./-]{2,}$/i;

/** The usual height of print and the usual width of a letter. */
interface Print {
  readonly height: number;
  readonly letter: number;
}

function bodyPrint(rows: readonly Row[]): Print {
  const runs = rows.flatMap((row) => row.runs);
  return { height: middleOf(runs.map((run) => run.box.height)) ?? 10, letter: middleOf(runs.map(letterWidth)) ?? 5 };
}

/** Whether a run is set larger than most: on a scan its letters must be wider too, for a stain makes a box higher. */
const isLarge = (run: Run, body: Print): boolean =>
  run.box.height > 1.25 * body.height && (run.words[0].score === undefined || letterWidth(run) > 1.1 * body.letter);

const letterWidth = (run: Run): number => run.box.width / run.text.length;
