import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { DocumentView } from '@umber/contract/documents';
import { AmountPipe } from '../money/amount.pipe';
import { sumsOf } from './printed-sums';
import { currencySign } from '../money/grouped';

/** The arithmetic of the invoice as one sentence, right or wrong, always in sight. */
@Component({
  selector: 'umber-sums-sentence',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AmountPipe],
  template: `
    <p class="digits" role="status">
      <span class="quiet">{{ sign() }}</span>
      <span
        >{{ document().lines.length }} {{ document().lines.length === 1 ? 'line' : 'lines' }}
        <strong>{{ sums().lines | amount }}</strong></span
      >
      @if (document().discount; as discount) {
        <span
          >− discount <strong>{{ discount | amount }}</strong></span
        >
      }
      @if (document().carriage; as carriage) {
        <span
          >+ carriage <strong>{{ carriage | amount }}</strong></span
        >
      }
      <b [class.off]="!sums().linesFit">{{ sums().linesFit ? '=' : '≠' }}</b>
      <span
        >net <strong>{{ sums().net ?? sums().gross | amount }}</strong></span
      >
      <b class="plus">+</b>
      <span
        >tax <strong>{{ sums().tax ?? '0' | amount }}</strong></span
      >
      <b [class.off]="!sums().totalsFit">{{ sums().totalsFit ? '=' : '≠' }}</b>
      <span
        >total <strong>{{ sums().gross | amount }}</strong></span
      >
      <span class="verdict" [class.off]="!right()">{{ right() ? 'adds up' : 'does not add up' }}</span>
    </p>
  `,
  styles: `
    p {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 0 7px;
      margin: 0;
      font-size: 13.5px;
    }
    b {
      color: var(--right);
      font-size: 16px;
    }
    b.plus {
      color: var(--quiet);
    }
    b.off,
    .verdict.off {
      color: var(--ask);
    }
    .verdict {
      color: var(--right);
      font: 600 13.5px/1.4 var(--words);
    }
  `,
})
export class SumsSentence {
  readonly document = input.required<DocumentView>();
  protected readonly sums = computed(() => sumsOf(this.document()));
  protected readonly right = computed(() => this.sums().linesFit && this.sums().totalsFit);
  protected readonly sign = computed(() => currencySign(this.document().fields.currency.value));
}
