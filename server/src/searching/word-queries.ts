import { many, type Database } from '../database/database.js';

/** What a word is looked for as. */
export interface Forms {
  /** In small letters, without accents. */
  readonly plain: string;
  /** In each language. */
  readonly stems: readonly string[];
  /** What it is called in other languages, where that stands somewhere. */
  readonly abroad: readonly string[];
  /** Words that stand somewhere and are written much alike, where it stands nowhere itself. */
  readonly alike: readonly string[];
}
/** By how many letters two words may differ that may stand for each other. */
const OFF = 2;
const MOST_ALIKE = 3;

/** Those of the words that stand somewhere. */
export const knownWords = async (db: Database, words: readonly string[]): Promise<string[]> =>
  (await many<{ word: string }>(db, 'select word from archive_words where word = any($1) order by word', [words])).map(({ word }) => word);

export const formsOfWords = (db: Database, words: readonly string[]) =>
  many<Omit<Forms, 'abroad'> & { word: string }>(
    db,
    `select w.word, f.plain, f.stems,
       case when w.word ~ '^[[:alpha:]]{4,30}$' and not exists (select from archive_words k where k.word like f.plain || '%') and not exists (select from archive_words k, unnest(f.stems) as stem where length(stem) > 2 and k.word like stem || '%')
         then array(select k.word from archive_words k where k.word % f.plain and levenshtein_less_equal(k.word, f.plain, ${OFF}) <= ${OFF} order by levenshtein(k.word, f.plain), similarity(k.word, f.plain) desc, k.word limit ${MOST_ALIKE}) else '{}' end as alike
     from unnest($1::text[]) as w (word), lateral (select lower(unaccent(w.word)) as plain, archive_stems(w.word) as stems offset 0) as f`,
    [words],
  );
