import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { PageTurner } from './page-turner';

/** The shown page's place and the way to the others; nothing where there is one page. */
@Component({
  selector: 'umber-pager',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (turner().count() > 1) {
      <button class="plain-button" type="button" aria-label="Page before" [disabled]="turner().place() === 0" (click)="turner().turn(-1)">
        ‹
      </button>
      <span [attr.aria-label]="'page ' + (turner().place() + 1) + ' of ' + turner().count()" role="status"
        >{{ turner().place() + 1 }} / {{ turner().count() }}</span
      >
      <button
        class="plain-button"
        type="button"
        aria-label="Next page"
        [disabled]="turner().place() === turner().count() - 1"
        (click)="turner().turn(1)"
      >
        ›
      </button>
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      align-items: center;
      gap: 6px;
      font-size: 14px;
    }
    .plain-button {
      padding: 0 11px;
    }
  `,
})
export class Pager {
  readonly turner = input.required<PageTurner>();
}
