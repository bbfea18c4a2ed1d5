import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Loading } from './loaded';

/** Says that something is still loading, or why it cannot be shown. */
@Component({
  selector: 'umber-loading-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (of().fault; as text) {
      <p class="error" role="alert">{{ text }}</p>
    } @else if (of().value === null) {
      <p class="quiet" role="status">Loading …</p>
    }
  `,
})
export class LoadingLine {
  readonly of = input.required<Loading<unknown>>();
}
