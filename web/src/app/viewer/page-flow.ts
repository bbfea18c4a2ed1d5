import {
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
  untracked,
  viewChildren,
} from '@angular/core';
import type { Box } from '@umber/core/geometry';
import { pageAsItCame, pagePicture } from '../documents/addresses';
import { layOutPages, pageBox, PAGE_GAP, shownBox, type LaidPage } from './geometry';
import { TextLayer } from './text-layer';
import type { Viewer } from './viewer';

/** A box to be marked on a page. Frames mark values, dashes the labels they were found by, tints places in doubt. */
export interface PageMark {
  readonly id: string;
  readonly page: number;
  readonly box: Box;
  readonly tone: 'quiet' | 'ask' | 'open' | 'band' | 'label' | 'found' | 'found-here' | 'owned';
}
/** An area of a page, in points: of no size for a click. */
export interface Picked {
  readonly page: number;
  readonly area: Box;
}

/** How many times larger the lens shows the page, and its size in pixels. */
const LENS = 2.4;
const LENS_SIZE = { width: 320, height: 130 };

/** All pages of a document, one below the other, with marks; a click or a dragged rectangle on one is told in points. */
@Component({
  selector: 'umber-page-flow',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TextLayer],
  template: `
    @for (laid of pages(); track laid.page.number) {
      <div
        #sheet
        class="sheet"
        role="group"
        [attr.aria-label]="'Page ' + laid.page.number"
        [attr.data-page]="laid.page.number"
        [class.selects]="viewer().selects()"
        [style.width.px]="laid.width"
        [style.height.px]="laid.height"
        [style.margin-bottom.px]="$last ? 0 : gap"
        (pointerdown)="down(laid, $event)"
        (pointermove)="move(laid, $event)"
        (pointerup)="up(laid, $event)"
        (pointerleave)="lens.set(null)"
        (pointercancel)="dragged.set(null)"
        (wheel)="wheel($event)"
      >
        <img
          [src]="picture(laid)"
          [alt]="'Page ' + laid.page.number"
          draggable="false"
          loading="lazy"
          decoding="async"
          [style.width.px]="laid.page.width * laid.scale"
          [style.height.px]="laid.page.height * laid.scale"
          [style.transform]="turned(laid)"
        />
        @for (mark of marksOf(laid); track mark.id) {
          <span
            class="mark"
            [class]="mark.tone"
            [style.left.px]="mark.box.x - 2"
            [style.top.px]="mark.box.y - 1.5"
            [style.width.px]="mark.box.width + 4"
            [style.height.px]="mark.box.height + 3"
          ></span>
        }
        @if (viewer().selects() && near().has(laid.page.number)) {
          <umber-text-layer [laid]="laid" />
        }
        @if (rubber(); as rubber) {
          @if (rubber.page === laid.page.number) {
            <span
              class="rubber"
              [style.left.px]="rubber.box.x"
              [style.top.px]="rubber.box.y"
              [style.width.px]="rubber.box.width"
              [style.height.px]="rubber.box.height"
            ></span>
          }
        }
        @if (lensOf(laid); as glass) {
          <div class="lens" [style]="glass"></div>
        }
      </div>
    }
  `,
  styles: `
    :host {
      display: block;
      position: relative;
    }
    .sheet {
      position: relative;
      overflow: hidden;
      background: #fff;
      box-shadow:
        0 1px 3px rgb(36 27 20 / 18%),
        0 6px 24px rgb(36 27 20 / 12%);
      cursor: crosshair;
      touch-action: pan-x pan-y;
      user-select: none;
      scroll-margin-top: 100px;
    }
    .sheet.selects {
      cursor: text;
      user-select: text;
    }
    img {
      object-fit: contain;
      position: absolute;
      left: 0;
      top: 0;
      transform-origin: 0 0;
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
    .owned {
      background: rgb(23 100 92 / 12%);
      box-shadow: 0 0 0 1.5px rgb(23 100 92 / 55%);
    }
    .ask {
      background: rgb(163 74 0 / 16%);
    }
    .open {
      background: rgb(163 74 0 / 14%);
      box-shadow: 0 0 0 2px var(--ask);
    }
    .label {
      border-bottom: 2px dashed #7a3a05;
      border-radius: 0;
    }
    .found {
      background: rgb(255 209 71 / 55%);
    }
    .found-here {
      background: rgb(255 170 20 / 70%);
      box-shadow: 0 0 0 2px #8a5a00;
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
    .lens {
      position: absolute;
      z-index: 5;
      pointer-events: none;
      border: 2px solid var(--umber);
      border-radius: 8px;
      background-color: #fff;
      background-repeat: no-repeat;
      box-shadow: 0 6px 24px rgb(36 27 20 / 35%);
    }
  `,
})
export class PageFlow {
  readonly documentId = input.required<number>();
  readonly viewer = input.required<Viewer>();
  /** Pixels that the widest page takes. */
  readonly width = input.required<number>();
  readonly marks = input<readonly PageMark[]>([]);
  readonly picked = output<Picked>();
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);

  protected readonly gap = PAGE_GAP;
  readonly pages = computed(() => layOutPages(this.viewer().pages(), this.width(), this.viewer().turn()));
  readonly #found = computed((): PageMark[] =>
    this.viewer()
      .found()
      .map(({ page, box }, i) => ({ id: `found-${i}`, page, box, tone: i === this.viewer().foundAt() ? 'found-here' : 'found' })),
  );
  protected readonly dragged = signal<{ page: number; x: number; y: number; toX: number; toY: number } | null>(null);
  protected readonly lens = signal<{ page: number; x: number; y: number } | null>(null);
  /** Numbers of the pages on or near the screen. */
  protected readonly near = signal<ReadonlySet<number>>(new Set());
  protected readonly sheets = viewChildren<ElementRef<HTMLElement>>('sheet');
  protected readonly rubber = computed(() => {
    const drag = this.dragged();
    const box = drag && boxOf(drag);
    return drag && box && (box.width > 4 || box.height > 4) ? { page: drag.page, box } : null;
  });

  constructor() {
    const shares = new Map<number, number>();
    const observer = new IntersectionObserver(
      (entries) => {
        for (const { target, intersectionRect } of entries) shares.set(numberOf(target), intersectionRect.height * intersectionRect.width);
        const [most] = [...shares].sort((a, b) => b[1] - a[1]);
        if (most && most[1] > 0) this.viewer().current.set(most[0]);
        this.near.set(new Set([...shares].filter(([, share]) => share > 0).map(([number]) => number)));
      },
      { threshold: [0, 0.1, 0.25, 0.5, 0.75, 1] },
    );
    inject(DestroyRef).onDestroy(() => observer.disconnect());
    afterRenderEffect(() => {
      const sheets = this.sheets();
      observer.disconnect();
      shares.clear();
      for (const { nativeElement } of sheets) observer.observe(nativeElement);
    });
    afterRenderEffect(() => {
      const wish = this.viewer().wish();
      const sheet = this.sheets().find(({ nativeElement }) => numberOf(nativeElement) === wish?.page)?.nativeElement;
      const laid = untracked(this.pages).find(({ page }) => page.number === wish?.page);
      if (!wish || !sheet || !laid) return;
      if (wish.box === null) sheet.scrollIntoView({ block: 'start', inline: 'nearest' });
      else untracked(() => this.#bring(sheet, shownBox(laid, wish.box as Box)));
    });
  }

  protected readonly isAsItCame = ({ page }: LaidPage): boolean => page.straightened && this.viewer().asTheyCame();
  protected readonly picture = (laid: LaidPage): string =>
    this.isAsItCame(laid) ? pageAsItCame(this.documentId(), laid.page.number) : pagePicture(this.documentId(), laid.page);

  protected turned({ turn, width, height }: LaidPage): string {
    return [
      '',
      `translateX(${width}px) rotate(90deg)`,
      `translate(${width}px, ${height}px) rotate(180deg)`,
      `translateY(${height}px) rotate(270deg)`,
    ][turn];
  }

  protected marksOf(laid: LaidPage): PageMark[] {
    if (this.isAsItCame(laid)) return [];
    return [...this.marks(), ...this.#found()]
      .filter(({ page }) => page === laid.page.number)
      .map((mark) => ({ ...mark, box: shownBox(laid, mark.box) }));
  }

  /** What the lens shows at the pointer; null where it is not over this page. */
  protected lensOf(laid: LaidPage): Readonly<Record<string, string>> | null {
    const at = this.lens();
    if (!this.viewer().lens() || at?.page !== laid.page.number || laid.turn !== 0) return null;
    const { width, height } = LENS_SIZE;
    const left = Math.min(Math.max(0, at.x - width / 2), Math.max(0, laid.width - width));
    const top = at.y + 26 + height > laid.height ? at.y - 26 - height : at.y + 26;
    return {
      left: `${left}px`,
      top: `${top}px`,
      width: `${width}px`,
      height: `${height}px`,
      backgroundImage: `url(${this.picture(laid)})`,
      backgroundSize: `${laid.width * LENS}px ${laid.height * LENS}px`,
      backgroundPosition: `${width / 2 - at.x * LENS}px ${height / 2 - at.y * LENS}px`,
    };
  }

  protected down(laid: LaidPage, event: PointerEvent): void {
    if (this.viewer().selects() || this.isAsItCame(laid) || event.button !== 0) return;
    // A finger moves the page; a tap points.
    if (event.pointerType !== 'touch') (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
    const at = pointIn(event);
    this.dragged.set({ page: laid.page.number, ...at, toX: at.x, toY: at.y });
  }

  protected move(laid: LaidPage, event: PointerEvent): void {
    const at = pointIn(event);
    if (this.viewer().lens()) this.lens.set({ page: laid.page.number, ...at });
    this.dragged.update((drag) => drag && { ...drag, toX: at.x, toY: at.y });
  }

  protected up(laid: LaidPage, event: PointerEvent): void {
    this.move(laid, event);
    const drag = this.dragged();
    this.dragged.set(null);
    if (drag?.page === laid.page.number) this.picked.emit({ page: drag.page, area: pageBox(laid, boxOf(drag)) });
  }

  /** With Ctrl held the wheel zooms, and what is under the pointer stays there. */
  protected wheel(event: WheelEvent): void {
    if (!event.ctrlKey) return;
    event.preventDefault();
    const before = this.#host.nativeElement.getBoundingClientRect();
    const [shareX, shareY] = [(event.clientX - before.left) / before.width, (event.clientY - before.top) / before.height];
    this.viewer().zoom(event.deltaY < 0 ? 1.15 : 1 / 1.15);
    requestAnimationFrame(() => {
      const after = this.#host.nativeElement.getBoundingClientRect();
      scrollerOf(this.#host.nativeElement, 'y').scrollBy(0, after.top + shareY * after.height - event.clientY);
      scrollerOf(this.#host.nativeElement, 'x').scrollBy(after.left + shareX * after.width - event.clientX, 0);
    });
  }

  /** Scrolls a place of a page to the middle of the screen where it is not on it. */
  #bring(sheet: HTMLElement, box: Box): void {
    const scroller = scrollerOf(sheet, 'y');
    const frame = scroller === document.scrollingElement ? { top: 90, bottom: window.innerHeight - 60 } : scroller.getBoundingClientRect();
    const top = sheet.getBoundingClientRect().top + box.y;
    if (top >= frame.top + 10 && top + box.height <= frame.bottom - 10) return;
    scroller.scrollBy({ top: top + box.height / 2 - (frame.top + frame.bottom) / 2 });
  }
}

const numberOf = (sheet: Element): number => Number((sheet as HTMLElement).dataset['page']);

function pointIn(event: PointerEvent): { x: number; y: number } {
  const sheet = (event.currentTarget as HTMLElement).getBoundingClientRect();
  return { x: event.clientX - sheet.left, y: event.clientY - sheet.top };
}

const boxOf = (drag: { x: number; y: number; toX: number; toY: number }): Box => ({
  x: Math.min(drag.x, drag.toX),
  y: Math.min(drag.y, drag.toY),
  width: Math.abs(drag.toX - drag.x),
  height: Math.abs(drag.toY - drag.y),
});

/** What scrolls an element up and down, or sideways. */
export function scrollerOf(element: HTMLElement, axis: 'x' | 'y'): Element {
  for (let at = element.parentElement; at && at !== document.body; at = at.parentElement) {
    const style = getComputedStyle(at);
    const scrolls =
      axis === 'y' ? at.scrollHeight > at.clientHeight + 1 && style.overflowY : at.scrollWidth > at.clientWidth + 1 && style.overflowX;
    if (scrolls === 'auto' || scrolls === 'scroll') return at;
  }
  return document.scrollingElement ?? document.documentElement;
}
