import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  signal,
  afterNextRender,
  DestroyRef,
} from '@angular/core';
import { WindowSize } from '../window-size';
import { sizeOf } from './geometry';
import { PageFlow, type PageMark } from './page-flow';
import { PageStrip } from './page-strip';
import { ViewerTools } from './viewer-tools';
import type { Viewer } from './viewer';

/** Height of the bars above and below, and what stands around the pages; pixels. */
const BARS = 48 + 52;
const STRIP = 92;

/** The pages of a document beside a screen's work: all of them, in a frame of their own, with everything to look at them. */
@Component({
  selector: 'umber-page-viewer',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PageFlow, PageStrip, ViewerTools],
  template: `
    @if (viewer().count() > 0) {
      <umber-viewer-tools [viewer]="viewer()" />
      <div class="both" [style.height.px]="frameHeight()">
        @if (viewer().count() > 1 && !isNarrow()) {
          <umber-page-strip [documentId]="documentId()" [viewer]="viewer()" />
        }
        <div class="frame" tabindex="0" aria-label="Pages" role="region">
          <umber-page-flow [documentId]="documentId()" [viewer]="viewer()" [width]="pageWidth()" [marks]="marks()" />
        </div>
      </div>
    } @else {
      <p class="quiet">It has no page to show.</p>
    }
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
    .both {
      display: flex;
      min-height: 260px;
    }
    .frame {
      flex: 1;
      min-width: 0;
      overflow: auto;
      border: 1px solid var(--rule);
      background: #ece3d4;
    }
    umber-page-flow {
      width: max-content;
      margin: 0 auto;
    }
    umber-page-strip {
      width: 92px;
      flex: none;
    }
  `,
})
export class PageViewer {
  readonly documentId = input.required<number>();
  readonly viewer = input.required<Viewer>();
  readonly marks = input<readonly PageMark[]>([]);
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly #window = inject(WindowSize);
  protected readonly isNarrow = this.#window.isNarrow;
  readonly #width = signal(470);
  protected readonly frameHeight = computed(() =>
    this.isNarrow() ? Math.round(this.#window.height() * 0.7) : this.#window.height() - BARS - 60,
  );
  protected readonly pageWidth = computed(() => {
    const viewer = this.viewer();
    const room = this.#width() - (viewer.count() > 1 && !this.isNarrow() ? STRIP : 0) - 20;
    const size = viewer.size();
    if (size === 'width') return Math.max(200, room);
    const { across, down } = sizeOf(viewer.page(), viewer.turn());
    if (size === 'whole') return Math.max(160, Math.min(room, ((this.frameHeight() - 6) / down) * across));
    return Math.round(room * size);
  });

  constructor() {
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      const observer = new ResizeObserver(([{ contentRect }]) => this.#width.set(contentRect.width));
      observer.observe(this.#host.nativeElement);
      destroyed.onDestroy(() => observer.disconnect());
    });
  }
}
