import { ChangeDetectionStrategy, Component, computed, inject, input, numberAttribute, signal } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { fullDay } from '../dates/day';
import { loaded } from '../loading/loaded';
import { LoadingLine } from '../loading/loading-line';
import { counted } from '../words/counted';
import { ArchiveHits } from './archive-hits';

/** A list that one person handed to another, as it stood then. */
@Component({
  selector: 'umber-handed-list-page',
  host: { class: 'list-page' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ArchiveHits, LoadingLine, RouterLink],
  template: `
    <header>
      <h1>{{ list()?.whatFor ?? 'List' }}</h1>
      <span class="gap"></span>
      <a class="plain-button" routerLink="/archive">To the archive</a>
      @if (list()) {
        <button class="plain-button" type="button" (click)="close()">Close the list</button>
      }
    </header>
    @if (fault(); as text) {
      <p class="error" role="alert">{{ text }}</p>
    }
    @if (list(); as list) {
      <p class="quiet">
        {{ counted(list.documents, 'document') }}, handed by {{ list.by }} to {{ list.to }} on {{ day(list.handedAt.slice(0, 10))
        }}{{ list.openUntil === null ? '' : ', open until ' + day(list.openUntil) }}
      </p>
      <umber-archive-hits [hits]="list.hits" />
    }
    <umber-loading-line [of]="loading()" />
  `,
})
export class HandedListPage {
  readonly id = input.required({ transform: numberAttribute });
  readonly #api = inject(Api);
  readonly #router = inject(Router);
  protected readonly loading = loaded(toObservable(this.id), (id) => this.#api.call('handedList', { id }));
  protected readonly list = computed(() => this.loading().value);
  protected readonly fault = signal('');
  protected readonly counted = counted;
  protected readonly day = fullDay;

  protected close(): void {
    this.#api.call('closeList', { id: this.id() }).subscribe({ next: () => void this.#router.navigate(['/archive']), error: this.#fail });
  }

  readonly #fail = (error: unknown): void => this.fault.set(messageOf(error));
}
