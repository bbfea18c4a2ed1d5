import { ChangeDetectionStrategy, Component, computed, inject, input, numberAttribute } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { formatName, ruleText, sheetOf, type Block } from '@umber/contract/e-invoices';
import { isXRechnung, type Finding } from '@umber/core/e-invoices';
import { Api } from '../api';
import { loaded } from '../loading/loaded';
import { LoadingLine } from '../loading/loading-line';

/** The data of an electronic invoice as one reads an invoice, and beside it what its rules found. */
@Component({
  selector: 'umber-e-invoice-page',
  host: { class: 'list-page' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LoadingLine, RouterLink],
  templateUrl: './e-invoice-page.html',
  styleUrl: './e-invoice-page.scss',
})
export class EInvoicePage {
  readonly #api = inject(Api);
  readonly id = input.required({ transform: numberAttribute });
  protected readonly view = loaded(toObservable(this.id), (id) => this.#api.call('eInvoice', { id }));
  protected readonly sheet = computed(() => {
    const { value } = this.view();
    return value && { ...sheetOf(value.invoice), format: formatName(value.invoice), isXRechnung: isXRechnung(value.invoice) };
  });
  protected readonly errors = computed(() => this.#ofLevel('error'));
  protected readonly warnings = computed(() => this.#ofLevel('warning'));

  #ofLevel(level: Finding['level']): readonly Finding[] {
    return this.view().value?.findings.filter((finding) => finding.level === level) ?? [];
  }

  protected sentence({ rule, place, found, wanted }: Finding): string {
    const where = place.of === 'line' && place.index !== undefined ? `Line ${place.index + 1}: ` : '';
    return where + ruleText({ rule, term: place.term, found, wanted });
  }

  /** Whether a rule asks about this cell of a line. */
  protected isAsked(block: Block, row: number): boolean {
    return block.title === 'Lines' && this.errors().some(({ place }) => place.of === 'line' && place.index === row);
  }
}
