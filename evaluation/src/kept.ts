import { readdir, readFile } from 'node:fs/promises';
import { basename, extname, join } from 'node:path';
import { HEADER_FIELDS } from '@umber/core/documents';
import { readDocument } from '@umber/core/reading';
import { separate } from '@umber/core/separating';
import type { ReaderPool } from '@umber/server/readers/reader-pool';
import { same } from './score.js';

/** One value of the head that was read: how sure it was said to be, and whether it was right. */
export interface Kept {
  readonly source: string;
  readonly scanned: boolean;
  readonly confidence: number;
  readonly right: boolean;
}
/** A paper's answers, as far as they are compared: `NAME.truth.json` beside `NAME.pdf`. */
interface Answers {
  readonly file: string;
  readonly tags: readonly string[];
  readonly documents: readonly { readonly kind: string; readonly fields: Readonly<Record<string, string | null | undefined>> }[];
}

const READABLE = /\.(pdf|png|jpe?g|tiff?)$/i;
const BANDS = [0, 0.5, 0.7, 0.85, 0.94, 0.97, 0.99] as const;

/** The values of the head that are read off papers whose answers lie beside them, by who drew them (their tag `hand:`). Electronic ones are left out. */
export async function keptOn(folder: string, pool: ReaderPool): Promise<Kept[]> {
  const names = (await readdir(folder)).filter((name) => READABLE.test(name)).sort();
  const found: Kept[] = [];
  for (const name of names) {
    const answers = JSON.parse(await readFile(join(folder, `${basename(name, extname(name))}.truth.json`), 'utf8')) as Answers;
    const pages = (await pool.read(await readFile(join(folder, name)))).map(({ words }) => words);
    const source = answers.tags.find((tag) => tag.startsWith('hand:'))?.slice('hand:'.length) ?? 'unknown';
    separate(pages).documents.forEach((document, i) => {
      const truth = answers.documents.at(i);
      const reading = readDocument(document);
      if (!truth || truth.kind !== reading.kind) return;
      const scanned = document.some((page) => page.straightenedBy !== undefined);
      for (const field of HEADER_FIELDS) {
        const [read, wanted] = [reading.fields[field], truth.fields[field]];
        if (read && wanted !== undefined)
          found.push({ source, scanned, confidence: read.confidence, right: same(field, wanted, read.value) });
      }
    });
  }
  return found;
}

/** What was said and what was right, as a table: bands of confidence of all papers, then every source's values that are asked about by nobody. */
export function keptTable(kept: readonly Kept[], askBelow: number): string[] {
  const row = (name: string, of: readonly Kept[]) => {
    const said = of.reduce((sum, { confidence }) => sum + confidence, 0) / Math.max(1, of.length);
    const right = of.filter((one) => one.right).length / Math.max(1, of.length);
    return `| ${name} | ${of.length} | ${said.toFixed(3)} | ${right.toFixed(3)} |`;
  };
  const bandOf = ({ confidence }: Kept) => BANDS.findLast((band) => confidence >= band) ?? 0;
  const bands = [false, true].flatMap((scanned) =>
    BANDS.map(
      (band) =>
        [`${scanned ? 'scan' : 'text'}, ${band} and above`, kept.filter((one) => one.scanned === scanned && bandOf(one) === band)] as const,
    ),
  );
  const trusted = kept.filter(({ confidence }) => confidence >= askBelow);
  const sources = [...new Set(trusted.map(({ source }) => source))].map(
    (source) => [source, trusted.filter((one) => one.source === source)] as const,
  );
  const worst = sources.sort((a, b) => shareRight(a[1]) - shareRight(b[1]) || a[0].localeCompare(b[0]));
  return [
    '| values | how many | said | right |',
    '|---|---|---|---|',
    ...bands.filter(([, of]) => of.length > 0).map(([name, of]) => row(name, of)),
    '',
    `| source, values that pass at ${askBelow} | how many | said | right |`,
    '|---|---|---|---|',
    ...worst.map(([source, of]) => row(source, of)),
  ];
}

const shareRight = (of: readonly Kept[]): number => of.filter(({ right }) => right).length / of.length;
