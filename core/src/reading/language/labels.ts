import type { DocumentKind } from '../../documents/index.js';
import { LEXICONS, type ColumnRole, type LabelMeaning } from '../../languages/index.js';
import { fold, PhraseBook } from './phrases.js';
import type { Row, Run } from '../print/words.js';
import { OWN_WORDS, type Wording } from './wording.js';

/** A label as it stands on a page. */
export interface Label {
  readonly meaning: LabelMeaning;
  readonly phrase: string;
  readonly language: string;
  readonly run: Run;
  /** Words of the run that the label covers. */
  readonly from: number;
  readonly to: number;
}

interface Entry<T> {
  readonly value: T;
  readonly language: string;
}

const labelBook = new PhraseBook<Entry<LabelMeaning>>({ givesWords: true });
const columnBook = new PhraseBook<Entry<ColumnRole>>();
const kindBook = new PhraseBook<Entry<DocumentKind>>();
for (const lexicon of LEXICONS) {
  const { language } = lexicon;
  for (const [value, phrases] of Object.entries(lexicon.labels))
    for (const phrase of phrases) labelBook.add(phrase, { value: value as LabelMeaning, language });
  for (const [value, phrases] of Object.entries(lexicon.columns))
    for (const phrase of phrases) columnBook.add(phrase, { value: value as ColumnRole, language });
  for (const [value, phrases] of Object.entries(lexicon.kinds))
    for (const phrase of phrases) kindBook.add(phrase, { value: value as DocumentKind, language });
}

/** Words that are labels only where they stand alone, first, or right before a value. */
const WEAK = new Set([
  'date',
  'datum',
  'data',
  'fecha',
  'le',
  'del',
  'de',
  'den',
  'to',
  'for',
  'from',
  'an',
  'von',
  'van',
  'voor',
  'aan',
  'pour',
  'para',
  'total',
  'totaal',
  'totale',
  'summe',
  'gesamt',
  'razem',
  'tax',
  'po',
  'due',
  'issued',
  'account',
  'period',
  'customer',
  'discount',
  'delivery',
  'netto',
  'brutto',
  'port',
  'bank',
  'terms',
  'page',
  'commande',
  'pedido',
  'bestellung',
  'client',
  'cliente',
]);

/** Whether the phrase is a weak label, one that also occurs in ordinary text. */
export const isWeak = (phrase: string): boolean => WEAK.has(phrase);

/** The small words of the languages, each with the languages that have it. */
const COMMON = new Map<string, string[]>();
for (const { language, words } of LEXICONS)
  for (const word of new Set(words.common.map(fold))) COMMON.set(word, [...(COMMON.get(word) ?? []), language]);

/** Whether the phrase is one of the small words of a language: “van”, “of”. */
export const isSmallWord = (phrase: string): boolean => COMMON.has(phrase);

/** The language most labels and small words on the rows belong to, ties to the first of the list; English where nothing tells. */
export function languageOf(rows: readonly Row[]): string {
  return likelyLanguage(rows) ?? 'en';
}

/** The language most labels and small words on the rows belong to, ties to the first of the list; null where nothing tells. */
export const likelyLanguage = (rows: readonly Row[]): string | null => languageVotes(rows)?.language ?? null;

/** The language with the most votes, and how many: letters of labels, two for each small word. */
export function languageVotes(rows: readonly Row[]): { language: string; votes: number } | null {
  const votes = new Map<string, number>();
  const vote = (language: string, weight: number) => votes.set(language, (votes.get(language) ?? 0) + weight);
  for (const row of rows) {
    for (const run of row.runs) {
      for (const hit of [...labelBook.find(run), ...kindBook.find(run)]) {
        const languages = new Set(hit.value.map((entry) => entry.language));
        for (const language of languages) vote(language, hit.phrase.length / languages.size);
      }
      for (const word of run.words) {
        const languages = COMMON.get(fold(word.text)) ?? [];
        for (const language of languages) vote(language, 2 / languages.length);
      }
    }
  }
  let best: string | null = null;
  for (const { language } of LEXICONS) if ((votes.get(language) ?? 0) > (best === null ? 0 : (votes.get(best) ?? 0))) best = language;
  return best === null ? null : { language: best, votes: votes.get(best) ?? 0 };
}

/** Whether the text is a word of a label or of a column's head. */
export const isLabelWord = (text: string): boolean => labelBook.hasWord(text) || columnBook.hasWord(text);

/** All labels on the rows. Where a phrase means several things, each is returned. */
export function labelsOf(rows: readonly Row[], wording: Wording): Label[] {
  return rows.flatMap((row) => row.runs.flatMap((run) => labelsIn(run, wording)));
}

function labelsIn(run: Run, { language, own }: Wording): Label[] {
  const owned = own?.labels.find(run) ?? [];
  const his = owned.flatMap(({ value, phrase, from, to }) =>
    value.map((meaning) => ({ meaning, phrase, language: OWN_WORDS, run, from, to })),
  );
  const others = labelBook.find(run).filter((hit) => !owned.some((one) => one.from < hit.to && hit.from < one.to));
  const known = others.flatMap((hit) => {
    const spoken = hit.value.filter((entry) => entry.language === language);
    const entries = spoken.length > 0 ? spoken : hit.value;
    const meanings = new Map(entries.map((entry) => [entry.value, entry]));
    return [...meanings.values()].map((entry) => ({
      meaning: entry.value,
      phrase: hit.phrase,
      language: entry.language,
      run,
      from: hit.from,
      to: hit.to,
    }));
  });
  return [...his, ...known].sort((a, b) => a.from - b.from);
}

/** Column heads found in a run, with every role that the word may have; `owned`: a word of the supplier's own, learned with its role. */
export function columnHeadsIn(run: Run, { language, own }: Wording) {
  const owned = own?.columns.find(run) ?? [];
  const others = columnBook.find(run).filter((hit) => !owned.some((one) => one.from < hit.to && hit.from < one.to));
  const his = owned.map((hit) => ({ ...hit, value: [], roles: hit.value.filter((role) => role !== null), own: true, owned: true }));
  const known = others.map((hit) => {
    const spoken = hit.value.filter((entry) => entry.language === language);
    return {
      ...hit,
      roles: [...new Set((spoken.length > 0 ? spoken : hit.value).map((entry) => entry.value))],
      own: spoken.length > 0,
      owned: false,
    };
  });
  return [...his, ...known].sort((a, b) => a.from - b.from);
}

/** What a column under exactly these words may hold, in any language; nothing where no list has them. */
export const rolesOfHead = (words: string): ColumnRole[] => columnBook.get(words).map(({ value }) => value);

/** The roles of all columns that have a head: words for columns count where at least two stand in one row. */
export function headedColumns(rows: readonly Row[], wording: Wording): ReadonlySet<ColumnRole> {
  const headed = rows.map((row) => row.runs.flatMap((run) => columnHeadsIn(run, wording)));
  return new Set(headed.filter((heads) => heads.length > 1).flatMap((heads) => heads.flatMap(({ roles }) => roles)));
}

/** Document kinds that a run's words name. */
export function kindsIn(run: Run): { kind: DocumentKind; from: number; to: number; phrase: string }[] {
  const found = kindBook.find(run).map((hit) => ({ kind: hit.value[0].value, from: hit.from, to: hit.to, phrase: hit.phrase }));
  if (found.length > 0 || run.words[0].score === undefined || run.words.length < 2) return found;
  // A reader of a scan parts the letters of a large title.
  const joined = run.words.map((word) => word.text).join('');
  const [entry] = joined.length < SHORTEST_TITLE ? [] : kindBook.get(joined);
  return entry ? [{ kind: entry.value, from: 0, to: run.words.length, phrase: fold(joined) }] : [];
}

/** Letters that a title has at least whose words are put together from what a reader parted. */
const SHORTEST_TITLE = 6;
