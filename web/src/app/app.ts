import { KeyHint } from './keys/key-hint';
import { may } from '@umber/core/permissions';
import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { Store } from '@ngrx/store';
import { KeysList } from './keys/keys-list';
import { Keys } from './keys/keys';
import { OpenQuestions } from './asking/open-questions';
import { Live } from './live/live';
import { SessionActions, sessionFeature } from './people/session.state';
import { SearchAll, SearchBox } from './searching/search-box';
import { TopBar } from './top-bar';

@Component({
  selector: 'umber-root',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, RouterOutlet, RouterLink, RouterLinkActive, KeysList, SearchBox],
  template: `
    @if (person(); as person) {
      <a class="skip" href="#work" (click)="skip($event)">To the work</a>
      <header>
        <a class="name" routerLink="/tray/check" aria-label="Umber Tray, to the trays">
          <svg viewBox="0 0 32 24" aria-hidden="true"><path d="M5 6v9a4 4 0 0 0 4 4h14a4 4 0 0 0 4-4V6" /></svg>
          <span>Umber Tray</span>
        </a>
        @if (bar.trail().length > 0) {
          <div class="where">
            @for (part of bar.trail(); track $index) {
              @if (part.link) {
                <a [routerLink]="part.link" [class.strong]="part.strong">{{ part.text }}</a>
              } @else {
                <span [class.strong]="part.strong">{{ part.text }}</span>
              }
            }
          </div>
        }
        <span class="gap"></span>
        @if (!live.connected()) {
          <span class="away" role="status">Connecting again …</span>
        }
        @if (bar.count(); as count) {
          <span class="count digits">
            @if (bar.neighbours(); as to) {
              @if (to.before !== null) {
                <a [routerLink]="['/document', to.before]" aria-label="Document before" title="Document before (,)">‹</a>
              }
              {{ count }}
              @if (to.next !== null) {
                <a [routerLink]="['/document', to.next]" aria-label="Next document, nothing decided" title="Next, nothing decided (.)">›</a>
              }
            } @else {
              {{ count }}
            }
          </span>
        }
        @if (bar.trail().length === 0) {
          <nav aria-label="Main">
            <a routerLink="/tray/check" routerLinkActive="here" [routerLinkActiveOptions]="{ exact: false }">Trays</a>
            <a routerLink="/archive" routerLinkActive="here">Archive</a>
            <a routerLink="/suppliers" routerLinkActive="here">Suppliers</a>
            <a routerLink="/habits" routerLinkActive="here">Habits</a>
            <a routerLink="/orders" routerLinkActive="here">Orders</a>
            <a routerLink="/ledger" routerLinkActive="here">Ledger</a>
            <a routerLink="/sources" routerLinkActive="here">Sources</a>
            <a routerLink="/questions" routerLinkActive="here"
              >Questions
              @if (questions.count() > 0) {
                <b>{{ questions.count() }}</b>
              }
            </a>
          </nav>
        }
        <button class="bare" type="button" (click)="search.isOpen.set(true)"><kbd>/</kbd> search</button>
        <button class="bare keys" type="button" (click)="keys.shown.set(true)"><kbd>?</kbd> keys</button>
        <div class="me" (keydown.escape)="menu.set(false)" (focusout)="leaveMenu($event)">
          <button class="bare" type="button" aria-controls="me" [attr.aria-expanded]="menu()" (click)="menu.set(!menu())">
            {{ person.name }}
          </button>
          @if (menu()) {
            <div id="me" class="menu">
              <p>
                {{ person.name }}<br /><span class="quiet">{{ person.role }}</span>
              </p>
              <a class="plain-button" routerLink="/fields" (click)="menu.set(false)">Fields of your own</a>
              <a class="plain-button" routerLink="/coding-rules" (click)="menu.set(false)">Rules of coding</a>
              <a class="plain-button" routerLink="/tables" (click)="menu.set(false)">Tables in and out</a>
              <a class="plain-button" routerLink="/exports" (click)="menu.set(false)">Exports</a>
              <a class="plain-button" routerLink="/retention" (click)="menu.set(false)">Retention</a>
              @if (mayAudit()) {
                <a class="plain-button" routerLink="/settings-trail" (click)="menu.set(false)">Settings and sign-ins</a>
              }
              <button class="plain-button" type="button" (click)="signOut()">Sign out</button>
            </div>
          }
        </div>
      </header>
    }
    <main id="work" tabindex="-1">
      <router-outlet />
    </main>
    <umber-keys-list />
    @if (person()) {
      <umber-search-box />
    }
  `,
  styles: `
    :host {
      display: block;
      min-height: 100vh;
    }
    :host:has(> header) {
      padding-top: 48px;
    }
    header {
      position: fixed;
      inset: 0 0 auto;
      z-index: 20;
      display: flex;
      align-items: center;
      gap: 20px;
      height: 48px;
      padding: 0 20px;
      background: var(--deep);
      color: #f1e6d8;
      font-size: 14.5px;
      white-space: nowrap;
    }
    .name {
      display: flex;
      align-items: center;
      gap: 10px;
      color: #fff;
      font-weight: 700;
      font-size: 16.5px;
      text-decoration: none;
    }
    svg {
      width: 20px;
      fill: none;
      stroke: #f0b675;
      stroke-width: 3.4;
      stroke-linecap: round;
    }
    .where {
      display: flex;
      gap: 20px;
      min-width: 0;
      overflow: hidden;
      color: #d9c9b6;
    }
    .where a {
      color: inherit;
    }
    /* Who has so little room has no keys either. */
    @media (max-width: 480px) {
      .keys {
        display: none;
      }
    }
    .count a {
      display: inline-grid;
      place-content: center;
      width: 26px;
      height: 26px;
      border-radius: 4px;
      color: inherit;
      font-size: 18px;
      text-decoration: none;
    }
    .count a:hover {
      background: rgb(255 255 255 / 15%);
    }
    .where a,
    .where span {
      overflow: hidden;
      text-overflow: ellipsis;
    }
    .where .strong {
      color: #fff;
      font-weight: 700;
    }
    .gap {
      flex: 1;
    }
    .away {
      color: #ffd79a;
    }
    .count {
      font-size: 13.5px;
    }
    nav {
      display: flex;
      gap: 20px;
    }
    nav a {
      color: #e6d9c8;
      text-decoration: none;
      padding: 4px 0;
      border-bottom: 2px solid transparent;
    }
    nav a.here {
      color: #fff;
      border-color: #f0b675;
    }
    .bare {
      border: 0;
      background: none;
      color: inherit;
      font: inherit;
      cursor: pointer;
      padding: 4px;
    }
    .me {
      position: relative;
    }
    .menu {
      display: grid;
      gap: 6px;
      position: absolute;
      right: 0;
      top: 36px;
      width: 200px;
      padding: 14px;
      border-radius: 6px;
      background: var(--sheet);
      color: var(--ink);
      box-shadow: 0 8px 30px rgb(36 27 20 / 30%);
    }
    .menu p {
      margin: 0 0 6px;
    }
    .menu .plain-button {
      justify-content: center;
    }
    .skip {
      position: absolute;
      z-index: 60;
      left: 8px;
      top: 6px;
      width: 0;
      height: 0;
      overflow: hidden;
      background: var(--sheet);
      color: var(--ink);
    }
    .skip:focus {
      width: auto;
      height: auto;
      padding: 8px 14px;
    }
    main:focus {
      outline: none;
    }
    header :focus-visible {
      outline-color: #f0b675;
    }
    @media (width < 900px) {
      :host:has(> header) {
        padding-top: 0;
      }
      header {
        position: static;
        flex-wrap: wrap;
        gap: 4px 14px;
        height: auto;
        min-height: 48px;
        padding: 6px 12px;
      }
      nav {
        order: 1;
        flex-wrap: wrap;
        gap: 2px 16px;
        width: 100%;
      }
      .where {
        order: 1;
        width: 100%;
        gap: 12px;
      }
    }
  `,
})
export class App {
  readonly #store = inject(Store);
  protected readonly keys = inject(Keys);
  protected readonly live = inject(Live);
  protected readonly bar = inject(TopBar);
  protected readonly search = inject(SearchAll);
  protected readonly questions = inject(OpenQuestions);
  /** Whether the person's own menu is open. */
  protected readonly menu = signal(false);
  protected readonly mayAudit = computed(() => may(this.person()?.role ?? 'clerk', 'audit'));
  protected readonly person = this.#store.selectSignal(sessionFeature.selectPerson);
  readonly #signedIn = computed(() => this.person() !== null);

  constructor() {
    this.keys.useBeside([{ keys: '/', does: 'search all documents', run: () => this.#signedIn() && this.search.isOpen.set(true) }]);
    effect(() => (this.#signedIn() ? this.live.open() : this.live.close()));
  }

  /** Past the bar, to what the screen is about. */
  protected skip(event: Event): void {
    event.preventDefault();
    document.getElementById('work')?.focus();
  }

  /** The menu closes when the focus goes elsewhere, by key or click. */
  protected leaveMenu(event: FocusEvent): void {
    const inside = event.relatedTarget instanceof Node && (event.currentTarget as HTMLElement).contains(event.relatedTarget);
    if (!inside) this.menu.set(false);
  }

  protected signOut(): void {
    this.menu.set(false);
    this.#store.dispatch(SessionActions.signOut());
  }
}
