import { KeyHint } from '../keys/key-hint';
import { A11yModule } from '@angular/cdk/a11y';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  Injectable,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { KIND_NAMES } from '@umber/contract/documents';
import type { FoundBy, FoundDocument } from '@umber/contract/searching';
import { TRAY_NAMES } from '@umber/contract/trays';
import { catchError, debounceTime, map, of, Subject, switchMap } from 'rxjs';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { AmountPipe } from '../money/amount.pipe';
import { fullDay } from '../dates/day';

/** Milliseconds that typing rests before it is looked for. */
const REST = 150;
const BY: Readonly<Record<FoundBy, string>> = {
  number: 'its number',
  order: 'its order',
  amount: 'its amount',
  supplier: 'its supplier',
  own: 'a field of your own',
  page: 'words on its pages',
  mail: 'words of its mail',
};

/** Whether the search over all documents is open; it is on every screen. */
@Injectable({ providedIn: 'root' })
export class SearchAll {
  readonly isOpen = signal(false);
}

/** One field over all documents: number, supplier, amount, words. Each hit is a link. */
@Component({
  selector: 'umber-search-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, A11yModule, AmountPipe, RouterLink],
  template: `
    @if (search.isOpen()) {
      <div class="veil" (click)="close()">
        <section
          role="dialog"
          aria-modal="true"
          aria-label="Search all documents"
          cdkTrapFocus
          (click)="$event.stopPropagation()"
          (keydown)="pressed($event)"
        >
          <input
            #field
            class="field"
            type="search"
            aria-label="Search all documents"
            placeholder="number, supplier, amount or words"
            autocomplete="off"
            [value]="text()"
            (input)="typed(field.value)"
          />
          <p class="says quiet" role="status">{{ says() }}</p>
          <ol>
            @for (hit of hits(); track hit.id) {
              <li [class.here]="$index === at()">
                <a [routerLink]="['/document', hit.id]" (click)="close()">
                  <b>{{ hit.supplier ?? 'Unknown supplier' }}</b>
                  <span class="digits">{{ hit.number }}</span>
                  <span class="digits amount">{{ hit.currency }} {{ hit.total | amount }}</span>
                  <span class="quiet"
                    >{{ kinds[hit.kind] }}{{ hit.issueDate ? ' of ' + day(hit.issueDate) : '' }}, by {{ by[hit.by] }}</span
                  >
                  <span class="tray">{{ trays[hit.tray] }}</span>
                </a>
              </li>
            }
          </ol>
          <a class="all" routerLink="/archive" [queryParams]="text().trim() === '' ? {} : { q: text().trim() }" (click)="close()"
            >Look through the whole archive</a
          >
          <p class="quiet keys"><kbd>↓</kbd> <kbd>↑</kbd> choose <kbd>Enter</kbd> open <kbd>Esc</kbd> close</p>
        </section>
      </div>
    }
  `,
  styles: `
    .veil {
      position: fixed;
      inset: 0;
      z-index: 60;
      padding: 8vh 12px 0;
      background: rgb(36 27 20 / 45%);
    }
    section {
      display: flex;
      flex-direction: column;
      width: min(720px, 100%);
      max-height: 78vh;
      margin: 0 auto;
      padding: 16px 18px 12px;
      border-radius: 8px;
      background: var(--sheet);
      box-shadow: 0 12px 40px rgb(36 27 20 / 30%);
    }
    .field {
      height: 42px;
      font-size: 17px;
    }
    .says {
      margin: 8px 2px 4px;
      font-size: 13.5px;
    }
    ol {
      flex: 1;
      margin: 0;
      padding: 0;
      overflow-y: auto;
      list-style: none;
    }
    a {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto 120px;
      gap: 0 14px;
      padding: 6px 8px;
      border-bottom: 1px solid var(--rule);
      color: var(--ink);
      text-decoration: none;
    }
    .all {
      display: block;
      color: var(--link, #0f4f48);
      text-decoration: underline;
    }
    b {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    a .quiet {
      grid-column: 1 / 3;
      font-size: 13px;
    }
    .amount,
    .tray {
      text-align: right;
    }
    .tray {
      color: var(--right);
      font-size: 13px;
      font-weight: 600;
    }
    li.here a,
    a:hover {
      background: var(--right-tint);
    }
    .keys {
      margin: 8px 2px 0;
      font-size: 13px;
    }
    @media (max-width: 600px) {
      a {
        grid-template-columns: minmax(0, 1fr) auto;
      }
    }
  `,
})
export class SearchBox {
  protected readonly search = inject(SearchAll);
  readonly #router = inject(Router);
  protected readonly field = viewChild<ElementRef<HTMLInputElement>>('field');
  protected readonly kinds = KIND_NAMES;
  protected readonly trays = TRAY_NAMES;
  protected readonly by = BY;
  protected readonly day = fullDay;
  protected readonly text = signal('');
  protected readonly at = signal(0);
  readonly #found = signal<{ hits: readonly FoundDocument[]; error: string | null; of: string }>({ hits: [], error: null, of: '' });
  readonly #asked = new Subject<string>();
  /** Whether what is shown is what was found for the text as it is now. */
  readonly #isUpToDate = computed(() => this.#found().of === this.text());
  /** Enter was pressed before anything was found for it: the first hit is opened once it is there. */
  #opensFirst = false;
  protected readonly hits = computed(() => this.#found().hits);
  protected readonly says = computed(() => {
    const { hits, error } = this.#found();
    if (this.text().trim() === '') return 'Looks through every document that ever came.';
    if (!this.#isUpToDate()) return 'Looking …';
    if (error !== null) return error;
    return hits.length === 0 ? 'Nothing found.' : `${hits.length}${hits.length === 60 ? ' or more' : ''} found.`;
  });

  constructor() {
    const api = inject(Api);
    this.#asked
      .pipe(
        debounceTime(REST),
        switchMap((text) =>
          api.call('search', {}, { q: text }).pipe(
            map((hits) => ({ hits, error: null, of: text })),
            catchError((error: unknown) => of({ hits: [], error: messageOf(error), of: text })),
          ),
        ),
        takeUntilDestroyed(inject(DestroyRef)),
      )
      .subscribe((found) => {
        this.#found.set(found);
        this.at.set(0);
        if (this.#opensFirst) this.#open();
      });
    effect(() => {
      if (this.search.isOpen()) {
        const field = this.field()?.nativeElement;
        untracked(() => field?.focus());
        field?.select();
      }
    });
  }

  protected typed(text: string): void {
    this.#opensFirst = false;
    this.text.set(text);
    this.#asked.next(text);
  }

  /** Opens the hit that is chosen, none of an earlier text. */
  #open(): void {
    this.#opensFirst = !this.#isUpToDate() && this.text().trim() !== '';
    const hit = this.#isUpToDate() ? this.hits()[this.at()] : undefined;
    if (!hit) return;
    this.close();
    void this.#router.navigate(['/document', hit.id]);
  }

  protected pressed(event: KeyboardEvent): void {
    // Keys of the screen below mean nothing here.
    event.stopPropagation();
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (step !== 0) this.at.update((at) => Math.max(0, Math.min(this.hits().length - 1, at + step)));
    else if (event.key === 'Escape') this.close();
    else if (event.key === 'Enter' && !(event.target instanceof HTMLAnchorElement)) this.#open();
    else return;
    event.preventDefault();
  }

  protected close(): void {
    this.#opensFirst = false;
    this.search.isOpen.set(false);
  }
}
