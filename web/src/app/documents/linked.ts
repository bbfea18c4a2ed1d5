import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { CreditView, DocumentView } from '@umber/contract/documents';
import { TRAY_NAMES } from '@umber/contract/trays';
import { AmountPipe } from '../money/amount.pipe';

/** By what an invoice is known that a credit note gives back of. */
const KNOWN_BY: Readonly<Record<CreditView['knownBy'], string>> = {
  number: 'named on the page',
  lines: 'the same order lines',
  amount: 'the same total',
  person: 'chosen by a person',
};

/** What a document gives back of, what was given back of it, what is held back of it, and what it comes in place of. */
@Component({
  selector: 'umber-linked',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AmountPipe, RouterLink],
  template: `
    @for (one of document().credits; track one.id) {
      <p>
        <strong>Credits</strong> <a class="digits" [routerLink]="['/document', one.id]">{{ one.number || 'invoice ' + one.id }}</a> of
        <span class="digits">{{ currency() }} {{ one.gross | amount }}</span
        >, <span class="digits">{{ one.left | amount }}</span> of it left in the books.
        <span class="quiet">{{ knownBy[one.knownBy] }}, {{ trays[one.tray] }}</span>
      </p>
    }
    @for (one of document().creditedBy; track one.id) {
      <p>
        <strong>Credited by</strong> <a class="digits" [routerLink]="['/document', one.id]">{{ one.number || 'credit note ' + one.id }}</a>:
        <span class="digits">{{ currency() }} {{ one.gross | amount }}</span
        >. <span class="quiet">{{ trays[one.tray] }}</span>
      </p>
    }
    @if (document().replaces; as other) {
      <p>
        <strong>In place of</strong>
        <a class="digits" [routerLink]="['/document', other.id]">{{ other.number || 'document ' + other.id }}</a>
        <span class="quiet">{{ trays[other.tray] }}</span>
      </p>
    }
    @if (document().replacedBy; as other) {
      <p>
        <strong>Replaced by</strong>
        <a class="digits" [routerLink]="['/document', other.id]">{{ other.number || 'document ' + other.id }}</a>
        <span class="quiet">{{ trays[other.tray] }}</span>
      </p>
    }
    @for (claim of document().claims; track claim.id) {
      <p>
        <strong>{{ claim.credit ? 'Was held back:' : 'Held back:' }}</strong>
        <span class="digits">{{ currency() }} {{ claim.gross | amount }}</span>
        @if (claim.credit; as credit) {
          until <a class="digits" [routerLink]="['/document', credit.id]">{{ credit.number ?? 'a credit note' }}</a> came.
        } @else {
          until a credit note comes.
        }
        <span class="quiet">{{ claim.reason }}</span>
      </p>
    }
  `,
  styles: `
    p {
      margin: 6px 0;
      font-size: 15px;
    }
  `,
})
export class Linked {
  readonly document = input.required<DocumentView>();
  protected readonly currency = computed(() => this.document().fields.currency.value);
  protected readonly trays = TRAY_NAMES;
  protected readonly knownBy = KNOWN_BY;
}
