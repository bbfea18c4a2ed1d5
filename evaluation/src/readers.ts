import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { likelyLanguage, rowsOfText, type PageWords } from '@umber/core/reading';
import { readWords } from '@umber/server/readers/first-reader';
import { imagePages } from '@umber/server/readers/image';
import { LANGUAGES, readScan } from '@umber/server/readers/scan';
import { cropAround, readCrops } from '@umber/server/readers/second-reader';
import { straighten } from '@umber/server/readers/straighten';
import type { Entry } from '@umber/corpus/make';

/** Who reads: tesseract on the page as it came and straightened, the recognition model on tesseract's boxes, both together as the product does. */
const READERS = ['first, page as it came', 'first, straightened', 'second, boxes of the first', 'both, as the product reads'] as const;

/** For one scan: the words with digits that its PDF's text layer has, and how many of them each reader read to the sign. */
export interface ReadersOfScan {
  readonly damage: string;
  readonly wanted: number;
  readonly right: readonly number[];
}

/** Reads the scans of the folder by each reader; the PDF that a scan was drawn from has the words that are wanted. */
export async function* readersOf(
  folder: string,
  entries: readonly Entry[],
  words: Readonly<Record<string, readonly PageWords[]>>,
): AsyncGenerator<ReadersOfScan> {
  for (const { file, damage } of entries.filter((entry) => entry.damage !== 'none')) {
    const printed = words[file.replace(`-${damage}.jpg`, '.pdf')]?.[0].words.map((word) => word.text) ?? [];
    const language = LANGUAGES[likelyLanguage(rowsOfText(printed.join('\n'))) ?? 'en'];
    for await (const { picture, resolution } of imagePages(await readFile(join(folder, file)), 'jpeg')) {
      const upright = await straighten(picture, resolution);
      const first = await readWords(upright.picture, language, upright.resolution);
      const read = [
        (await readWords(picture, language, resolution ?? 300)).map((word) => word.text),
        first.map((word) => word.text),
        (await readCrops(upright.picture, first.map(cropAround))).map((reading) => reading.text),
        (await readScan(picture, 1, resolution)).words.words.map((word) => word.text),
      ];
      const wanted = withDigits(printed);
      yield { damage, wanted: wanted.length, right: read.map((texts) => found(wanted, withDigits(texts))) };
    }
  }
}

/** The table of all scans by damage, a line each. */
export function readersTable(scans: readonly ReadersOfScan[]): string[] {
  const damages = [...new Set(scans.map(({ damage }) => damage))];
  const groups = [...damages.map((damage) => scans.filter((scan) => scan.damage === damage)), scans];
  const words = groups.map((group) => total(group.map(({ wanted }) => wanted)));
  const share = (reader: number, i: number) => (100 * total(groups[i].map(({ right }) => right[reader]))) / Math.max(1, words[i]);
  return [
    `| words with digits, right to the sign | ${damages.join(' | ')} | all |`,
    `|---|${'---|'.repeat(groups.length)}`,
    ...READERS.map((name, reader) => `| ${name} | ${groups.map((_, i) => `${share(reader, i).toFixed(1)} %`).join(' | ')} |`),
    `| words | ${words.join(' | ')} |`,
  ];
}

const total = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0);

/** The texts that hold a digit, without spaces and without the marks around them. */
const withDigits = (texts: readonly string[]): string[] =>
  texts
    .flatMap((text) => text.split(/\s+/).map((part) => part.replace(/^[^\p{L}\d]+|[^\p{L}\d]+$/gu, '')))
    .filter((text) => /\d/.test(text));

/** How many of the wanted texts were read, each reading counting once. */
function found(wanted: readonly string[], read: readonly string[]): number {
  const left = new Map<string, number>();
  for (const text of read) left.set(text, (left.get(text) ?? 0) + 1);
  return wanted.filter((text) => {
    const count = left.get(text) ?? 0;
    left.set(text, count - 1);
    return count > 0;
  }).length;
}
