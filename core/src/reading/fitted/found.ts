import type { Evidence } from '../../documents/index.js';
import type { LabelMeaning } from '../../languages/index.js';
import type { Found } from '../header/head-fields.js';
import type { DateSpan, Span } from '../print/spans.js';
import type { Likely } from './choose.js';
import type { FittedField } from './fields.js';
import { areOne, type HeadCandidate } from './traits.js';

/** Fields whose values labels point at. */
type Pointed = Exclude<FittedField, 'sellerName'>;

/** Less likely than this, a value is not even another one that it could be. */
const HARDLY = 0.005;

/** Labels that say that a value is none of the head's, and how plainly one of them must point at it. */
const OTHERWISE = ['other', 'sellerTaxId', 'payTo', 'ownNumber', 'terms'] as const;
const PLAINLY = 0.8;

/**
 * The likeliest value that a field may have though none was plain enough: neither what was chosen for another field (`taken`) nor what a
 * known label says to be something else. Null where there is none.
 */
export function perhaps(
  field: Pointed,
  ranked: readonly Likely<HeadCandidate>[],
  taken: HeadCandidate | null,
): { value: string; chance: number } | null {
  const open = ranked.filter(({ candidate }) => {
    if (taken && areOne(candidate, taken)) return false;
    const score = (meaning: LabelMeaning) => candidate.labels.get(meaning)?.score ?? 0;
    return !OTHERWISE.some((meaning) => score(meaning) >= Math.max(PLAINLY, score(field)));
  });
  return likelyOf(foundOf(field, open));
}

/** The likeliest of what was found, with how likely it is; null where nothing was. */
export const likelyOf = ([best]: readonly Found[]): { value: string; chance: number } | null =>
  best ? { value: best.value, chance: best.score } : null;

/** What was likely, as values: each once, as likely as all its places are together; likeliest first, before them the one that was chosen. */
export function foundOf(field: Pointed, ranked: readonly Likely<HeadCandidate>[], chosen?: HeadCandidate | null): Found[] {
  const byValue = new Map<string, Found>();
  for (const { candidate, chance } of ranked) {
    if (chance < HARDLY) continue;
    const { span } = candidate;
    const value = isDated(span) ? span.date.value : span.text;
    const known = byValue.get(value);
    byValue.set(
      value,
      known
        ? { ...known, score: Math.min(1, known.score + chance) }
        : {
            value,
            score: chance,
            fitted: true,
            page: span.run.page,
            box: span.box,
            evidence: evidenceOf(field, candidate),
            ...(isDated(span) ? { swapped: span.date.swapped } : {}),
          },
    );
  }
  const isChosen = (found: Found) => Number(found.value === chosen?.span.text);
  return [...byValue.values()].sort((a, b) => isChosen(b) - isChosen(a) || b.score - a.score);
}

const isDated = (span: Span): span is DateSpan => 'date' in span;

/** A label that is known, else the words beside it, else how it looks. */
function evidenceOf(field: Pointed, { labels, caption }: HeadCandidate): Evidence {
  const pointing = labels.get(field);
  if (pointing) return { code: 'labelled', relation: pointing.relation, label: pointing.label.phrase };
  return caption ? { code: 'captioned', relation: caption.relation, words: caption.text.replace(/:$/, '') } : { code: 'by-looks' };
}
