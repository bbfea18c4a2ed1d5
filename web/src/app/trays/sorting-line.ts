import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { catchError, of } from 'rxjs';
import { Api } from '../api';

/** What sorting has learned, and how well it does. */
@Component({
  selector: 'umber-sorting-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<p class="quiet">{{ sentence() }}</p>`,
  styles: `
    p {
      margin: 0 0 10px;
      font-size: 13.5px;
    }
  `,
})
export class SortingLine {
  readonly #sorting = toSignal(
    inject(Api)
      .call('sorting')
      .pipe(catchError(() => of(null))),
    { initialValue: null },
  );
  protected readonly sentence = computed(() => {
    const sorting = this.#sorting();
    if (!sorting) return '';
    if (sorting.version === 0) return 'Sorted by what titles say. When you sort something otherwise, the next ones like it follow.';
    return `Sorting has learned from ${sorting.examples} documents that people sorted or checked (version ${sorting.version}): left out one by one, ${sorting.right} of them would have been sorted right.`;
  });
}
