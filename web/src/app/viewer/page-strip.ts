import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { pagePicture } from '../documents/addresses';
import type { Viewer } from './viewer';

/** Small pages at the side, each with a word of what it holds; one leads to its page. */
@Component({
  selector: 'umber-page-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (page of viewer().pages(); track page.number) {
      <button
        type="button"
        [class.here]="page.number === viewer().page()?.number"
        [attr.aria-current]="page.number === viewer().page()?.number ? 'page' : null"
        (click)="viewer().show(page.number)"
      >
        <img [src]="picture(page)" alt="" loading="lazy" decoding="async" [style.aspect-ratio]="page.width + ' / ' + page.height" />
        <b>{{ $index + 1 }}</b>
        <span class="note" [class.ask]="asks().has(page.number)">{{ notes().get(page.number) }}</span>
      </button>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 8px;
      overflow-y: auto;
      padding: 8px 8px 8px 12px;
      background: #ece3d4;
      scrollbar-width: thin;
    }
    button {
      display: block;
      flex: none;
      padding: 4px 6px 2px;
      border: 0;
      border-left: 4px solid transparent;
      border-radius: 4px;
      background: none;
      color: var(--ink);
      font: 400 12px/1.3 var(--words);
      text-align: center;
      cursor: pointer;
    }
    button:hover,
    button.here {
      border-left-color: var(--umber);
      background: var(--sheet);
    }
    img {
      display: block;
      width: 54px;
      margin: 0 auto 2px;
      background: #fff;
      box-shadow: 0 0 0 1px rgb(36 27 20 / 14%);
    }
    .note {
      display: block;
    }
    .note.ask {
      font-weight: 600;
    }
  `,
})
export class PageStrip {
  readonly documentId = input.required<number>();
  readonly viewer = input.required<Viewer>();
  /** What each page holds, by its number in the file. */
  readonly notes = input<ReadonlyMap<number, string>>(new Map());
  /** Pages on which something is asked. */
  readonly asks = input<ReadonlySet<number>>(new Set());
  protected readonly picture = (page: { number: number; turned: number }): string => pagePicture(this.documentId(), page);
}
