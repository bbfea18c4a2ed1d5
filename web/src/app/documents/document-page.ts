import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, input, numberAttribute, untracked } from '@angular/core';
import { Title } from '@angular/platform-browser';
import { Router, RouterLink } from '@angular/router';
import { KIND_NAMES, type DocumentView } from '@umber/contract/documents';
import { TRAY_NAMES } from '@umber/contract/trays';
import { Store } from '@ngrx/store';
import { ApprovalScreen } from '../approval/approval-screen';
import { AroundBar } from '../around/around-bar';
import { CheckScreen } from '../checking/check-screen';
import { Keys } from '../keys/keys';
import { PostScreen } from '../ledger/post-screen';
import { MatchScreen } from '../matching/match-screen';
import { TopBar } from '../top-bar';
import { beforeInOrder, nextInOrder, placeInOrder } from '../trays/order';
import { TrayActions, trayFeature } from '../trays/tray.state';
import { ageText } from '../dates/day';
import { RestingScreen } from './resting-screen';
import { DocumentActions, documentFeature } from './document.state';

const sellerOf = (document: DocumentView): string => document.supplier?.name ?? document.fields.sellerName.value ?? 'Unknown supplier';

/** A document on the screen that its tray works with. */
@Component({
  selector: 'umber-document-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AroundBar, CheckScreen, MatchScreen, ApprovalScreen, PostScreen, RestingScreen, RouterLink],
  template: `
    @if (document(); as document) {
      <h1 class="unseen">{{ heading(document) }}</h1>
      <umber-around-bar [document]="document" />
      @switch (document.tray) {
        @case ('check') {
          <umber-check-screen [document]="document" />
        }
        @case ('match') {
          <umber-match-screen [document]="document" />
        }
        @case ('sign-off') {
          <umber-approval-screen [document]="document" />
        }
        @case ('post') {
          <umber-post-screen [document]="document" />
        }
        @case ('posted') {
          <umber-post-screen [document]="document" />
        }
        @default {
          <umber-resting-screen [document]="document" />
        }
      }
    } @else if (!message()) {
      <p class="wait quiet" role="status">Loading …</p>
    }
    @if (message(); as text) {
      <div class="message" role="alert">
        <span>{{ text }}</span>
        @if (!document()) {
          <a class="plain-button" routerLink="/tray/check">To the trays</a>
        } @else {
          <button class="plain-button" type="button" (click)="read()">Close</button>
        }
      </div>
    }
  `,
  styles: `
    .wait {
      margin: 80px auto;
      text-align: center;
    }
    .message {
      position: fixed;
      left: 50%;
      bottom: 66px;
      z-index: 40;
      display: flex;
      align-items: center;
      gap: 16px;
      max-width: 720px;
      padding: 10px 14px;
      transform: translateX(-50%);
      border-left: 5px solid var(--block);
      border-radius: 4px;
      background: #fff;
      box-shadow: 0 8px 30px rgb(36 27 20 / 30%);
    }
  `,
})
export class DocumentPage {
  readonly id = input.required({ transform: numberAttribute });
  readonly #store = inject(Store);
  readonly #bar = inject(TopBar);
  readonly #open = this.#store.selectSignal(documentFeature.selectDocument);
  readonly #trays = this.#store.selectSignal(trayFeature.selectTraysState);
  readonly #tray = this.#store.selectSignal(trayFeature.selectTray);
  protected readonly message = this.#store.selectSignal(documentFeature.selectMessage);
  protected readonly document = computed(() => (this.#open()?.id === this.id() ? this.#open() : null));

  constructor() {
    const title = inject(Title);
    this.#bar.clearWithMe();
    const router = inject(Router);
    const go = (id: number | null | undefined) => id != null && void router.navigate(['/document', id]);
    inject(Keys).useBeside([
      { keys: '.', does: 'next document, nothing decided', run: () => go(this.#bar.neighbours()?.next) },
      { keys: ',', does: 'document before', run: () => go(this.#bar.neighbours()?.before) },
    ]);
    inject(DestroyRef).onDestroy(() => this.#store.dispatch(DocumentActions.closed()));
    effect(() => this.#store.dispatch(DocumentActions.opened({ id: this.id() })));
    effect(() => {
      const document = this.document();
      if (!document) return;
      // After a reload the tray's order is not known yet: ask for it.
      if (untracked(this.#tray) === null) this.#store.dispatch(TrayActions.opened({ tray: document.tray }));
      const pages = `${document.pages.length} ${document.pages.length === 1 ? 'page' : 'pages'}`;
      this.#bar.trail.set([
        { text: TRAY_NAMES[document.tray], link: ['/tray', document.tray] },
        { text: sellerOf(document), strong: true },
        {
          text: `${document.arrival.kind === 'mail' ? 'mailed' : 'came'} ${ageText(document.arrival.receivedAt, Date.now())} ago · ${pages}`,
        },
      ]);
      title.setTitle(`${this.heading(document)} · Umber Tray`);
      const at = placeInOrder(this.#trays(), document.id);
      this.#bar.count.set(at === null ? null : `${at.place} of ${at.of}`);
      this.#bar.neighbours.set({ before: beforeInOrder(this.#trays(), document.id), next: nextInOrder(this.#trays(), document.id) });
    });
  }

  /** What this screen is about, for those who do not see the bar. */
  protected heading(document: DocumentView): string {
    return `${TRAY_NAMES[document.tray]}: ${KIND_NAMES[document.kind]} ${document.fields.invoiceNumber.value ?? ''}, ${sellerOf(document)}`;
  }

  protected read(): void {
    this.#store.dispatch(DocumentActions.messageRead());
  }
}
