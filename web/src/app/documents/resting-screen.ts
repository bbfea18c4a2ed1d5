import { KeyHint } from '../keys/key-hint';
import { type DocumentKind, DOCUMENT_KINDS, mayIn, reopenedTo } from '@umber/core/documents';
import { may } from '@umber/core/permissions';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { KIND_NAMES, type DocumentView } from '@umber/contract/documents';
import { TRAY_NAMES } from '@umber/contract/trays';
import { Store } from '@ngrx/store';
import { dayText, todayIso } from '../dates/day';
import { Keys } from '../keys/keys';
import { grouped } from '../money/grouped';
import { sessionFeature } from '../people/session.state';
import { DocumentActions } from './document.state';
import { Linked } from './linked';
import { MailSaid } from './mail-said';
import { OriginalLine } from './original-line';
import { SaveAs } from './save-as';
import { PageViewer } from '../viewer/page-viewer';
import { Viewer } from '../viewer/viewer';
import { restingText } from './sentences';
import { StatementTable } from './statement-table';
import { TrailPanel } from './trail-panel';

/** A document that rests, or is still arriving: its page, why it is there, its history. */
@Component({
  selector: 'umber-resting-screen',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, Linked, MailSaid, PageViewer, RouterLink, OriginalLine, SaveAs, StatementTable, TrailPanel],
  template: `
    <div class="beside">
      @if (document().original.deleted) {
        <umber-original-line [document]="document()" />
      } @else {
        <umber-page-viewer [documentId]="document().id" [viewer]="viewer" />
      }
    </div>
    <section>
      <h2 class="title">{{ name() }}</h2>
      @if (document().reason; as reason) {
        <p class="why">{{ restingText(reason) }}</p>
      }
      @if (document().tray === 'filed' && mayWork()) {
        <p class="kinds">
          <span class="quiet">It is rather</span>
          @for (kind of otherKinds(); track kind) {
            <button class="plain-button" type="button" (click)="say(kind)">{{ kindNames[kind] }}</button>
          }
        </p>
      } @else if (rests() && mayWork()) {
        <button class="plain-button main" type="button" (click)="reopen()">Reopen, to {{ backTo() }} <kbd>Enter</kbd></button>
      }
      <umber-linked [document]="document()" />
      @if (document().statement; as statement) {
        <umber-statement-table [document]="document()" [statement]="statement" />
      } @else if (document().citations.length > 0) {
        <h2>Invoices it names</h2>
        <table class="ruled" aria-label="Invoices it names">
          <tbody>
            @for (cited of document().citations; track cited.number) {
              <tr>
                <td class="digits">{{ cited.number }}</td>
                <td class="number">{{ cited.amount === null ? '' : grouped(cited.amount) }}</td>
                <td>
                  @if (cited.document; as known) {
                    <a [routerLink]="['/document', known.id]">{{ whereIs(known) }}</a>
                  } @else {
                    <span class="ask">never arrived</span>
                  }
                </td>
              </tr>
            }
          </tbody>
        </table>
      }
      @if (!document().original.deleted) {
        <umber-original-line [document]="document()" />
      }
      <umber-save-as [document]="document()" />
      <h2>How it came</h2>
      <umber-mail-said [document]="document()" />
      <h2>Trail</h2>
      <umber-trail-panel [trail]="document().trail" />
    </section>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: 520px 1fr;
      gap: 24px;
      padding: 20px;
    }
    td a {
      color: var(--right);
    }
    .kinds a {
      text-decoration: none;
    }
    .kinds {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px;
    }
    .why {
      font-size: 17px;
    }
    .title {
      margin: 0;
      font-size: 22px;
    }
    h2:not(.title) {
      margin: 26px 0 6px;
    }
  `,
})
export class RestingScreen {
  readonly document = input.required<DocumentView>();
  protected readonly viewer = new Viewer(this.document);
  readonly #store = inject(Store);
  readonly #person = this.#store.selectSignal(sessionFeature.selectPerson);
  protected readonly name = computed(() => TRAY_NAMES[this.document().tray]);
  protected readonly rests = computed(() => mayIn('reopen', this.document().tray));
  /** Where reopening it leads. */
  protected readonly backTo = computed(() => TRAY_NAMES[reopenedTo(this.document().tray, this.document().parkedFrom)]);
  /** Nothing is done any more with a document whose original is deleted. */
  protected readonly mayWork = computed(() => may(this.#person()?.role ?? 'auditor', 'check') && this.document().original.deleted === null);

  constructor() {
    const router = inject(Router);
    inject(Keys).use([
      { keys: 'Enter', does: 'reopen it', run: () => this.reopen() },
      ...this.viewer.bindings,
      { keys: 'Escape', does: 'back to the tray', run: () => void router.navigate(['/tray', this.document().tray]) },
    ]);
  }

  protected readonly grouped = grouped;
  protected readonly restingText = restingText;

  /** "already posted", "in Sign-off since 14 May". */
  protected whereIs({ tray, since }: NonNullable<DocumentView['citations'][number]['document']>): string {
    const day = dayText(since.slice(0, 10), todayIso());
    return tray === 'posted' ? `already posted, ${day}` : `in ${TRAY_NAMES[tray]} since ${day}`;
  }

  protected readonly kindNames = KIND_NAMES;
  protected readonly otherKinds = computed(() => DOCUMENT_KINDS.filter((kind) => kind !== this.document().kind));

  protected say(kind: DocumentKind): void {
    this.#store.dispatch(DocumentActions.changed({ change: { name: 'changeKind', input: { kind } } }));
  }

  protected reopen(): void {
    if (this.rests() && this.document().tray !== 'filed' && this.mayWork())
      this.#store.dispatch(DocumentActions.changed({ change: { name: 'reopen' } }));
  }
}
