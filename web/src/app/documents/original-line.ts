import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { DocumentView } from '@umber/contract/documents';
import { dayOf, fullDay } from '../dates/day';

/** Until when what came is kept, what holds it, or that it was deleted. */
@Component({
  selector: 'umber-original-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    @if (document().original.deleted; as gone) {
      <p class="gone">
        Its original was deleted on {{ day(gone.at) }}, as {{ gone.askedBy }} asked and {{ gone.agreedBy }} agreed (<a
          routerLink="/retention"
          >deletion {{ gone.deletion }}</a
        >). Its values, its trail and its entry stay.
      </p>
    } @else {
      <p class="quiet">
        {{ untilText() }}
        @if (document().original.holds.length > 0) {
          <span class="ask">On hold: {{ document().original.holds.join(', ') }}.</span>
        }
      </p>
    }
  `,
  styles: `
    p {
      margin: 10px 0;
      font-size: 14px;
    }
    .gone {
      padding: 10px 14px;
      border-left: 4px solid var(--ask);
      background: var(--ask-tint);
      font-size: 15px;
    }
  `,
})
export class OriginalLine {
  readonly document = input.required<DocumentView>();
  protected readonly day = dayOf;
  protected readonly untilText = computed(() => {
    const { keptUntil } = this.document().original;
    return keptUntil === null ? 'Its original is kept for ever.' : `Its original is kept until ${fullDay(keptUntil)} at least.`;
  });
}
