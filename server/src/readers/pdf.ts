import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type { PageWords, Word } from '@umber/core/reading';
import { FileRefused } from './file-refused.js';

const require = createRequire(import.meta.url);
const home = dirname(require.resolve('pdfjs-dist/package.json'));

/** Limits that keep one file from taking the machine: more is refused with a sentence that says so. */
export const LIMITS = { bytes: 100 * 1024 * 1024, pages: 500, wordsOfPage: 20_000, pixels: 12_000_000 } as const;

type Pdfjs = typeof import('pdfjs-dist/legacy/build/pdf.mjs');
let pdfjs: Promise<Pdfjs> | undefined;

async function open(bytes: Uint8Array) {
  if (bytes.length === 0) throw new FileRefused('empty', 'The file is empty.');
  if (bytes.length > LIMITS.bytes) throw new FileRefused('too-large', `The file is larger than ${LIMITS.bytes / 1024 / 1024} MB.`);
  const head = Buffer.from(bytes.subarray(0, 1024)).toString('latin1');
  if (!head.includes('%PDF-')) throw new FileRefused('not-a-pdf', 'This is not a PDF file.');
  pdfjs ??= import('pdfjs-dist/legacy/build/pdf.mjs');
  const { getDocument, VerbosityLevel } = await pdfjs;
  try {
    return await getDocument({
      data: new Uint8Array(bytes),
      cMapUrl: join(home, 'cmaps/'),
      cMapPacked: true,
      standardFontDataUrl: join(home, 'standard_fonts/'),
      wasmUrl: join(home, 'wasm/'),
      isEvalSupported: false,
      verbosity: VerbosityLevel.ERRORS,
    }).promise;
  } catch (error) {
    const name = error instanceof Error ? error.name : '';
    if (name === 'PasswordException')
      throw new FileRefused('encrypted', 'The PDF is locked with a password. Ask the supplier for one without.');
    throw new FileRefused('damaged', 'The PDF is damaged and cannot be opened. Ask the supplier to send it again.');
  }
}

/** The words of every page of a PDF's text layer, boxes in points from the page's top left. */
export async function readPdf(bytes: Uint8Array): Promise<PageWords[]> {
  const pdf = await open(bytes);
  try {
    if (pdf.numPages > LIMITS.pages)
      throw new FileRefused('too-many-pages', `The PDF has ${pdf.numPages} pages; at most ${LIMITS.pages} are read.`);
    const pages: PageWords[] = [];
    for (let number = 1; number <= pdf.numPages; number++) {
      const page = await pdf.getPage(number);
      const view = page.getViewport({ scale: 1 });
      const content = await page.getTextContent();
      const words = wordsOf(content.items as TextItem[], view.transform);
      pages.push({ page: number, width: view.width, height: view.height, words: words.slice(0, LIMITS.wordsOfPage) });
      page.cleanup();
    }
    return pages;
  } finally {
    await pdf.loadingTask.destroy();
  }
}

/** A picture of one page as PNG, at most `scale` pixels a point. */
export async function renderPdfPage(bytes: Uint8Array, number: number, scale: number): Promise<Uint8Array> {
  const { createCanvas } = await import('@napi-rs/canvas');
  const pdf = await open(bytes);
  try {
    const page = await pdf.getPage(number);
    const size = page.getViewport({ scale: 1 });
    const most = Math.sqrt(LIMITS.pixels / (size.width * size.height));
    const viewport = page.getViewport({ scale: Math.min(scale, most) });
    const canvas = createCanvas(Math.ceil(viewport.width), Math.ceil(viewport.height));
    const canvasContext = canvas.getContext('2d') as unknown as never;
    await page.render({ canvas: null, canvasContext, viewport, background: '#ffffff' }).promise;
    return canvas.encode('png');
  } finally {
    await pdf.loadingTask.destroy();
  }
}

interface TextItem {
  readonly str: string;
  readonly transform: number[];
  readonly width: number;
  readonly height: number;
  readonly hasEOL: boolean;
}

/** Text runs of the page cut into words; runs that touch are one word. Text that does not lie level is left out. */
function wordsOf(items: readonly TextItem[], view: readonly number[]): Word[] {
  const words: Word[] = [];
  let open = false;
  for (const item of items) {
    if (item.str === undefined || item.str === '') continue;
    const [a, b, , d, e, f] = multiply(view, item.transform);
    if (Math.abs(b) > 0.05 * Math.abs(a) || a <= 0) continue;
    const size = Math.abs(d) || item.height;
    if (size <= 0.5) continue;
    const y = f - 0.8 * size;
    const perUnit = item.width / Math.max(1e-6, lengthOf(item.str));
    let x = e;
    for (const part of item.str.split(/(\s+)/)) {
      const width = perUnit * lengthOf(part);
      if (part.trim() === '') {
        if (part !== '') open = false;
        x += width;
        continue;
      }
      const last = words.at(-1);
      if (
        open &&
        last &&
        Math.abs(last.y - y) < 0.3 * size &&
        x - (last.x + last.width) < 0.14 * size &&
        x - (last.x + last.width) > -0.5 * size
      ) {
        words[words.length - 1] = { ...last, text: last.text + part, width: x + width - last.x };
      } else words.push({ text: part.normalize('NFKC').trim() || part, x, y, width, height: size });
      open = true;
      x += width;
    }
    if (item.hasEOL) open = false;
  }
  return words;
}

const NARROW = new Set("iljtf.,:;'’|!()[]I ·");
/** A rough length of a text in letter widths, to share a run's width out among its words. */
function lengthOf(text: string): number {
  let length = 0;
  for (const sign of text)
    length += sign.trim() === '' || NARROW.has(sign) ? 0.5 : /[MWmw@%–—]/.test(sign) ? 1.5 : /\p{Lu}/u.test(sign) ? 1.25 : 1;
  return length;
}

function multiply(m: readonly number[], n: readonly number[]): number[] {
  return [
    m[0] * n[0] + m[2] * n[1],
    m[1] * n[0] + m[3] * n[1],
    m[0] * n[2] + m[2] * n[3],
    m[1] * n[2] + m[3] * n[3],
    m[0] * n[4] + m[2] * n[5] + m[4],
    m[1] * n[4] + m[3] * n[5] + m[5],
  ];
}
