import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import type { PageView } from '@umber/contract/documents';
import type { Box } from '@umber/core/geometry';
import { WindowSize } from '../window-size';
import { pagePicture } from './addresses';

/** A box to be marked on the page. */
export interface PageMark {
  readonly id: string;
  readonly box: Box;
  readonly tone: 'quiet' | 'ask' | 'open' | 'band';
}

/** White beside a page in a narrow window, in pixels. */
const BESIDE = 24;

/** One page of a document as a sheet of paper, with marks; a click or a dragged rectangle on it is told in points. */
@Component({
  selector: 'umber-page-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div
      class="sheet"
      [style.width.px]="shown()"
      [style.height.px]="page().height * scale()"
      (pointerdown)="down($event)"
      (pointermove)="move($event)"
      (pointerup)="up($event)"
      (pointercancel)="dragged.set(null)"
    >
      <img [src]="picture()" [alt]="'Page ' + page().number" draggable="false" />
      @for (mark of marks(); track mark.id) {
        <span
          class="mark"
          [class]="mark.tone"
          [style.left.px]="mark.box.x * scale() - 2"
          [style.top.px]="mark.box.y * scale() - 1.5"
          [style.width.px]="mark.box.width * scale() + 4"
          [style.height.px]="mark.box.height * scale() + 3"
        ></span>
      }
      @if (rubber(); as box) {
        <span
          class="rubber"
          [style.left.px]="box.x * scale()"
          [style.top.px]="box.y * scale()"
          [style.width.px]="box.width * scale()"
          [style.height.px]="box.height * scale()"
        ></span>
      }
    </div>
  `,
  styles: `
    .sheet {
      position: relative;
      background: #fff;
      box-shadow:
        0 1px 3px rgb(36 27 20 / 18%),
        0 6px 24px rgb(36 27 20 / 12%);
      cursor: crosshair;
      touch-action: none;
      user-select: none;
    }
    img {
      display: block;
      width: 100%;
      height: 100%;
    }
    .mark {
      position: absolute;
      pointer-events: none;
      border-radius: 2px;
      mix-blend-mode: multiply;
    }
    .quiet {
      background: rgb(23 100 92 / 9%);
    }
    .ask {
      background: rgb(163 74 0 / 16%);
    }
    .open {
      background: rgb(163 74 0 / 20%);
      box-shadow: 0 0 0 1.5px var(--ask);
    }
    .band {
      background: rgb(23 100 92 / 5%);
    }
    .rubber {
      position: absolute;
      pointer-events: none;
      border: 1.5px solid var(--right);
      background: rgb(23 100 92 / 12%);
    }
  `,
})
export class PageSheet {
  readonly documentId = input.required<number>();
  readonly page = input.required<PageView>();
  /** Pixels. */
  readonly width = input.required<number>();
  readonly marks = input<readonly PageMark[]>([]);
  /** A click (an area of no size) or a dragged rectangle, in points. */
  readonly picked = output<Box>();

  protected readonly picture = computed(() => pagePicture(this.documentId(), this.page()));
  readonly #window = inject(WindowSize);
  /** A narrow window shows the whole page no wider than it is. */
  protected readonly shown = computed(() => Math.min(this.width(), this.#window.width() - BESIDE));
  protected readonly scale = computed(() => this.shown() / this.page().width);
  protected readonly dragged = signal<{ x: number; y: number; toX: number; toY: number } | null>(null);
  protected readonly rubber = computed(() => {
    const box = this.#box();
    return box && (box.width > 4 || box.height > 4) ? box : null;
  });

  protected down(event: PointerEvent): void {
    (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
    const at = this.#at(event);
    this.dragged.set({ ...at, toX: at.x, toY: at.y });
  }

  protected move(event: PointerEvent): void {
    const at = this.#at(event);
    this.dragged.update((drag) => drag && { ...drag, toX: at.x, toY: at.y });
  }

  protected up(event: PointerEvent): void {
    this.move(event);
    const box = this.#box();
    this.dragged.set(null);
    if (box) this.picked.emit(box);
  }

  #at(event: PointerEvent): { x: number; y: number } {
    const sheet = (event.currentTarget as HTMLElement).getBoundingClientRect();
    return { x: (event.clientX - sheet.left) / this.scale(), y: (event.clientY - sheet.top) / this.scale() };
  }

  #box(): Box | null {
    const drag = this.dragged();
    return (
      drag && {
        x: Math.min(drag.x, drag.toX),
        y: Math.min(drag.y, drag.toY),
        width: Math.abs(drag.toX - drag.x),
        height: Math.abs(drag.toY - drag.y),
      }
    );
  }
}
