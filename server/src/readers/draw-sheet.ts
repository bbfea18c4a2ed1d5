import { createRequire } from 'node:module';
import PDFDocument from 'pdfkit';
import { sheetOf, type Block, type Cell, type Fact } from '@umber/contract/e-invoices';
import type { EInvoice } from '@umber/core/e-invoices';
import type { HeldData } from '@umber/core/reading';

const require = createRequire(import.meta.url);
const FACE = '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next';
const WEIGHTS = { plain: 400, bold: 700 } as const;
type Weight = keyof typeof WEIGHTS;
/** What the plain letters' file has; all others are looked for in the other one. */
const LATIN = /^[\u0000-\u00ff\u0131\u0152\u0153\u02bb\u02bc\u02c6\u02da\u02dc\u2000-\u206f\u20ac\u2122\u2212]*$/;

const A4 = { width: 595.28, height: 841.89 } as const;
const MARGIN = { side: 48, top: 48, foot: 56 } as const;
const INK = '#2b1d14';
const QUIET = '#6d5d50';
const RULE = '#d8cbbb';
const WIDTH = A4.width - 2 * MARGIN.side;
/** From the baseline of a line of text to the next, by its size. */
const LEADING = 1.32;
/** Signs of one value that are drawn at most; all of it stands in the data. */
const MOST_SIGNS = 2000;
/** Pages that are drawn at most, as many as can be read with what is attached: some 14,000 lines. */
const MOST_PAGES = 400;

export type Places = Extract<HeldData, { places: unknown }>['places'];

/** An electronic invoice as a PDF of our own, its fonts within it, and where its terms stand on it, in points from the top left. */
export async function drawSheet(invoice: EInvoice): Promise<{ readonly pdf: Buffer; readonly pages: number; readonly places: Places }> {
  const drawing = new Drawing();
  const { title, seller, blocks } = sheetOf(invoice);
  drawing.head(seller, title);
  for (const block of blocks) drawing.block(block);
  return drawing.finished();
}

class Drawing {
  readonly #pdf = new PDFDocument({
    size: 'A4',
    margin: 0,
    autoFirstPage: false,
    bufferPages: true,
    info: { Title: 'Electronic invoice' },
  });
  readonly #places: Record<string, Places[string]> = {};
  readonly #chunks: Buffer[] = [];
  #page = 0;
  #y = 0;

  constructor() {
    for (const [weight, number] of Object.entries(WEIGHTS))
      for (const part of ['latin', 'latin-ext'] as const)
        this.#pdf.registerFont(`${weight} ${part}`, require.resolve(`${FACE}-${part}-${number}-normal.woff`));
    this.#pdf.on('data', (chunk: Buffer) => this.#chunks.push(chunk));
    this.#newPage();
  }

  head(seller: string, title: string): void {
    this.#text(seller, MARGIN.side, WIDTH * 0.62, 17, 'bold');
    const y = this.#y;
    this.#y = MARGIN.top;
    this.#text(title, MARGIN.side + WIDTH * 0.65, WIDTH * 0.35, 15, 'bold', { right: true });
    this.#text('This page was made of the data of an electronic invoice.', MARGIN.side + WIDTH * 0.65, WIDTH * 0.35, 7.5, 'plain', {
      right: true,
      quiet: true,
    });
    this.#y = Math.max(this.#y, y) + 6;
  }

  block(block: Block): void {
    if (block.title !== '') {
      this.#room(46);
      this.#y += 10;
      this.#text(block.title, MARGIN.side, WIDTH, 11, 'bold');
      this.#rule(INK, 0.8);
      this.#y += 4;
    }
    if (block.what === 'table') this.#table(block);
    else if (block.what === 'sums') for (const fact of block.facts) this.#sum(fact);
    else for (let i = 0; i < block.facts.length; i += 2) this.#pair(block.facts.slice(i, i + 2));
  }

  async finished(): Promise<{ pdf: Buffer; pages: number; places: Places }> {
    const pages = this.#pdf.bufferedPageRange().count;
    for (let i = 0; i < pages; i++) {
      this.#pdf.switchToPage(i);
      this.#y = A4.height - MARGIN.foot + 20;
      this.#text(`Page ${i + 1} of ${pages}`, MARGIN.side, WIDTH, 7.5, 'plain', { right: true, quiet: true, still: true });
    }
    const ended = new Promise((resolve) => this.#pdf.on('end', resolve));
    this.#pdf.end();
    await ended;
    return { pdf: Buffer.concat(this.#chunks), pages, places: this.#places };
  }

  #newPage(): void {
    this.#pdf.addPage();
    this.#page++;
    this.#y = MARGIN.top;
  }

  /** Goes on on a new page where less than this is left. */
  #room(height: number): void {
    if (this.#y + height > A4.height - MARGIN.foot && this.#page < MOST_PAGES) this.#newPage();
  }

  #rule(colour: string, weight: number): void {
    this.#pdf
      .moveTo(MARGIN.side, this.#y)
      .lineTo(MARGIN.side + WIDTH, this.#y)
      .lineWidth(weight)
      .strokeColor(colour)
      .stroke();
  }

  #pair(facts: readonly Fact[]): void {
    const half = WIDTH / 2;
    // What is long has the whole width.
    const isLong = facts.some(({ text }) => this.#width(text, 9.5, 'plain') > half - 124);
    if (isLong && facts.length > 1) {
      for (const fact of facts) this.#pair([fact]);
      return;
    }
    this.#room(30);
    const top = this.#y;
    let lowest = top;
    for (const [i, fact] of facts.entries()) {
      this.#y = top;
      const x = MARGIN.side + i * half;
      this.#text(fact.label, x, 100, 8, 'plain', { quiet: true });
      const label = this.#y;
      this.#y = top - 1;
      this.#text(fact.text, x + 104, (isLong ? WIDTH : half) - 124, 9.5, 'plain', { key: fact.key });
      lowest = Math.max(lowest, label, this.#y);
    }
    this.#y = lowest + 2;
  }

  #sum({ label, text, key }: Fact): void {
    this.#room(20);
    const top = this.#y;
    const isTotal = key === 'grossTotal' || key === 'amountDue';
    this.#text(label, MARGIN.side + WIDTH * 0.5, WIDTH * 0.28, 9.5, isTotal ? 'bold' : 'plain');
    this.#y = top;
    this.#text(text, MARGIN.side + WIDTH * 0.78, WIDTH * 0.22, 9.5, isTotal ? 'bold' : 'plain', { right: true, key });
    this.#y += 2;
  }

  #table({ heads, rows }: Extract<Block, { what: 'table' }>): void {
    const columns = heads.map((head, i) => ({
      ...head,
      x: MARGIN.side + WIDTH * heads.slice(0, i).reduce((sum, { width }) => sum + width, 0),
      wide: WIDTH * head.width - 6,
    }));
    const headRow = () => {
      const top = this.#y;
      for (const { text, isNumber, x, wide } of columns) {
        this.#y = top;
        this.#text(text, x, wide, 8, 'plain', { right: isNumber, quiet: true });
      }
      this.#y += 3;
    };
    headRow();
    for (const row of rows) {
      const page = this.#page;
      this.#room(this.#rowHeight(row, columns));
      if (this.#page !== page) headRow();
      const top = this.#y;
      let lowest = top;
      for (const [i, { text, key, below }] of row.entries()) {
        const { isNumber, x, wide } = columns[i];
        this.#y = top;
        this.#text(text, x, wide, 9, 'plain', { right: isNumber, key });
        for (const more of below ?? []) this.#text(more, x, wide, 7.5, 'plain', { right: isNumber, quiet: true });
        lowest = Math.max(lowest, this.#y);
      }
      this.#y = lowest + 2;
      this.#rule(RULE, 0.5);
      this.#y += 3;
    }
  }

  #rowHeight(row: readonly Cell[], columns: readonly { wide: number }[]): number {
    const heights = row.map(
      ({ text, below }, i) =>
        this.#wrapped(text, columns[i].wide, 9, 'plain').length * 9 * LEADING +
        (below ?? []).reduce((sum, more) => sum + this.#wrapped(more, columns[i].wide, 7.5, 'plain').length * 7.5 * LEADING, 0),
    );
    return Math.max(...heights) + 8;
  }

  /** Draws text from here on down, wrapped to a width; with a key, where it stands is kept. */
  #text(
    text: string,
    x: number,
    width: number,
    size: number,
    weight: Weight,
    { right = false, quiet = false, key, still = false }: { right?: boolean; quiet?: boolean; key?: string; still?: boolean } = {},
  ): void {
    const rows = this.#wrapped(text, width, size, weight);
    const top = this.#y;
    const page = this.#page;
    let [left, end] = [Infinity, 0];
    for (const words of rows) {
      if (!still) this.#room(size * LEADING);
      const row = words.join(' ');
      const from = right ? x + width - this.#width(row, size, weight) : x;
      let at = from;
      for (const [i, word] of words.entries()) {
        const drawn = i < words.length - 1 ? `${word} ` : word;
        this.#pdf
          .font(this.#font(word, weight))
          .fontSize(size)
          .fillColor(quiet ? QUIET : INK)
          .text(drawn, at, this.#y, { lineBreak: false });
        at += this.#width(drawn, size, weight);
      }
      [left, end] = [Math.min(left, from), Math.max(end, at)];
      this.#y += size * LEADING;
    }
    if (key !== undefined && rows.length > 0 && this.#page === page && this.#places[key] === undefined)
      this.#places[key] = { page, box: { x: left, y: top, width: end - left, height: this.#y - top } };
  }

  #font = (word: string, weight: Weight): string => `${weight} ${LATIN.test(word) ? 'latin' : 'latin-ext'}`;
  #width(text: string, size: number, weight: Weight): number {
    return text
      .split(/(?<= )/)
      .reduce((sum, word) => sum + this.#pdf.font(this.#font(word.trimEnd(), weight)).fontSize(size).widthOfString(word), 0);
  }

  /** The words of a text by rows of a width; what is too long by itself is cut. */
  #wrapped(text: string, width: number, size: number, weight: Weight): string[][] {
    const rows: string[][] = [];
    let row: string[] = [];
    const shown = text.length > MOST_SIGNS ? `${text.slice(0, MOST_SIGNS)} …` : text;
    for (const word of shown.split(/\s+/).filter((one) => one !== '')) {
      for (const part of this.#cut(word, width, size, weight)) {
        if (row.length > 0 && this.#width([...row, part].join(' '), size, weight) > width) {
          rows.push(row);
          row = [];
        }
        row.push(part);
      }
    }
    return row.length > 0 ? [...rows, row] : rows;
  }

  #cut(word: string, width: number, size: number, weight: Weight): string[] {
    if (this.#width(word, size, weight) <= width) return [word];
    const parts: string[] = [];
    let part = '';
    for (const sign of word) {
      if (part !== '' && this.#width(part + sign, size, weight) > width) {
        parts.push(part);
        part = '';
      }
      part += sign;
    }
    return [...parts, part];
  }
}
