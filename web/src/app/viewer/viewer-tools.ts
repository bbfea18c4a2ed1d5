import { ChangeDetectionStrategy, Component, computed, effect, ElementRef, input, viewChild } from '@angular/core';
import type { Viewer } from './viewer';

/** What can be done with the pages on the screen: larger, smaller, whole, turned, a lens, text, words to find. */
@Component({
  selector: 'umber-viewer-tools',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let pages = viewer();
    <span class="where" role="status">{{ pages.count() === 1 ? '1 page' : 'Page ' + (pages.place() + 1) + ' of ' + pages.count() }}</span>
    <span class="gap"></span>
    <button type="button" aria-label="Smaller page" title="Smaller (−)" (click)="pages.zoom(0.8)">−</button>
    <span class="percent digits" aria-live="polite">{{ percent() }}</span>
    <button type="button" aria-label="Larger page" title="Larger (+)" (click)="pages.zoom(1.25)">+</button>
    <button
      type="button"
      title="Whole page, or as wide as there is room (W)"
      [attr.aria-pressed]="pages.size() === 'whole'"
      (click)="pages.size.set(pages.size() === 'whole' ? 'width' : 'whole')"
    >
      Whole
    </button>
    <button type="button" title="Turn the page on the screen (R)" (click)="pages.turnOn()">Turn</button>
    <button type="button" title="Lens (M)" [attr.aria-pressed]="pages.lens()" (click)="pages.lens.set(!pages.lens())">Lens</button>
    <button
      type="button"
      title="Select and copy text (V)"
      [attr.aria-pressed]="pages.selects()"
      (click)="pages.selects.set(!pages.selects())"
    >
      Text
    </button>
    @if (pages.hasStraightened()) {
      <button
        type="button"
        title="The page as it came, or straightened"
        [attr.aria-pressed]="pages.asTheyCame()"
        (click)="pages.asTheyCame.set(!pages.asTheyCame())"
      >
        Original
      </button>
    }
    @if (pages.query() === null) {
      <button type="button" title="Find words on the pages (F)" (click)="pages.query.set('')">Find</button>
    } @else {
      <span class="find">
        <input
          #field
          aria-label="Find on the pages"
          placeholder="find"
          [value]="pages.query()"
          (input)="pages.query.set(field.value)"
          (keydown.enter)="next($event)"
          (keydown.escape)="close($event)"
        />
        <span class="hits digits" role="status">{{ hits() }}</span>
        <button type="button" aria-label="Close the search" (click)="pages.query.set(null)">×</button>
      </span>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 4px;
      padding: 5px 0;
      font-size: 13px;
    }
    .where {
      font-weight: 600;
    }
    .gap {
      flex: 1;
    }
    .percent {
      min-width: 44px;
      text-align: center;
    }
    button {
      min-width: 28px;
      min-height: 28px;
      padding: 0 8px;
      border: 1px solid #b3a48f;
      border-radius: 5px;
      background: var(--sheet);
      color: var(--ink);
      font: 600 13px/1 var(--words);
      cursor: pointer;
    }
    button:hover {
      border-color: var(--umber);
    }
    button[aria-pressed='true'] {
      border-color: var(--right);
      background: var(--right-tint);
      color: #0f4f48;
    }
    .find {
      display: flex;
      align-items: center;
      gap: 4px;
    }
    input {
      width: 96px;
      height: 28px;
      padding: 0 7px;
      border: 1px solid #b3a48f;
      border-radius: 5px;
      background: #fff;
      color: var(--ink);
      font: 400 13.5px var(--words);
    }
    .hits {
      min-width: 34px;
      text-align: right;
    }
  `,
})
export class ViewerTools {
  readonly viewer = input.required<Viewer>();
  protected readonly field = viewChild<ElementRef<HTMLInputElement>>('field');
  protected readonly percent = computed(() => {
    const size = this.viewer().size();
    return size === 'width' ? 'width' : size === 'whole' ? 'whole' : `${Math.round(size * 100)} %`;
  });
  protected readonly hits = computed(() => {
    const { found, foundAt, query } = this.viewer();
    if (query() === '') return '';
    return found().length === 0 ? 'none' : `${foundAt() + 1}/${found().length}`;
  });

  constructor() {
    effect(() => this.field()?.nativeElement.focus());
  }

  protected next(event: Event): void {
    event.preventDefault();
    event.stopPropagation();
    this.viewer().next((event as KeyboardEvent).shiftKey ? -1 : 1);
  }

  protected close(event: Event): void {
    event.stopPropagation();
    // At once, not with the next drawing: what is pressed next is a key and no word.
    this.field()?.nativeElement.blur();
    this.viewer().query.set(null);
  }
}
