import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { composedFigures, figuresTable } from './composed.js';
import { composedChoices, fitted, rightShare, weightsSource } from './fit-head.js';
import { ACCEPTED_RISK, fitCalibration, FITTED_FIELDS, readDocument, type PageWords } from '@umber/core/reading';
import { ReaderPool } from '@umber/server/readers/reader-pool';
import { crossValidated, diagram, judgedValues, tableSource } from './calibrate.js';
import { drawnIncoming, scoredCorrections, scoredGrouping, scoredSorting } from './incoming.js';
import { makeByLibraries } from '@umber/corpus/libraries';
import { DESK_FAMILIES } from '@umber/corpus/desk-sheets';
import { makeDocuments, type Entry } from '@umber/corpus/make';
import { BrowserPress, OfficePress } from '@umber/corpus/print';
import { readersOf, readersTable, type ReadersOfScan } from './readers.js';
import { scored, type Score } from './score.js';
import { FAMILIES, type Family } from '@umber/corpus/sheets';
import { supplierSeries } from '@umber/corpus/series';
import { keptOn, keptTable, type Kept } from './kept.js';
import { misledFigures } from './misled.js';
import { seriesFigures, seriesTable } from './taught.js';
import { pairingFigures, pairingTable } from './pairing/figures.js';
import { measuredStacks } from './stacks.js';
import { TRADE_FAMILIES } from '@umber/corpus/trade-sheets';

const USAGE = `node evaluation/dist/main.js make FOLDER [COUNT [SEED [office|trade|desk|libraries|series]]]   draws COUNT documents of every family, by Chromium or LibreOffice; of trades; as desks make them; by others' libraries; of suppliers with words of their own
node evaluation/dist/main.js read FOLDER                   reads them and keeps the words
node evaluation/dist/main.js score FOLDER [--misses]       reads the words' values and prints how many are right
node evaluation/dist/main.js stacks FOLDER [COUNT [SEED [scans]]]   draws stacks of documents in one file, and how many are separated and sorted right
node evaluation/dist/main.js incoming [SUPPLIERS [SEED]]   draws what many suppliers send, and how well it is grouped and sorted
node evaluation/dist/main.js habits FOLDER [--misses]      reads series of documents after the first of each was taught, and prints how many are right
node evaluation/dist/main.js misled FOLDER                 teaches every document of series wrongly, and prints what was right and is wrong then in silence
node evaluation/dist/main.js readers FOLDER                reads its scans by each reader alone and by both, and prints the table
node evaluation/dist/main.js composed [COUNT [SEED]]         composes documents at random, and how they are read, by what is special about them
node evaluation/dist/main.js fit [COUNT [SEED]]              fits what chooses the fields of the head on composed documents, and writes its weights
node evaluation/dist/main.js pairing [COUNT [SEED]] [--misses]   pairs the lines of invoices made at random with open orders, and prints how many are right
node evaluation/dist/main.js kept FOLDER...                what confidences promise on papers by other hands, and what was kept of it, source by source
node evaluation/dist/main.js calibrate FOLDER...           fits the curves of confidence, and checks them family by family`;

async function main([command, folder, ...rest]: string[]): Promise<number> {
  if (command === 'incoming') {
    await incoming(Number(folder ?? 40), Number(rest[0] ?? 1));
    return 0;
  }
  if (command === 'pairing') {
    const { figures, misses } = pairingFigures(Number(folder ?? 1500), Number(rest[0] ?? 1));
    if (rest.includes('--misses')) for (const miss of misses) console.log(miss);
    for (const line of pairingTable(figures)) console.log(line);
    return 0;
  }
  if (command === 'composed') {
    for (const line of figuresTable(composedFigures(Number(rest[0] ?? 1), Number(folder ?? 300)))) console.log(line);
    return 0;
  }
  if (command === 'fit') {
    await fit(Number(folder ?? 2500), Number(rest[0] ?? 100_000));
    return 0;
  }
  if (!folder) {
    console.error(USAGE);
    return 2;
  }
  if (command === 'make') {
    const [count, seed] = [Number(rest[0] ?? 9), Number(rest[1] ?? 1)];
    const entries = rest[2] === 'libraries' ? await makeByLibraries(folder, count, seed) : await make(folder, count, seed, rest[2]);
    console.log(`${entries.length} documents in ${folder}`);
  } else if (command === 'read') await keepWords(folder);
  else if (command === 'score') await score(folder, rest.includes('--misses'));
  else if (command === 'habits') await habits(folder, rest.includes('--misses'));
  else if (command === 'misled') await misled(folder);
  else if (command === 'stacks') await stacks(folder, Number(rest[0] ?? 5), Number(rest[1] ?? 1), rest[2] === 'scans');
  else if (command === 'readers') await compareReaders(folder);
  else if (command === 'kept') await kept([folder, ...rest]);
  else if (command === 'calibrate') await calibrate([folder, ...rest]);
  else {
    console.error(USAGE);
    return 2;
  }
  return 0;
}

/** Families that are drawn apart from the first ones. */
const KINDS: Readonly<Record<string, (seed: number) => readonly Family[]>> = {
  trade: () => TRADE_FAMILIES,
  desk: () => DESK_FAMILIES,
  series: (seed) => Array.from({ length: SUPPLIERS }, (_, i) => supplierSeries(seed + i)),
};
/** Suppliers of whom a series of documents is drawn. */
const SUPPLIERS = 24;

const wordsOf = async (folder: string) => JSON.parse(await readFile(join(folder, 'words.json'), 'utf8')) as Record<string, PageWords[]>;
const entriesOf = async (folder: string) => JSON.parse(await readFile(join(folder, 'truth.json'), 'utf8')) as Entry[];

async function make(folder: string, count: number, seed: number, by: string | undefined): Promise<Entry[]> {
  const press = await (by === 'office' ? OfficePress : BrowserPress).open();
  return makeDocuments(press, KINDS[by ?? '']?.(seed) ?? FAMILIES, folder, count, seed).finally(() => press.close());
}

async function keepWords(folder: string): Promise<void> {
  const entries = await entriesOf(folder);
  const pool = new ReaderPool({ size: 2 });
  const words: Record<string, PageWords[]> = {};
  await Promise.all(
    entries.map(async ({ file }) => {
      words[file] = (await pool.read(await readFile(join(folder, file)))).map((page) => page.words);
    }),
  );
  pool.close();
  await writeFile(join(folder, 'words.json'), JSON.stringify(words));
}

async function habits(folder: string, withMisses: boolean): Promise<void> {
  const { figures, misses } = seriesFigures(await entriesOf(folder), await wordsOf(folder), DRAWN_ON);
  if (withMisses) for (const { file, text } of misses) console.log(`${file} ${text}`);
  for (const line of seriesTable(figures)) console.log(line);
}

async function misled(folder: string): Promise<void> {
  const { taught, spoilt, misses } = misledFigures(await entriesOf(folder), await wordsOf(folder), DRAWN_ON);
  for (const miss of misses) console.log(miss);
  console.log(`${spoilt} values made wrong in silence by ${taught} readings after a slip`);
}

async function kept(folders: readonly string[]): Promise<void> {
  const pool = new ReaderPool({ size: 2 });
  try {
    const all: Kept[] = [];
    for (const folder of folders) all.push(...(await keptOn(folder, pool)));
    for (const line of keptTable(all, 1 - ACCEPTED_RISK)) console.log(line);
  } finally {
    pool.close();
  }
}

async function stacks(folder: string, count: number, seed: number, scans: boolean): Promise<void> {
  const press = await BrowserPress.open();
  let [documents, separated, kinds] = [0, 0, 0];
  try {
    for await (const score of measuredStacks(press, folder, count, seed, scans)) {
      documents += score.documents;
      separated += score.separated;
      kinds += score.kinds;
      for (const miss of score.misses) console.log(`  ${miss}`);
    }
  } finally {
    await press.close();
  }
  const share = (right: number) => `${right} of ${documents}, ${((100 * right) / Math.max(1, documents)).toFixed(1)} %`;
  console.log(`separated right ${share(separated)}; kinds right ${share(kinds)}`);
}

async function incoming(suppliers: number, seed: number): Promise<void> {
  const press = await BrowserPress.open();
  const documents = await drawnIncoming(press, suppliers, seed).finally(() => press.close());
  for (const taxIds of [false, true]) {
    const { together, ofOne, wronglyTogether, ofTwo } = scoredGrouping(documents, taxIds);
    console.log(
      `${taxIds ? 'by looks and tax ids' : 'by looks alone'}: of one supplier ${together} of ${ofOne} pairs together; of two ${wronglyTogether} of ${ofTwo}`,
    );
  }
  const { documents: sorted, byTitle, learned, misled } = scoredSorting(documents);
  console.log(`sorted right by title ${byTitle} of ${sorted}, with what was learned ${learned}, misled by it ${misled}`);
  const { after, followed, others, strayed } = scoredCorrections(documents);
  console.log(`after one correction, of the same supplier ${followed} of ${after} follow; of others ${strayed} of ${others}`);
}

async function compareReaders(folder: string): Promise<void> {
  const words = await wordsOf(folder);
  const scans: ReadersOfScan[] = [];
  for await (const scan of readersOf(folder, await entriesOf(folder), words)) scans.push(scan);
  for (const line of readersTable(scans)) console.log(line);
}

/** Seeds of documents that the weights are tried on, none of which they are fitted on. */
const KEPT_APART = { first: 900_000, count: 400 };

async function fit(count: number, first: number): Promise<void> {
  const choices = composedChoices(first, count);
  const weights = fitted(choices);
  const apart = composedChoices(KEPT_APART.first, KEPT_APART.count);
  for (const field of FITTED_FIELDS)
    console.log(
      `${field}: right ${(100 * rightShare(apart[field], weights[field])).toFixed(1)} % of ${apart[field].length} that were kept apart`,
    );
  await writeFile(new URL('core/src/reading/fitted/weights.ts', ROOT), weightsSource(weights));
}

/** About when the drawn documents would have come: they carry dates of 2026. */
const DRAWN_ON = '2026-11-23';

const ROOT = new URL('../../', import.meta.url);

async function calibrate(folders: readonly string[]): Promise<void> {
  const values = [];
  for (const folder of folders) {
    const words = await wordsOf(folder);
    values.push(...judgedValues(await entriesOf(folder), words));
  }
  await writeFile(new URL('core/src/reading/confidence/calibration-table.ts', ROOT), tableSource(fitCalibration(values)));
  const steps = crossValidated(values);
  await writeFile(new URL('docs/calibration.svg', ROOT), diagram(steps));
  console.log(`${values.length} values of ${new Set(values.map(({ family }) => family)).size} families\n`);
  console.log('| group | values | said | right |\n|---|---|---|---|');
  for (const { group, count, sure, right } of steps) console.log(`| ${group} | ${count} | ${sure.toFixed(3)} | ${right.toFixed(3)} |`);
}

async function score(folder: string, misses: boolean): Promise<void> {
  const entries = await entriesOf(folder);
  const words = await wordsOf(folder);
  const scores = entries.map((entry) => ({ entry, score: scored(readDocument(words[entry.file], { receivedOn: DRAWN_ON }), entry.truth) }));
  if (misses)
    for (const { entry, score: one } of scores)
      for (const miss of [...one.fields, ...one.cells].filter((outcome) => !outcome.right))
        console.log(`${entry.file} ${miss.name}: wanted ${miss.wanted}, got ${miss.got}${miss.doubted ? '' : '  SILENT'}`);
  const groups = new Map<string, Score[]>();
  for (const { entry, score: one } of scores)
    for (const key of [
      entry.damage === 'none' ? 'text layer' : 'scan',
      entry.damage,
      `${entry.family} ${entry.damage === 'none' ? 'text' : 'scan'}`,
      `${entry.country} ${entry.damage === 'none' ? 'text' : 'scan'}`,
    ])
      groups.set(key, [...(groups.get(key) ?? []), one]);
  console.log('group                 docs  fields  lines F1  kinds  silent  untouched');
  for (const [key, group] of [...groups].sort(([a], [b]) => a.localeCompare(b))) console.log(row(key, group));
}

function row(key: string, group: readonly Score[]): string {
  const sum = (of: (score: Score) => number) => group.reduce((all, one) => all + of(one), 0);
  const share = (part: number, whole: number) => `${((100 * part) / Math.max(1, whole)).toFixed(1)} %`;
  const right = sum((one) => one.fields.filter((field) => field.right).length);
  const values = sum((one) => one.fields.length + one.cells.length);
  const f1 =
    (2 * sum((one) => one.linesRight)) /
    Math.max(
      1,
      sum((one) => one.linesRead + one.linesWanted),
    );
  return [
    key.padEnd(20),
    String(group.length).padStart(5),
    share(
      right,
      sum((one) => one.fields.length),
    ).padStart(8),
    f1.toFixed(3).padStart(8),
    share(
      sum((one) => (one.kindRight ? 1 : 0)),
      group.length,
    ).padStart(8),
    share(
      sum((one) => one.silent),
      values,
    ).padStart(7),
    share(
      sum((one) => (one.untouched ? 1 : 0)),
      group.length,
    ).padStart(8),
  ].join(' ');
}

process.exitCode = await main(process.argv.slice(2));
