import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { LINE_CELLS, type LineCell } from '@umber/core/documents';
import type { Column, TablePart } from '@umber/core/reading';
import type { LaidPage } from '../viewer/geometry';
import { CELL_NAMES } from './questions';

/** Points that a key moves a border, and how near two may stand. */
const [NUDGE, LEAST] = [2, 6];

/** The borders of columns over the pages: each is dragged, or moved by keys; a head over each column says what it is read as. */
@Component({
  selector: 'umber-column-borders',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (laid of pages(); track laid.page.number) {
      @if (partOf(laid); as part) {
        <div
          class="part"
          [style.top.px]="laid.top + part.top * laid.scale"
          [style.height.px]="(part.bottom - part.top) * laid.scale"
          [style.width.px]="laid.width"
        >
          <div class="heads" [style.width.px]="laid.width">
            @for (column of shown(); track $index) {
              <select
                [attr.aria-label]="'What column ' + ($index + 1) + ' is read as'"
                [style.left.px]="column.x * laid.scale + 1"
                [style.width.px]="Math.max(44, widthOf($index, laid) - 2)"
                #role
                (change)="rename($index, role.value)"
              >
                <option value="" [selected]="column.role === null">skip</option>
                @for (cell of cells; track cell) {
                  <option [value]="cell" [selected]="column.role === cell">{{ names[cell] }}</option>
                }
              </select>
            }
          </div>
          @for (column of shown(); track $index) {
            <div
              class="border"
              role="slider"
              tabindex="0"
              [attr.aria-label]="'Left border of ' + name(column)"
              [attr.aria-valuenow]="Math.round(column.x)"
              [attr.aria-valuemin]="0"
              [attr.aria-valuemax]="Math.round(laid.page.width)"
              [style.left.px]="column.x * laid.scale - 6"
              (pointerdown)="down($index, $event)"
              (pointermove)="move(laid, $event)"
              (pointerup)="up()"
              (pointercancel)="dragged.set(null)"
              (keydown)="key($index, $event)"
            ></div>
          }
          <div
            class="edge"
            role="slider"
            tabindex="0"
            aria-label="End of the table"
            [attr.aria-valuenow]="Math.round(part.bottom)"
            (pointerdown)="downEdge(part, $event)"
            (pointermove)="moveEdge(laid, $event)"
            (pointerup)="upEdge()"
            (keydown)="keyEdge(part, $event)"
          ></div>
        </div>
      }
    }
  `,
  styles: `
    :host {
      position: absolute;
      inset: 0 auto auto 0;
      z-index: 4;
    }
    .part {
      position: absolute;
      left: 0;
      pointer-events: none;
    }
    .part {
      border-bottom: 2px dashed var(--right);
    }
    .border {
      position: absolute;
      top: -6px;
      bottom: 0;
      width: 13px;
      pointer-events: auto;
      cursor: col-resize;
      touch-action: none;
    }
    .border::after {
      content: '';
      position: absolute;
      inset: 0 auto 0 5px;
      width: 2px;
      background: var(--right);
    }
    .border:focus-visible::after,
    .border:hover::after {
      left: 4px;
      width: 4px;
    }
    .edge {
      position: absolute;
      inset: auto 0 -7px;
      height: 13px;
      pointer-events: auto;
      cursor: row-resize;
      touch-action: none;
    }
    /* In sight as long as its table is, below what stands at the top of the screen. */
    .heads {
      position: sticky;
      top: 134px;
      z-index: 1;
      height: 26px;
      margin-top: -30px;
    }
    select {
      position: absolute;
      height: 26px;
      padding: 0 2px;
      border: 1px solid var(--right);
      border-radius: 4px;
      background: var(--right-tint);
      color: #0f4f48;
      font: 600 12px/1 var(--words);
      pointer-events: auto;
    }
  `,
})
export class ColumnBorders {
  readonly pages = input.required<readonly LaidPage[]>();
  readonly columns = input.required<readonly Column[]>();
  readonly parts = input.required<readonly TablePart[]>();
  /** A border was moved or taken away, or a column has another name. */
  readonly changed = output<readonly Column[]>();
  readonly partsChanged = output<readonly TablePart[]>();
  protected readonly Math = Math;
  protected readonly cells = LINE_CELLS;
  protected readonly names = CELL_NAMES;
  protected readonly dragged = signal<{ index: number; x: number } | null>(null);
  readonly #edge = signal<TablePart | null>(null);
  protected readonly shown = computed(() => {
    const drag = this.dragged();
    return this.columns().map((column, i) => (drag?.index === i ? { ...column, x: drag.x } : column));
  });

  protected readonly name = ({ role }: Column): string => (role === null ? 'a column that is passed over' : CELL_NAMES[role]);

  protected partOf(laid: LaidPage): TablePart | null {
    const edge = this.#edge();
    return edge?.page === laid.page.number ? edge : (this.parts().find(({ page }) => page === laid.page.number) ?? null);
  }

  protected widthOf(index: number, laid: LaidPage): number {
    const [column, next] = [this.shown()[index], this.shown()[index + 1]];
    return ((next?.x ?? laid.page.width) - column.x) * laid.scale;
  }

  protected down(index: number, event: PointerEvent): void {
    event.preventDefault();
    event.stopPropagation();
    (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
    this.dragged.set({ index, x: this.columns()[index].x });
  }

  protected move(laid: LaidPage, event: PointerEvent): void {
    const part = (event.currentTarget as HTMLElement).parentElement as HTMLElement;
    this.dragged.update(
      (drag) => drag && { ...drag, x: this.#within(drag.index, (event.clientX - part.getBoundingClientRect().left) / laid.scale) },
    );
  }

  protected up(): void {
    const drag = this.dragged();
    this.dragged.set(null);
    if (drag && Math.abs(drag.x - this.columns()[drag.index].x) > 0.5) this.#place(drag.index, drag.x);
  }

  protected key(index: number, event: KeyboardEvent): void {
    const step = event.key === 'ArrowRight' ? NUDGE : event.key === 'ArrowLeft' ? -NUDGE : 0;
    if (step !== 0) this.#place(index, this.#within(index, this.columns()[index].x + step));
    else if (event.key === 'Delete' || event.key === 'Backspace') this.changed.emit(this.columns().filter((_, i) => i !== index));
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  protected rename(index: number, role: string): void {
    const named = role === '' ? null : (role as LineCell);
    // A role is one column's: the other that had it takes what this one had.
    const before = this.columns()[index].role;
    this.changed.emit(
      this.columns().map((column, i) =>
        i === index ? { ...column, role: named } : named !== null && column.role === named ? { ...column, role: before } : column,
      ),
    );
  }

  protected downEdge(part: TablePart, event: PointerEvent): void {
    event.preventDefault();
    event.stopPropagation();
    (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
    this.#edge.set(part);
  }

  protected moveEdge(laid: LaidPage, event: PointerEvent): void {
    const part = (event.currentTarget as HTMLElement).parentElement as HTMLElement;
    const down = (event.clientY - part.getBoundingClientRect().top) / laid.scale;
    this.#edge.update((edge) => edge && { ...edge, bottom: Math.max(edge.top + LEAST, Math.min(laid.page.height, edge.top + down)) });
  }

  protected upEdge(): void {
    const edge = this.#edge();
    this.#edge.set(null);
    if (edge) this.#setPart(edge);
  }

  protected keyEdge(part: TablePart, event: KeyboardEvent): void {
    const step = event.key === 'ArrowDown' ? 6 : event.key === 'ArrowUp' ? -6 : 0;
    if (step === 0) return;
    event.preventDefault();
    event.stopPropagation();
    this.#setPart({ ...part, bottom: Math.max(part.top + LEAST, part.bottom + step) });
  }

  #setPart(part: TablePart): void {
    this.partsChanged.emit(this.parts().map((one) => (one.page === part.page ? part : one)));
  }

  #within(index: number, x: number): number {
    const [before, after] = [this.columns()[index - 1]?.x ?? -LEAST, this.columns()[index + 1]?.x ?? Infinity];
    return Math.max(before + LEAST, Math.min(after - LEAST, x));
  }

  #place(index: number, x: number): void {
    this.changed.emit(this.columns().map((column, i) => (i === index ? { ...column, x } : column)));
  }
}
