import { symbolsIn } from './barcodes.js';
import { SymbolPlaces, type Operations } from './symbol-places.js';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type { PDFDocumentProxy, PDFPageProxy } from 'pdfjs-dist/legacy/build/pdf.mjs';
import type { Box } from '@umber/core/geometry';
import { cropped, greyOfRgba } from '@umber/core/pictures';
import { joinSplitWords, trustTextLayer, type PageWords, type Paper, type Word } from '@umber/core/reading';
import { heldIn } from './held-in.js';
import { UnreadableFile } from './unreadable-file.js';
import { LIMITS } from './limits.js';
import { jpegOf, pngOf } from './picture-files.js';
import { turnsOf, type ReadOptions, type ReadPage } from './read-page.js';
import { readScan } from './scan.js';

const require = createRequire(import.meta.url);
const home = dirname(require.resolve('pdfjs-dist/package.json'));

let loaded: ReturnType<typeof loadPdfjs> | undefined;

/** The library, loaded when the first PDF comes. */
const pdfjs = () => (loaded ??= loadPdfjs());

/**
 * The library and its interpreter in the build that runs on Node 20. That build puts another `push` on all arrays, right for
 * lengths of 2³² and several times as slow; no array here is as long, and reading pushes a great deal, so the machine's own is put back.
 */
async function loadPdfjs() {
  const own = Object.getOwnPropertyDescriptor(Array.prototype, 'push') as PropertyDescriptor;
  const library = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const interpreter = 'pdfjs-dist/legacy/build/pdf.worker.mjs';
  await import(interpreter);
  Object.defineProperty(Array.prototype, 'push', own);
  return library;
}

async function open(bytes: Uint8Array) {
  const head = Buffer.from(bytes.subarray(0, 1024)).toString('latin1');
  if (!head.includes('%PDF-')) throw new UnreadableFile({ code: 'unknown-format' });
  const { getDocument, VerbosityLevel } = await pdfjs();
  try {
    return await getDocument({
      data: new Uint8Array(bytes),
      cMapUrl: join(home, 'cmaps/'),
      cMapPacked: true,
      standardFontDataUrl: join(home, 'standard_fonts/'),
      wasmUrl: join(home, 'wasm/'),
      isEvalSupported: false,
      maxImageSize: LIMITS.sourcePixels,
      verbosity: VerbosityLevel.ERRORS,
    }).promise;
  } catch (error) {
    const name = error instanceof Error ? error.name : '';
    if (name === 'PasswordException') throw new UnreadableFile({ code: 'encrypted' });
    throw new UnreadableFile({ code: 'damaged', what: 'pdf' });
  }
}

/** Reads every page of a PDF: its text layer where that can be trusted, else its picture. Boxes in points from the page's top left. */
export async function readPdf(bytes: Uint8Array, options: ReadOptions, onPage: (page: number) => void): Promise<ReadPage[]> {
  const pdf = await open(bytes);
  try {
    if (pdf.numPages > LIMITS.pages) throw new UnreadableFile({ code: 'too-many-pages', pages: pdf.numPages, most: LIMITS.pages });
    const pages: PageInWork[] = [];
    let scanned = 0;
    for (let number = 1; number <= pdf.numPages; number++) {
      const turns = turnsOf(number, options);
      if (turns === null) continue;
      const page = await pdf.getPage(number);
      const read = await readPage(page, number, number <= options.pictures ? options.scale : null, turns);
      if (read.words.straightenedBy && ++scanned > LIMITS.scannedPages)
        throw new UnreadableFile({ code: 'too-many-scans', most: LIMITS.scannedPages });
      pages.push(read);
      page.cleanup();
      onPage(number);
    }
    const data = options.only ? null : await heldIn(await attachmentsOf(pdf));
    const read = await Promise.all(pages.map(async ({ words, picture }) => ({ words, picture: await picture })));
    return data === null ? read : read.map((page, i) => (i === 0 ? { ...page, words: { ...page.words, data } } : page));
  } finally {
    await pdf.loadingTask.destroy();
  }
}

/** The files within a PDF. */
async function attachmentsOf(pdf: PDFDocumentProxy): Promise<Uint8Array[]> {
  const attachments = (await pdf.getAttachments()) as Record<string, { content?: Uint8Array }> | null;
  return Object.values(attachments ?? {}).flatMap(({ content }) => (content ? [content] : []));
}

/** A page of a PDF as it is drawn, at most so many pixels wide, as a PNG. @throws UnreadableFile. */
export async function pictureOfPdf(bytes: Uint8Array, number: number, widest: number): Promise<Uint8Array> {
  const pdf = await open(bytes);
  try {
    if (number > pdf.numPages) throw new UnreadableFile({ code: 'damaged', what: 'file' });
    const page = await pdf.getPage(number);
    const { canvas } = await drawn(page, Math.min(2.5, widest / page.getViewport({ scale: 1 }).width));
    return await pngOf(canvas);
  } finally {
    await pdf.loadingTask.destroy();
  }
}

/** A page whose picture is packed while the next page is read. */
interface PageInWork {
  readonly words: PageWords;
  readonly picture: Promise<Uint8Array> | null;
}

async function readPage(page: PDFPageProxy, number: number, scale: number | null, turns: number): Promise<PageInWork> {
  const rotation = (page.rotate + 90 * turns) % 360;
  const view = page.getViewport({ scale: 1, rotation });
  const content = await page.getTextContent();
  const words = joinSplitWords(wordsOf(content.items as TextItem[], view.transform).slice(0, LIMITS.wordsOfPage));
  // A page without words is a scan and is drawn once, larger, below.
  const drawing = scale === null || words.length === 0 ? null : await drawn(page, scale, rotation);
  const paper = await paperOf(page, drawing?.operations ?? (await page.getOperatorList()));
  if (trustTextLayer(words, paper) === 'good') {
    const codes = await codesOn(page, paper.symbols, drawing, rotation);
    return {
      words: { page: number, width: view.width, height: view.height, words, ...(codes.length > 0 ? { codes } : {}) },
      picture: drawing && pngOf(drawing.canvas),
    };
  }
  const pixels = Math.min(5.5, Math.max(2.8, paper.pixelsPerPoint));
  const { canvas } = await drawn(page, pixels);
  const resolution = (72 * canvas.width) / page.getViewport({ scale: 1 }).width;
  const scan = await readScan(greyOfRgba(canvas.data(), canvas.width, canvas.height), number, resolution, turns);
  return { words: scan.words, picture: scale === null ? null : jpegOf(scan.picture, (scan.words.width * scale) / scan.picture.width) };
}

/** Pixels a point at which symbols are looked for at least, and white around them in points. */
const SYMBOL_SCALE = 1.5;
const AROUND = 6;

/** What the QR symbols on a page say that stand at these places; `drawing`: the page as it is drawn already. */
async function codesOn(page: PDFPageProxy, places: readonly Box[], drawing: Drawing | null, rotation: number): Promise<string[]> {
  if (places.length === 0) return [];
  const { canvas, scale } = drawing && drawing.scale >= SYMBOL_SCALE ? drawing : await drawn(page, 2 * SYMBOL_SCALE, rotation);
  const picture = greyOfRgba(canvas.data(), canvas.width, canvas.height);
  const view = page.getViewport({ scale, rotation });
  const found: string[] = [];
  for (const { x, y, width, height } of places) {
    const [left, top, right, bottom] = view.convertToViewportRectangle([
      x - AROUND,
      y - AROUND,
      x + width + AROUND,
      y + height + AROUND,
    ]) as number[];
    const [across, down] = [Math.abs(right - left), Math.abs(bottom - top)].map(Math.ceil);
    found.push(...(await symbolsIn(cropped(picture, Math.floor(Math.min(left, right)), Math.floor(Math.min(top, bottom)), across, down))));
  }
  return [...new Set(found)];
}

/**
 * The page drawn at so many pixels a point, fewer where it is very large; and the operations that drew it, where the
 * library still holds them, which spares interpreting the page once more.
 */
async function drawn(page: PDFPageProxy, wanted: number, rotation = page.rotate) {
  const { createCanvas } = await import('@napi-rs/canvas');
  const size = page.getViewport({ scale: 1 });
  const most = Math.sqrt(LIMITS.pixels / (size.width * size.height));
  const scale = Math.min(wanted, most);
  const viewport = page.getViewport({ scale, rotation });
  const canvas = createCanvas(Math.max(1, Math.ceil(viewport.width)), Math.max(1, Math.ceil(viewport.height)));
  const canvasContext = canvas.getContext('2d') as unknown as never;
  const task = page.render({ canvas: null, canvasContext, viewport, background: '#ffffff' });
  const { operatorList } = (task as unknown as { _internalRenderTask?: { operatorList?: Operations } })._internalRenderTask ?? {};
  await task.promise;
  return { canvas, operations: operatorList, scale };
}
type Drawing = Awaited<ReturnType<typeof drawn>>;

/** A page's paper, the pixels a point of its largest picture, and where symbols may stand on it, in its own space. */
interface DrawnPaper extends Paper {
  readonly pixelsPerPoint: number;
  readonly symbols: readonly Box[];
}

/** What is on a page besides text: the largest picture's share of it and resolution, and whether text is drawn unseen. */
async function paperOf(page: PDFPageProxy, { fnArray, argsArray }: Operations): Promise<DrawnPaper> {
  const { OPS } = await pdfjs();
  const [left, top, right, bottom] = page.view;
  const area = Math.max(1, (right - left) * (bottom - top));
  let [pictureShare, pixelsPerPoint, unseen, shown] = [0, 0, 0, 0];
  let mode = 0;
  const symbols = new SymbolPlaces();
  let matrix: number[] = [1, 0, 0, 1, 0, 0];
  const stack: number[][] = [];
  for (let i = 0; i < fnArray.length; i++) {
    const [code, args] = [fnArray[i], argsArray[i] as unknown[] | null];
    if (code === OPS.save) stack.push(matrix);
    else if (code === OPS.restore) matrix = stack.pop() ?? matrix;
    else if (code === OPS.transform) matrix = multiply(matrix, args as number[]);
    else if (code === OPS.paintFormXObjectBegin) {
      stack.push(matrix);
      if (args?.[0]) matrix = multiply(matrix, args[0] as number[]);
    } else if (code === OPS.paintFormXObjectEnd) matrix = stack.pop() ?? matrix;
    else if (code === OPS.constructPath) symbols.path(matrix, args?.[1], args?.[2]);
    else if (code === OPS.setTextRenderingMode) mode = Number(args?.[0]);
    else if (code === OPS.showText) {
      shown++;
      if (mode === 3) unseen++;
    } else if (code === OPS.paintImageXObject || code === OPS.paintInlineImageXObject || code === OPS.paintImageMaskXObject) {
      const [width, height] = [Math.hypot(matrix[0], matrix[1]), Math.hypot(matrix[2], matrix[3])];
      const share = (width * height) / area;
      symbols.picture(matrix);
      if (share <= pictureShare) continue;
      pictureShare = share;
      const first = args?.[0] as { width?: number } | string | undefined;
      const pixels = typeof first === 'object' ? (first.width ?? 0) : Number(args?.[1] ?? 0);
      pixelsPerPoint = pixels / Math.max(1, width);
    }
  }
  return { pictureShare, pixelsPerPoint, unseenShare: shown === 0 ? 0 : unseen / shown, symbols: symbols.places() };
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
  const drawn = new Map<string, { readonly x: number; readonly y: number }[]>();
  let open = false;
  for (const item of items) {
    if (item.str === undefined || item.str === '') continue;
    const [a, b, , d, e, f] = multiply(view, item.transform);
    if (Math.abs(b) > 0.05 * Math.abs(a) || a <= 0) continue;
    const size = Math.abs(d) || item.height;
    if (size <= 0.5) continue;
    const y = f - 0.8 * size;
    const before = drawn.get(item.str) ?? [];
    if (isPrintedAgain(before, e, f, size)) continue;
    if (before.push({ x: e, y: f }) === 1) drawn.set(item.str, before);
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
      } else words.push({ text: plainForms(part).trim() || part, x, y, width, height: size });
      open = true;
      x += width;
    }
    if (item.hasEOL) open = false;
  }
  return words;
}

/** Text drawn once more a hair beside itself is how some programs make it bold. */
const BESIDE = 0.12;
const isPrintedAgain = (before: readonly { readonly x: number; readonly y: number }[], x: number, y: number, size: number): boolean =>
  before.some((other) => Math.abs(other.x - x) < BESIDE * size && Math.abs(other.y - y) < BESIDE * size);

const NARROW = new Set("iljtf.,:;'’|!()[]I ·");
/** A rough length of a text in letter widths, to share a run's width out among its words. */
function lengthOf(text: string): number {
  let length = 0;
  for (const character of text)
    length +=
      character.trim() === '' || NARROW.has(character) ? 0.5 : /[MWmw@%–—]/.test(character) ? 1.5 : /\p{Lu}/u.test(character) ? 1.25 : 1;
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

/** The text with ligatures and wide forms as plain letters; the 2 of m² stays what it is. */
const plainForms = (text: string): string => text.replace(/[^²³]+/gu, (rest) => rest.normalize('NFKC'));
