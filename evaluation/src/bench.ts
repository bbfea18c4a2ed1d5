import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type { Grey } from '@umber/core/pictures';
import { readDocument, type PageWords } from '@umber/core/reading';
import { readFile } from '@umber/server/readers/read-file';
import { imagePages } from '@umber/server/readers/image';
import { jpegOf } from '@umber/server/readers/picture-files';
import { ReaderPool } from '@umber/server/readers/reader-pool';
import { LANGUAGES, readScan } from '@umber/server/readers/scan';
import { spoilt } from '@umber/demo/scanning';
import { drawnInvoice, type Wish } from '@umber/corpus/model';
import { BrowserPress, type Press } from '@umber/corpus/print';
import { FAMILIES, type Family } from '@umber/corpus/sheets';

const SCALE = 2;
const require = createRequire(import.meta.url);

/** Milliseconds that the work takes: the middle of several runs, after one that does not count. */
async function middle(work: () => Promise<unknown> | unknown, runs = 5): Promise<number> {
  return (await middles([work], runs, 1))[0];
}

/** The same for several works, run by turns so that a busy moment of the machine hits all of them. */
async function middles(works: readonly (() => Promise<unknown> | unknown)[], runs: number, idleRuns: number): Promise<number[]> {
  const times: number[][] = works.map(() => []);
  for (let run = -idleRuns; run < runs; run++) {
    for (const [i, work] of works.entries()) {
      const start = performance.now();
      await work();
      if (run >= 0) times[i].push(performance.now() - start);
    }
  }
  return times.map((of) => of.sort((a, b) => a - b)[Math.floor(of.length / 2)]);
}

const family = (name: string): Family => FAMILIES.find((one) => one.name === name) ?? FAMILIES[0];
const drawn = (press: Press, name: string, seed: number, wish: Partial<Wish> = {}) =>
  press.pdf(family(name).draw(drawnInvoice(seed, { ...family(name).wish, ...wish })).html);

/** Prints how long reading takes against what it is built on, all in one run on the same files. */
export async function benchReading(): Promise<void> {
  const press = await BrowserPress.open();
  try {
    const texts = await Promise.all(['plain', 'band', 'dense', 'below'].map((name, i) => drawn(press, name, 40 + i)));
    await textPages(texts);
    await core(press);
    const scans = await scansOf(texts);
    await scannedPages(scans);
    await batch(scans);
  } finally {
    await press.close();
  }
}

const line = (name: string, ms: number, baseline: string, base: number, wanted: string) =>
  console.log(
    `${name.padEnd(44)} ${ms.toFixed(0).padStart(6)} ms   ${baseline} ${base.toFixed(0)} ms   ratio ${(ms / base).toFixed(2)}   wanted ${wanted}`,
  );

async function textPages(files: readonly Uint8Array[]): Promise<void> {
  const read = async () => {
    for (const file of files)
      readDocument((await readFile(new Uint8Array(file), { pictures: 9, scale: SCALE }, () => undefined)).map((page) => page.words));
  };
  const extract = async () => {
    for (const file of files) await extractAndDraw(file);
  };
  // A worker reads thousands of pages: several runs first, so that both are compiled.
  const [ours, base] = await middles([read, extract], 9, 4);
  line(`text page: words, picture, reading (${files.length} files)`, ours, 'pdf.js text and drawing', base, '≤ 1.5');
}

/** What reading a text page is built on: the text layer and a drawing of each page, nothing else. */
async function extractAndDraw(file: Uint8Array): Promise<void> {
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const { createCanvas } = await import('@napi-rs/canvas');
  const home = dirname(require.resolve('pdfjs-dist/package.json'));
  const pdf = await getDocument({
    data: new Uint8Array(file),
    standardFontDataUrl: join(home, 'standard_fonts/'),
    cMapUrl: join(home, 'cmaps/'),
    cMapPacked: true,
    verbosity: 0,
  }).promise;
  for (let number = 1; number <= pdf.numPages; number++) {
    const page = await pdf.getPage(number);
    await page.getTextContent();
    const viewport = page.getViewport({ scale: SCALE });
    const canvas = createCanvas(Math.ceil(viewport.width), Math.ceil(viewport.height));
    const context = canvas.getContext('2d');
    await page.render({ canvas: null, canvasContext: context as unknown as never, viewport }).promise;
    // The canvas puts drawing off until its pixels are asked for.
    context.getImageData(0, 0, 1, 1);
  }
  await pdf.loadingTask.destroy();
}

async function core(press: Press): Promise<void> {
  const wordsOf = async (pdf: Uint8Array): Promise<PageWords[]> =>
    (await readFile(new Uint8Array(pdf), { pictures: 0, scale: 1 }, () => undefined)).map((page) => page.words);
  const one = await wordsOf(await drawn(press, 'dense', 44, { lines: [30, 30] }));
  console.log(
    `${'core: one page of 30 lines'.padEnd(44)} ${(await middle(() => readDocument(one), 15)).toFixed(0).padStart(6)} ms   wanted ≤ 60 ms`,
  );
  const longer: PageWords[][] = [];
  for (const lines of [18, 90, 360]) longer.push(await wordsOf(await drawn(press, 'long', 45, { lines: [lines, lines] })));
  const times = await middles(
    longer.map((pages) => () => readDocument(pages)),
    9,
    3,
  );
  const words = longer.map((pages) => pages.reduce((sum, page) => sum + page.words.length, 0));
  for (const [i, pages] of longer.entries())
    console.log(
      `${`core: ${pages.length} pages, ${words[i]} words`.padEnd(44)} ${times[i].toFixed(0).padStart(6)} ms   a word, against one page: ${(times[i] / words[i] / (times[0] / words[0])).toFixed(2)}   wanted ≤ 1`,
    );
}

async function scansOf(files: readonly Uint8Array[]): Promise<Uint8Array[]> {
  const scans: Uint8Array[] = [];
  for (const [i, file] of files.entries()) {
    const [{ picture }] = await readFile(new Uint8Array(file), { pictures: 1, scale: 300 / 72 }, () => undefined);
    for await (const page of imagePages(picture ?? new Uint8Array(), 'png'))
      scans.push(await jpegOf(spoilt(page.picture, i % 2 === 0 ? 'easy' : 'medium', 50 + i), 1));
  }
  return scans;
}

async function scannedPages(scans: readonly Uint8Array[]): Promise<void> {
  let [ours, base] = [0, 0];
  for (const scan of scans) {
    for await (const { picture, resolution } of imagePages(scan, 'jpeg')) {
      const { picture: straight, words } = await readScan(picture, 1, resolution);
      // In the page's own language: what it takes to read the page at all.
      const language = LANGUAGES[readDocument([words]).language] ?? 'eng';
      const works = [() => readScan(picture, 1, resolution), () => tesseract(straight, language)];
      const [read, bare] = await middles(works, 3, 1);
      ours += read;
      base += bare;
    }
  }
  line(`scanned page (${scans.length} files)`, ours / scans.length, 'tesseract alone on the straight page', base / scans.length, '≤ 2.0');
}

/** One bare run of the first reader in one language, one thread. */
function tesseract({ width, height, data }: Grey, language: string): Promise<void> {
  return new Promise((resolve, reject) => {
    const child = spawn('tesseract', ['stdin', 'stdout', '-l', language, 'tsv'], {
      env: { ...process.env, OMP_THREAD_LIMIT: '1' },
      stdio: ['pipe', 'ignore', 'ignore'],
    });
    child.on('error', reject);
    child.on('close', () => resolve());
    child.stdin.end(Buffer.concat([Buffer.from(`P5\n${width} ${height}\n255\n`), data]));
  });
}

async function batch(scans: readonly Uint8Array[]): Promise<void> {
  const files = [...scans, ...scans];
  const timed = async (size: number) => {
    const pool = new ReaderPool({ size });
    await Promise.all(Array.from({ length: size }, () => pool.read(scans[0])));
    const start = performance.now();
    await Promise.all(files.map((file) => pool.read(file)));
    const ms = performance.now() - start;
    const most = Math.max(...pool.processes().map(peakMemory));
    pool.close();
    return { ms, most };
  };
  const [one, two] = [await timed(1), await timed(2)];
  console.log(
    `${`batch of ${files.length} scans, two workers`.padEnd(44)} ${two.ms.toFixed(0).padStart(6)} ms   one worker ${one.ms.toFixed(0)} ms   ${(one.ms / two.ms).toFixed(2)} times as fast   wanted ≥ 1.8`,
  );
  console.log(`${'memory of a worker at its most'.padEnd(44)} ${Math.max(one.most, two.most).toFixed(0).padStart(6)} MB   wanted ≤ 700 MB`);
}

const peakMemory = (pid: number): number => Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
