import { may } from '@umber/core/permissions';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { SOURCE_KIND_NAMES, type FolderSettings, type MailboxSettings, type SourceTry, type SourceView } from '@umber/contract/intake';
import { Store } from '@ngrx/store';
import { addressOf } from '@umber/contract/endpoints';
import { Api } from '../api';
import { ageText } from '../dates/day';
import { sessionFeature } from '../people/session.state';
import { SeparationPanel } from '../approval/separation-panel';
import { RiskPanel } from '../reading/risk-panel';
import { messageOf } from '../api-error';
import { ArchiveLine } from './archive-line';
import { HooksPanel } from '../hooks/hooks-panel';
import { KeepingPanel } from '../keeping/keeping-panel';
import { RulesEditor } from './rules-editor';
import { SourceForm } from './source-form';
import { TokensPanel } from './tokens-panel';

/** The end of a path, which tells it from others. */
const shortPath = (path: string): string => {
  const parts = path.split('/').filter((part) => part !== '');
  return parts.length > 2 ? `…/${parts.slice(-2).join('/')}` : path;
};

/** Every way in: whether it works, what came by it, and the rules for what comes. */
@Component({
  selector: 'umber-sources-page',
  host: { class: 'list-page' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RiskPanel, SeparationPanel, ArchiveLine, HooksPanel, KeepingPanel, RulesEditor, SourceForm, TokensPanel],
  template: `
    <header>
      <h1>Sources</h1>
      <p class="quiet">Where invoices come from, and what is done with them.</p>
      <span class="gap"></span>
      <a class="plain-button" [href]="separatorSheet" download>Separator sheet to print</a>
      @if (mayAdd()) {
        <button class="plain-button" type="button" (click)="opened.set('mailbox')">Add a mailbox</button>
        <button class="plain-button" type="button" (click)="opened.set('folder')">Add a folder</button>
      }
    </header>
    @if (said(); as text) {
      <p class="ask" role="alert">{{ text }}</p>
    }
    @if (opened() === 'mailbox' || opened() === 'folder') {
      <umber-source-form [newKind]="opened() === 'folder' ? 'folder' : 'mailbox'" (saved)="show($event)" (closed)="opened.set(null)" />
    }
    @for (source of sources(); track source.id) {
      <section [attr.aria-label]="source.name">
        <div class="head">
          <h2>{{ source.name }}</h2>
          <span class="kind quiet">{{ kinds[source.kind] }}{{ place(source) }}</span>
          <span class="gap"></span>
          <span [class.ask]="source.lastError !== null" [class.quiet]="!source.enabled">{{ state(source) }}</span>
          <span class="counts"
            ><strong class="digits">{{ source.today }}</strong> today, <strong class="digits">{{ source.arrivals }}</strong> in all</span
          >
          @if (mayAdd()) {
            @if (source.kind === 'mailbox' || source.kind === 'folder') {
              <button class="plain-button" type="button" (click)="tryNow(source)">Try now</button>
            }
            <button class="plain-button" type="button" (click)="opened.set(source.id)">Change</button>
          }
        </div>
        @if (source.lastError; as error) {
          <p class="ask">{{ error }}</p>
        }
        @if (tried()[source.id]; as found) {
          <p role="status" [class.ask]="!found.works">{{ found.works ? '✓' : '✕' }} {{ found.sentence }}</p>
        }
        @if (opened() === source.id) {
          <umber-source-form [source]="source" (saved)="show($event)" (closed)="opened.set(null)" />
        }
        <umber-rules-editor [source]="source" [mayChange]="mayRule()" (changed)="show($event)" />
      </section>
    } @empty {
      @if (!said()) {
        <p class="quiet" role="status">Loading …</p>
      }
    }
    @if (maySubmit()) {
      <umber-tokens-panel />
      <umber-hooks-panel />
    }
    <umber-risk-panel />
    <umber-separation-panel />
    <umber-archive-line />
    <umber-keeping-panel />
  `,
  styles: `
    header a {
      text-decoration: none;
    }
    header p {
      margin: 0;
    }
    .gap {
      flex: 1;
    }
    section {
      padding: 14px 0 16px;
      border-top: 1px solid var(--rule);
    }
    .head {
      display: flex;
      align-items: baseline;
      gap: 14px;
      margin-bottom: 6px;
    }
    .kind {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .counts {
      white-space: nowrap;
    }
    .head .plain-button {
      min-height: 32px;
    }
    section p {
      margin: 4px 0;
    }
  `,
})
export class SourcesPage {
  readonly #api = inject(Api);
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  protected readonly separatorSheet = addressOf('separatorSheet', {});
  protected readonly kinds = SOURCE_KIND_NAMES;
  protected readonly sources = signal<readonly SourceView[]>([]);
  /** The source whose form is open, or the kind of a new one. */
  protected readonly opened = signal<number | 'mailbox' | 'folder' | null>(null);
  protected readonly tried = signal<Readonly<Record<number, SourceTry>>>({});
  protected readonly said = signal<string | null>(null);
  readonly #role = computed(() => this.#person()?.role ?? 'auditor');
  protected readonly mayAdd = computed(() => may(this.#role(), 'sources'));
  protected readonly mayRule = computed(() => may(this.#role(), 'rules'));
  protected readonly maySubmit = computed(() => may(this.#role(), 'submit'));

  constructor() {
    this.#api.call('sources').subscribe({ next: (sources) => this.sources.set(sources), error: this.#fail });
  }

  protected show(sources: readonly SourceView[]): void {
    this.sources.set(sources);
    this.opened.set(null);
    this.said.set(null);
  }

  protected tryNow(source: SourceView): void {
    this.#api.call('trySource', { id: source.id }).subscribe({
      next: (found) => this.tried.update((all) => ({ ...all, [source.id]: found })),
      error: this.#fail,
    });
  }

  protected place({ kind, settings }: SourceView): string {
    if (kind === 'mailbox')
      return `: ${(settings as MailboxSettings).user} at ${(settings as MailboxSettings).host}, ${(settings as MailboxSettings).folder}`;
    return kind === 'folder' ? `: ${shortPath((settings as FolderSettings).path)}` : '';
  }

  protected state({ enabled, lastError, lastSeenAt }: SourceView): string {
    if (!enabled) return 'switched off';
    if (lastError !== null) return 'does not work';
    return lastSeenAt === null ? 'nothing has come yet' : `works, last seen ${ageText(lastSeenAt, Date.now())} ago`;
  }

  readonly #fail = (error: unknown): void => this.said.set(messageOf(error));
}
