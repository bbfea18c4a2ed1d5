import type { LineCell } from '@umber/core/documents';
import { afterNextRender, ChangeDetectionStrategy, Component, computed, ElementRef, inject, input, output, signal } from '@angular/core';
import type { DocumentView, LineView } from '@umber/contract/documents';
import { Store } from '@ngrx/store';
import { DocumentActions, type DocumentChange } from '../documents/document.state';
import { PageSheet } from '../documents/page-sheet';
import { Drafts } from '../drafts/drafts';
import { broughtIntoSight } from '../keys/in-sight';
import { grouped } from '../money/grouped';
import { questionText } from '../reading/sentences';
import { lineSheets } from './line-sheets';
import { CELL_NAMES } from './questions';
import { typedValue } from './typed-value';

const PAGE_WIDTH = 600;
const SHOWN: readonly LineCell[] = ['quantity', 'unit', 'unitPrice', 'netAmount', 'taxRate', 'itemNumber', 'description'];

/** The line table row by row at the height of its rows on the page; every cell can be corrected in place. */
@Component({
  selector: 'umber-lines-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PageSheet],
  template: `
    @for (sheet of sheets(); track sheet.page.number) {
      <section>
        <umber-page-sheet [documentId]="document().id" [page]="sheet.page" [width]="pageWidth" [marks]="sheet.marks" />
        <div class="rows" [style.min-height.px]="sheet.height">
          @if ($first) {
            <div class="row heads" [style.top.px]="sheet.headTop">
              @for (cell of shown; track cell) {
                <span [class]="cell">{{ names[cell] }}</span>
              }
            </div>
          }
          @for (placed of sheet.rows; track placed.line.position) {
            <div
              class="row"
              [class.chosen]="placed.line.position === chosen()"
              [class.asks]="placed.doubt"
              [style.top.px]="placed.top"
              [attr.data-line]="placed.line.position"
              (click)="chosen.set(placed.line.position)"
            >
              @for (cell of shown; track cell) {
                <span [class]="cell">
                  <input
                    [class.digits]="cell !== 'description'"
                    [value]="draftOf(placed.line, cell) ?? text(placed.line, cell)"
                    [class.unsaved]="draftOf(placed.line, cell) !== null"
                    [title]="draftOf(placed.line, cell) === null ? '' : 'Typed, not saved yet'"
                    [readonly]="!mayCheck()"
                    [attr.aria-label]="'Line ' + (placed.line.position + 1) + ' ' + names[cell]"
                    [attr.data-cell]="placed.line.position + cell"
                    (focus)="chosen.set(placed.line.position)"
                    (input)="keep(placed.line, cell, $event)"
                    (blur)="give(placed.line, cell)"
                    (keydown.enter)="leave($event)"
                    (keydown.escape)="giveUp(placed.line, cell, $event)"
                  />
                </span>
              }
              @if (placed.doubt) {
                <p>
                  {{ placed.doubt }}
                  <button type="button" class="plain-button" (click)="settleLine(placed.line.position)">Right as it stands</button>
                </p>
              }
            </div>
          }
        </div>
      </section>
    } @empty {
      <p class="none quiet">The file has no page to show. Add the lines by hand.</p>
    }
    @if (mayCheck()) {
      <div class="tools">
        @if (whole(); as doubt) {
          <p class="ask">
            {{ questionText(doubt) }} <button type="button" class="plain-button" (click)="settleWhole(doubt.id)">Right as it stands</button>
          </p>
        }
        <button type="button" class="plain-button" (click)="add()">Add a line <kbd>A</kbd></button>
        <button type="button" class="plain-button" [disabled]="chosen() === null" (click)="remove()">
          Remove the chosen line <kbd>D</kbd>
        </button>
        <span class="quiet"><kbd>↓</kbd> <kbd>↑</kbd> line &nbsp; <kbd>E</kbd> correct &nbsp; <kbd>Enter</kbd> settles its doubt</span>
      </div>
    }
  `,
  styles: `
    :host {
      display: block;
      padding: 10px 20px 20px;
    }
    section {
      display: grid;
      grid-template-columns: 600px 1fr;
      gap: 18px;
      margin-bottom: 14px;
    }
    .rows {
      position: relative;
      min-width: 0;
    }
    .row {
      position: absolute;
      left: 0;
      right: 0;
      display: grid;
      grid-template-columns: 58px 66px 74px 92px 46px 76px 1fr;
      gap: 4px;
      align-items: center;
      padding: 2px 4px;
      border-bottom: 1px solid var(--rule);
      background: var(--sheet);
      cursor: default;
    }
    .row.heads {
      background: none;
      color: var(--quiet);
      font-size: 12.5px;
      font-weight: 600;
      border: 0;
    }
    .row.chosen {
      box-shadow: inset 3px 0 0 var(--umber);
      background: #f7ecda;
    }
    .row.asks {
      background: var(--ask-tint);
    }
    .row p {
      grid-column: 1 / -1;
      display: flex;
      align-items: center;
      justify-content: space-between;
      gap: 8px;
      margin: 0;
      color: #7a3a05;
      font-size: 13px;
    }
    .row p .plain-button {
      min-height: 26px;
      font-size: 13px;
      padding: 0 8px;
    }
    input {
      width: 100%;
      height: 26px;
      padding: 0 4px;
      border: 1px solid transparent;
      border-radius: 4px;
      background: none;
      color: var(--ink);
      font-size: 13.5px;
    }
    input:not(.digits) {
      font-family: var(--words);
    }
    input:hover {
      border-color: var(--rule);
    }
    input:focus {
      border-color: var(--right);
      background: #fff;
    }
    input.unsaved {
      border-color: var(--ask);
      background: var(--ask-tint);
    }
    .quantity,
    .unitPrice,
    .netAmount,
    .taxRate {
      text-align: right;
    }
    .quantity input,
    .unitPrice input,
    .netAmount input,
    .taxRate input {
      text-align: right;
    }
    .netAmount input {
      font-weight: 600;
    }
    .tools {
      position: sticky;
      bottom: 60px;
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px;
      padding: 8px 12px;
      border: 1px solid var(--rule);
      border-radius: 6px;
      background: var(--sheet);
      font-size: 13.5px;
      z-index: 4;
      margin-left: 618px;
    }
    .tools p {
      flex-basis: 100%;
      margin: 0;
    }
    .tools p .plain-button {
      min-height: 28px;
    }
    .none {
      padding: 40px;
      text-align: center;
    }
  `,
})
export class LinesView {
  readonly document = input.required<DocumentView>();
  readonly mayCheck = input.required<boolean>();
  readonly done = output<void>();
  readonly #store = inject(Store);
  readonly #drafts = inject(Drafts);
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly names = CELL_NAMES;
  protected readonly questionText = questionText;
  protected readonly shown = SHOWN;
  protected readonly pageWidth = PAGE_WIDTH;
  protected readonly chosen = signal<number | null>(null);
  protected readonly whole = computed(() => this.document().doubts.find((doubt) => doubt.field === 'lines') ?? null);

  readonly #doubted = computed(() =>
    [
      ...new Set(
        this.document()
          .doubts.filter((doubt) => doubt.line !== null)
          .map((doubt) => doubt.line as number),
      ),
    ].sort((a, b) => a - b),
  );

  constructor() {
    // The first question is on the screen from the start.
    afterNextRender(() => this.#choose(this.#doubted()[0] ?? null));
  }

  protected readonly sheets = computed(() => lineSheets(this.document(), this.chosen(), PAGE_WIDTH));

  protected text(line: LineView, cell: LineCell): string {
    const value = line.cells[cell];
    if (value === null) return '';
    return cell === 'netAmount' ? grouped(value) : cell === 'unitPrice' ? grouped(value, 2) : value;
  }

  /** What was typed into a cell and is not saved; null where nothing is. */
  protected draftOf(line: LineView, cell: LineCell): string | null {
    return this.#drafts.of(this.#purpose(line, cell));
  }

  protected keep(line: LineView, cell: LineCell, event: Event): void {
    const { value } = event.target as HTMLInputElement;
    if (value === this.text(line, cell)) this.#drafts.drop(this.#purpose(line, cell));
    else this.#drafts.keep(this.#purpose(line, cell), value);
  }

  protected give(line: LineView, cell: LineCell): void {
    const typed = this.draftOf(line, cell);
    if (typed === null || !this.mayCheck()) return;
    const value = typedValue(cell, typed.replace(/(\d),(?=\d{3}(\D|$))/g, '$1'));
    this.#change({ name: 'changeCell', params: { position: line.position, cell }, input: { value }, draft: this.#purpose(line, cell) });
  }

  protected giveUp(line: LineView, cell: LineCell, event: Event): void {
    this.#drafts.drop(this.#purpose(line, cell));
    (event.target as HTMLInputElement).value = this.text(line, cell);
    this.leave(event);
  }

  #purpose(line: LineView, cell: LineCell): string {
    return `document/${this.document().id}/lines/${line.position}/${cell}`;
  }

  protected leave(event: Event): void {
    event.preventDefault();
    event.stopPropagation();
    (event.target as HTMLElement).blur();
  }

  protected settleWhole(id: number): void {
    this.#change({ name: 'settleDoubt', params: { doubt: id } });
  }

  protected settleLine(position: number): void {
    for (const doubt of this.document().doubts.filter((one) => one.line === position))
      this.#change({ name: 'settleDoubt', params: { doubt: doubt.id } });
  }

  /**
   * Settles the doubts of the chosen or first doubted line where its row is on the screen, else brings it there. False where the
   * lines have no doubt left: Enter then means the document.
   */
  settle(): boolean {
    const [first] = this.#doubted();
    const position = this.#doubted().find((line) => line === this.chosen()) ?? first;
    if (position !== undefined) {
      if (this.#inSight(position)) {
        this.settleLine(position);
        this.#choose(this.#doubted().find((line) => line > position) ?? null);
      } else this.chosen.set(position);
      return true;
    }
    const whole = this.whole();
    if (whole) {
      this.settleWhole(whole.id);
      this.done.emit();
      return true;
    }
    return false;
  }

  move(step: number): void {
    const positions = this.document().lines.map((line) => line.position);
    const at = positions.indexOf(this.chosen() ?? -1);
    this.#choose(positions[Math.max(0, Math.min(positions.length - 1, at + step))] ?? null);
  }

  /** Marks a line and brings its row onto the screen. */
  #choose(position: number | null): void {
    this.chosen.set(position);
    if (position !== null) this.#inSight(position);
  }

  #inSight(position: number): boolean {
    const row = this.#host.nativeElement.querySelector<HTMLElement>(`[data-line="${position}"]`);
    return row !== null && broughtIntoSight(row);
  }

  edit(): void {
    if (this.chosen() === null) this.move(1);
    this.#cell('quantity')?.select();
    this.#cell('quantity')?.focus();
  }

  add(): void {
    if (this.mayCheck()) this.#change({ name: 'addLine' });
  }

  remove(): void {
    const position = this.chosen();
    if (position === null || !this.mayCheck()) return;
    this.chosen.set(null);
    this.#change({ name: 'removeLine', params: { position } });
  }

  #cell(cell: LineCell): HTMLInputElement | null {
    return this.#host.nativeElement.querySelector(`[data-cell="${this.chosen()}${cell}"]`);
  }

  #change(change: DocumentChange): void {
    this.#store.dispatch(DocumentActions.changed({ change }));
  }
}
