import { KeyHint } from '../keys/key-hint';
import { typingIn } from '../keys/typing-in';
import {
  causesOf,
  isOwnName,
  ownName,
  type GivenRow,
  type LineCell,
  type LineEdit,
  type OwnField,
  type OwnName,
} from '@umber/core/documents';
import { columnsOfLines, linesByColumns, partsOf, type Column, type PageWords, type TablePart } from '@umber/core/reading';
import { lineToBlame, owedSums, productOf } from '@umber/core/arithmetic';
import { decimal, sum, toAmount } from '@umber/core/money';
import {
  afterNextRender,
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import type { DocumentView, DoubtView, LineView } from '@umber/contract/documents';
import { Store } from '@ngrx/store';
import { CutOut } from '../documents/cut-out';
import { DocumentActions, type DocumentChange } from '../documents/document.state';
import { Drafts } from '../drafts/drafts';
import { broughtIntoSight } from '../keys/in-sight';
import { grouped } from '../money/grouped';
import { questionText } from '../reading/sentences';
import { heightOf, layOutPages } from '../viewer/geometry';
import { PageFlow, type PageMark, type Picked } from '../viewer/page-flow';
import type { Viewer } from '../viewer/viewer';
import { ViewerTools } from '../viewer/viewer-tools';
import { WindowSize } from '../window-size';
import { answersToCell, type CellAnswer } from './cell-answers';
import { ColumnBorders } from './column-borders';
import { METHOD_NAMES, readOtherwise } from './other-readings';
import { evenColumns, rowsOfReading } from './read-rows';
import { placeRows, rowsWithin } from './line-rows';
import { pastedRows } from './pasted';
import { pointedAt, wordsAt } from './pick';
import { makeNet, printedSums, sumsByRate } from './printed-sums';
import { CELL_NAMES, cellName } from './questions';
import { splitLine } from './split-line';
import { typedValue, type Taking } from './typed-value';

const SHOWN: readonly LineCell[] = ['quantity', 'unit', 'unitPrice', 'netAmount', 'taxRate', 'itemNumber', 'description'];
/** Pixels: what an open question adds to its row, how far beyond the screen rows are drawn, and how finely scrolling is followed. */
const [QUESTION_HEIGHT, BEYOND, STEP] = [150, 500, 120];

/** The line table row by row at the height of its rows on the pages; every cell can be corrected in place. */
@Component({
  selector: 'umber-lines-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, ColumnBorders, CutOut, PageFlow, ViewerTools],
  templateUrl: './lines-view.html',
  styleUrl: './lines-view.scss',
  host: { '(window:scroll)': 'scrolled()', '(window:resize)': 'measure()' },
})
export class LinesView {
  readonly document = input.required<DocumentView>();
  readonly mayCheck = input.required<boolean>();
  readonly viewer = input.required<Viewer>();
  readonly disputed = output<void>();
  readonly #store = inject(Store);
  readonly #drafts = inject(Drafts);
  readonly #typeIn = typingIn();
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly plane = viewChild<ElementRef<HTMLElement>>('plane');
  protected readonly names = CELL_NAMES;
  protected readonly questionText = questionText;
  protected readonly grouped = grouped;
  protected readonly shown = SHOWN;
  protected readonly chosen = signal<number | null>(null);
  protected readonly cell = signal<LineCell | OwnName>('quantity');
  protected readonly hint = signal('');
  protected readonly isNarrow = inject(WindowSize).isNarrow;
  readonly #width = signal(1240);
  readonly #from = signal(0);
  readonly #screen = signal(800);
  /** What the open question adds to its row, once it is known. */
  readonly #questionHeight = signal(QUESTION_HEIGHT);

  protected readonly whole = computed(() => this.document().doubts.find((doubt) => doubt.field === 'lines') ?? null);
  /** The questions about lines, one for each cause, in the order of the lines. */
  protected readonly questions = computed(() =>
    causesOf(this.document().doubts.filter((doubt) => doubt.line !== null))
      .map(([first]) => first)
      .sort((a, b) => (a.line ?? 0) - (b.line ?? 0) || a.id - b.id),
  );
  readonly #asks = computed(() => new Map(this.questions().map((doubt) => [doubt.line as number, doubt])));
  /** The question that is open: that of the chosen line. */
  protected readonly open = computed((): DoubtView | null => this.questions().find(({ line }) => line === this.chosen()) ?? null);
  protected readonly answers = computed((): CellAnswer[] => {
    const [doubt, line] = [this.open(), this.#line(this.chosen())];
    return doubt && line ? answersToCell(doubt, line, this.document()) : [];
  });

  protected readonly pageWidth = computed(() => {
    const size = this.viewer().size();
    const full = Math.max(300, Math.min(this.#width() * 0.46, 900));
    return Math.round(size === 'width' || size === 'whole' ? full : full * Math.min(size, 1.4));
  });
  protected readonly laidPages = computed(() => layOutPages(this.viewer().pages(), this.pageWidth(), this.viewer().turn()));
  readonly #rows = computed(() => {
    const open = this.open();
    const chosen = this.chosen();
    const tall = open?.line ?? (this.document().ownCells.length > 0 ? chosen : null);
    return placeRows(this.document(), this.laidPages(), new Map(tall === null ? [] : [[tall, this.#questionHeight()]]));
  });
  protected readonly height = computed(
    () => Math.max(heightOf(this.laidPages()), ...this.#rows().map(({ top, height }) => top + height)) + 20,
  );
  protected readonly rows = computed(() => rowsWithin(this.#rows(), this.#from() - BEYOND, this.#from() + this.#screen() + BEYOND));
  protected readonly allRows = this.#rows;
  /** The first and the last line on the screen, for the words above them. */
  protected readonly inView = computed(() => {
    const rows = rowsWithin(this.#rows(), this.#from() + 60, this.#from() + this.#screen() - 200);
    const [first, last] = [rows[0]?.line.position ?? 0, rows.at(-1)?.line.position ?? 0];
    return { first, last, of: this.document().lines.length };
  });
  protected readonly marks = computed((): PageMark[] => {
    const near = new Set(this.rows().map(({ line }) => line.position));
    const lines = this.document().lines.flatMap((line): PageMark[] => {
      if (line.box === null || line.page === null || !near.has(line.position)) return [];
      const tone = this.#asks().has(line.position) ? 'ask' : line.position === this.chosen() ? 'quiet' : 'band';
      return [{ id: String(line.position), page: line.page, box: line.box, tone }];
    });
    const place = this.#placeOfCell();
    return place ? [...lines, { id: 'cell', ...place, tone: this.open() ? 'open' : 'owned' }] : lines;
  });
  protected readonly cut = computed(() => {
    const place = this.open() ? this.#placeOfCell() : null;
    const page = this.document().pages.find(({ number }) => number === place?.page);
    return place && page ? { page, box: place.box } : null;
  });

  /** The columns that are shown over the pages; null: they are not. */
  protected readonly columns = signal<readonly Column[] | null>(null);
  protected readonly parts = signal<readonly TablePart[]>([]);
  /** The lines as other ways of reading find them, with what they come to. */
  protected readonly readings = signal<
    readonly { readonly name: string; readonly says: string; readonly rows: readonly GivenRow[] }[] | null
  >(null);
  #stopReading: () => void = () => undefined;

  protected readonly rates = computed(() => sumsByRate(this.document()));
  protected readonly fits = computed(() => makeNet(this.document()));
  protected readonly gap = computed(() => {
    const printed = printedSums(this.document());
    const net = printed.net ?? printed.gross;
    if (net === null || printed.lines.length === 0 || this.fits()) return null;
    const by = owedSums('printed', { ...printed, gross: net, tax: null });
    return by === null ? null : decimal(by.difference).negated().toFixed(2);
  });
  /** Which row breaks the sum, in words. */
  protected readonly blame = computed(() => {
    const gap = this.gap();
    if (gap === null) return '';
    const { lines } = this.document();
    const at = lineToBlame(
      lines.map(({ cells }) => cells),
      toAmount(decimal(gap).negated()),
    );
    if (at !== null) {
      const { quantity, unitPrice, netAmount } = lines[at].cells;
      return `Line ${at + 1} breaks the sum: ${quantity ?? ''} × ${unitPrice ?? ''} is ${grouped(productOf(lines[at].cells) ?? '')}, not ${grouped(netAmount ?? '')}.`;
    }
    const alike = lines.findIndex(({ cells }) => cells.netAmount !== null && decimal(cells.netAmount).eq(gap));
    if (alike >= 0) return `Line ${alike + 1} is just the difference: it may be no line, or be there twice.`;
    const missing = lines.findIndex(({ cells }) => cells.netAmount === null);
    if (missing >= 0) return `Line ${missing + 1} has no amount; ${grouped(toAmount(decimal(gap).negated()))} would close the sum.`;
    return 'No single line explains it.';
  });

  constructor() {
    const destroyed = inject(DestroyRef);
    afterRenderEffect(() => {
      this.open();
      this.rows();
      const under = this.#host.nativeElement.querySelector<HTMLElement>('.under');
      if (under) this.#questionHeight.set(under.offsetHeight);
    });
    afterNextRender(() => {
      this.measure();
      const observer = new ResizeObserver(() => this.measure());
      observer.observe(this.#host.nativeElement);
      destroyed.onDestroy(() => observer.disconnect());
      destroyed.onDestroy(() => this.#stopReading());
      // The first question is on the screen from the start.
      this.#choose(this.questions()[0]?.line ?? this.document().lines[0]?.position ?? null);
    });
  }

  protected measure(): void {
    this.#width.set(this.#host.nativeElement.clientWidth || window.innerWidth);
    this.#screen.set(window.innerHeight);
    this.scrolled();
  }

  protected scrolled(): void {
    const plane = this.plane()?.nativeElement;
    if (plane) this.#from.set(Math.round(Math.max(0, -plane.getBoundingClientRect().top) / STEP) * STEP);
  }

  protected readonly isInView = (position: number): boolean => position >= this.inView().first && position <= this.inView().last;
  protected readonly isAsked = (line: LineView, cell: LineCell | OwnName): boolean => this.#asks().get(line.position)?.field === cell;
  protected readonly asks = (position: number): boolean => this.#asks().has(position);

  protected readonly nameOf = ownName;

  protected text(line: LineView, cell: LineCell | OwnName): string {
    const value = isOwnName(cell) ? (line.own[cell] ?? null) : line.cells[cell];
    if (value === null) return '';
    return cell === 'netAmount' ? grouped(value) : cell === 'unitPrice' ? grouped(value, 2) : value;
  }

  /** What was typed into a cell and is not saved; null where nothing is. */
  protected draftOf(line: LineView, cell: LineCell | OwnName): string | null {
    return this.#drafts.of(this.#purpose(line, cell));
  }

  protected titleOf(line: LineView, cell: LineCell | OwnName): string {
    return this.draftOf(line, cell) === null ? (cell === 'description' ? (line.cells.description ?? '') : '') : 'Typed, not saved yet';
  }

  protected keep(line: LineView, cell: LineCell | OwnName, event: Event): void {
    const { value } = event.target as HTMLInputElement;
    if (value === this.text(line, cell)) this.#drafts.drop(this.#purpose(line, cell));
    else this.#drafts.keep(this.#purpose(line, cell), value);
  }

  protected give(line: LineView, cell: LineCell | OwnName): void {
    const typed = this.draftOf(line, cell);
    if (typed === null || !this.mayCheck()) return;
    const value = typedValue(this.#taking(cell), typed.replace(/(\d),(?=\d{3}(\D|$))/g, '$1'));
    this.#changeCell(line.position, cell, value, this.#purpose(line, cell));
  }

  /** Keys within a cell: arrows go to the rows around, with Alt they copy from above or fill down. */
  protected cellKey(line: LineView, cell: LineCell | OwnName, event: KeyboardEvent): void {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (step !== 0 && event.altKey) {
      this.#leave(event);
      if (step === 1) this.fill(event.shiftKey ? 'all' : 'one');
      else this.copyFromAbove();
    } else if (step !== 0 && !event.ctrlKey && !event.shiftKey) {
      this.#leave(event);
      this.move(step);
      this.#focus(cell);
    } else if (event.key === 'Enter') this.#leave(event);
    else if (event.key === 'Escape') {
      this.#drafts.drop(this.#purpose(line, cell));
      (event.target as HTMLInputElement).value = this.text(line, cell);
      this.#leave(event);
    }
  }

  protected entered(line: LineView, cell: LineCell | OwnName): void {
    this.chosen.set(line.position);
    this.cell.set(cell);
  }

  protected pasted(line: LineView, cell: LineCell, event: ClipboardEvent): void {
    const rows = pastedRows(event.clipboardData?.getData('text/plain') ?? '', cell, SHOWN);
    if (rows === null) return;
    event.preventDefault();
    this.#editLines({ edit: 'paste', at: line.position, rows });
  }

  /** A click or a drag over the page fills the open cell. */
  protected pick({ page: number, area }: Picked): void {
    const page = this.document().pages.find((one) => one.number === number);
    if (!page) return;
    const isClick = area.width < 4 && area.height < 4;
    const words = wordsAt(page.words, area);
    const here = this.document().lines.find(
      ({ box, page: on }) => on === number && box && area.y >= box.y - 2 && area.y <= box.y + box.height + 2,
    );
    const position = this.chosen();
    if (position === null || !this.mayCheck() || (isClick && here && here.position !== position) || words.length === 0) {
      if (here) this.#choose(here.position);
      return;
    }
    const cell = (this.open()?.field as LineCell | OwnName | undefined) ?? this.cell();
    const value = pointedAt(this.#taking(cell), words, page.words, isClick)?.value ?? null;
    if (value === null) this.hint.set(`“${words.map((word) => word.text).join(' ')}” is no ${cellName(cell).toLowerCase()}.`);
    else this.#changeCell(position, cell, value);
  }

  /** Takes an answer of the open question by its place; brings it onto the screen first. */
  take(index: number): boolean {
    const [doubt, answer] = [this.open(), this.answers()[index]];
    if (!doubt || !answer || !this.mayCheck()) return false;
    if (!this.#inSight(doubt.line as number)) return true;
    if (answer.change === null) this.#change({ name: 'settleDoubt', params: { doubt: doubt.id } });
    else this.#changeCell(doubt.line as number, answer.change.cell, answer.change.value);
    const next =
      this.questions().find(({ id, line }) => id !== doubt.id && (line ?? 0) >= (doubt.line ?? 0)) ??
      this.questions().find(({ id }) => id !== doubt.id);
    if (next) this.#choose(next.line);
    return true;
  }

  /**
   * Enter: the open question's first answer where its row is on the screen, else the next question is brought there. False where the
   * lines have no question left: Enter then means the document.
   */
  settle(): boolean {
    if (this.open()) return this.take(0);
    const [first] = this.questions();
    if (first) {
      this.#choose(first.line);
      return true;
    }
    if (this.whole()) {
      this.hint.set('The lines and the net total are apart: correct a line, or say that the page itself is wrong.');
      return true;
    }
    return false;
  }

  move(step: number): void {
    const positions = this.document().lines.map((line) => line.position);
    const at = positions.indexOf(this.chosen() ?? -1);
    this.#choose(positions[Math.max(0, Math.min(positions.length - 1, at + step))] ?? null);
  }

  /** Goes to the cell in doubt, else to the one that was open last. */
  edit(): void {
    if (this.chosen() === null) this.move(1);
    const asked = this.open()?.field as LineCell | OwnName | undefined;
    this.#focus(asked && (isOwnName(asked) || SHOWN.includes(asked)) ? asked : this.cell());
  }

  add(): void {
    const at = this.chosen();
    const { length } = this.document().lines;
    this.#editLines({ edit: 'add', at: at === null ? length : at + 1 });
    this.chosen.set(at === null ? length : at + 1);
  }

  protected addAbove(): void {
    this.#editLines({ edit: 'add', at: this.chosen() ?? 0 });
  }

  remove(): void {
    const at = this.chosen();
    if (at !== null) this.#editLines({ edit: 'remove', at });
  }

  split(): void {
    const line = this.#line(this.chosen());
    const page = this.document().pages.find(({ number }) => number === line?.page) ?? null;
    if (line) this.#editLines({ edit: 'split', at: line.position, rows: splitLine(line, page) });
  }

  join(): void {
    const at = this.chosen();
    if (at === null || at === 0) return;
    this.#editLines({ edit: 'join', at });
    this.chosen.set(at - 1);
  }

  protected shift(step: number): void {
    const at = this.chosen();
    const to = (at ?? 0) + step;
    if (at === null || to < 0 || to >= this.document().lines.length) return;
    this.#editLines({ edit: 'move', at, to });
    this.chosen.set(to);
  }

  /** Gives the row below, or all below, the open cell's value. */
  protected fill(which: 'one' | 'all'): void {
    const at = this.chosen();
    const last = this.document().lines.length - 1;
    const cell = this.cell();
    if (at === null || at >= last || isOwnName(cell)) return;
    this.#editLines({ edit: 'fill', at, to: which === 'one' ? at + 1 : last, cell });
    if (which === 'one') this.move(1);
  }

  protected copyFromAbove(): void {
    const at = this.chosen();
    const cell = this.cell();
    if (at !== null && at > 0 && !isOwnName(cell)) this.#editLines({ edit: 'fill', at: at - 1, to: at, cell });
  }

  /** Shows the borders of columns over the pages, or takes them away. */
  showColumns(): void {
    if (this.columns() !== null) {
      this.columns.set(null);
      return;
    }
    const { lines, fields, pages } = this.document();
    const found = columnsOfLines(lines.flatMap(({ read }) => read ?? []));
    this.columns.set(found.length > 0 ? found : evenColumns(pages[0]?.width ?? 595));
    const holding = pages.filter(({ number }) => lines.some(({ page }) => page === number));
    const totals = [fields.netTotal, fields.taxTotal, fields.grossTotal].map(({ read }) => ({
      page: read?.page ?? null,
      box: read?.box ?? null,
    }));
    this.parts.set(partsOf(holding.length > 0 ? holding : pages, lines, totals));
  }

  /** Reads all lines anew by the columns as they now are. */
  protected readBy(columns: readonly Column[]): void {
    this.columns.set(columns);
    this.#replace(linesByColumns(this.#printed(), columns, this.parts()));
  }

  protected readWithin(parts: readonly TablePart[]): void {
    this.parts.set(parts);
    this.readBy(this.columns() ?? []);
  }

  /** A border more, in the middle of the widest column: it begins one that is passed over. */
  protected addColumn(): void {
    const columns = this.columns() ?? [];
    const edges = [...columns.map(({ x }) => x), this.document().pages[0]?.width ?? 595];
    const widths = columns.map((_, i) => edges[i + 1] - edges[i]);
    const at = widths.indexOf(Math.max(...widths));
    if (at >= 0) this.columns.set([...columns.slice(0, at + 1), { x: edges[at] + widths[at] / 2, role: null }, ...columns.slice(at + 1)]);
  }

  /** Reads the lines in the other ways there are, to be chosen from. */
  protected showReadings(): void {
    if (this.readings() !== null) {
      this.readings.set(null);
      return;
    }
    this.readings.set([]);
    const now = JSON.stringify(this.document().lines.map(({ cells }) => cells));
    this.#stopReading = readOtherwise({ pages: this.#printed(), kind: this.document().kind }, (found) => {
      const seen = new Set([now]);
      this.readings.set(
        found.flatMap(({ method, lines }) => {
          const rows = rowsOfReading(lines);
          const key = JSON.stringify(rows.map(({ cells }) => cells));
          if (rows.length === 0 || seen.has(key)) return [];
          seen.add(key);
          return [{ name: METHOD_NAMES[method], says: this.#comesTo(rows), rows }];
        }),
      );
    });
  }

  protected takeReading(rows: readonly GivenRow[]): void {
    this.readings.set(null);
    this.#replace(rows);
  }

  #comesTo(rows: readonly GivenRow[]): string {
    const amounts = rows.map(({ cells }) => cells.netAmount);
    const total = toAmount(sum(amounts.filter((amount) => amount !== null)));
    return `${rows.length} lines, ${grouped(total)}${makeNet(this.document(), amounts) ? ', adds up' : ''}`;
  }

  #printed(): PageWords[] {
    return this.document().pages.map(({ number, width, height, words }) => ({ page: number, width, height, words }));
  }

  #replace(rows: readonly GivenRow[]): void {
    if (rows.length === 0) this.hint.set('No lines are found so.');
    else this.#editLines({ edit: 'replace', rows });
  }

  protected choose(position: number): void {
    this.#choose(position);
  }

  /** Marks a line and brings its row onto the screen. */
  #choose(position: number | null): void {
    this.hint.set('');
    this.chosen.set(position);
    if (position === null) return;
    const row = this.#rows().find(({ line }) => line.position === position);
    const plane = this.plane()?.nativeElement;
    this.scrolled();
    // A row far away is not drawn: scroll to where it will be.
    const isNear = row && row.top + row.height >= this.#from() && row.top <= this.#from() + this.#screen();
    if (row && plane && !isNear) {
      window.scrollTo({ top: plane.offsetTop + row.top - 240 });
      this.scrolled();
    }
    requestAnimationFrame(() => this.#inSight(position));
  }

  #element(position: number): HTMLElement | null {
    return this.#host.nativeElement.querySelector<HTMLElement>(`[data-line="${position}"]`);
  }

  #inSight(position: number): boolean {
    const row = this.#element(position);
    return row !== null && broughtIntoSight(row);
  }

  #line(position: number | null): LineView | null {
    return this.document().lines.find((line) => line.position === position) ?? null;
  }

  /** Where the open cell was read. */
  #placeOfCell(): { page: number; box: NonNullable<LineView['box']> } | null {
    const line = this.#line(this.chosen());
    const cell = (this.open()?.field as LineCell | OwnName | undefined) ?? this.cell();
    const read = (isOwnName(cell) ? line?.read?.own?.[cell] : line?.read?.[cell]) ?? null;
    if (read?.box && read.page !== null && line && line.box) return { page: read.page, box: read.box };
    return line?.box && line.page !== null && this.open() ? { page: line.page, box: line.box } : null;
  }

  #taking(cell: LineCell | OwnName): Taking {
    return (isOwnName(cell) && this.document().ownCells.find((field: OwnField) => ownName(field) === cell)) || (cell as LineCell);
  }

  #purpose(line: LineView, cell: LineCell | OwnName): string {
    return `document/${this.document().id}/lines/${line.position}/${cell}`;
  }

  #leave(event: Event): void {
    event.preventDefault();
    event.stopPropagation();
    (event.target as HTMLElement).blur();
  }

  #focus(cell: LineCell | OwnName): void {
    this.#typeIn(() => this.#host.nativeElement.querySelector<HTMLInputElement>(`[data-cell="${this.chosen()}${cell}"]`));
  }

  #changeCell(position: number, cell: LineCell | OwnName, value: string, draft?: string): void {
    this.hint.set('');
    this.#change({ name: 'changeCell', params: { position, cell }, input: { value }, ...(draft ? { draft } : {}) });
  }

  #editLines(edit: LineEdit): void {
    if (this.mayCheck()) this.#change({ name: 'changeLines', input: { edit } });
  }

  #change(change: DocumentChange): void {
    this.#store.dispatch(DocumentActions.changed({ change }));
  }
}
