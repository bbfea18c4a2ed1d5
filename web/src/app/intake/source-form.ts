import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import type { FolderSettings, MailboxSettings, SourceSettings, SourceView } from '@umber/contract/intake';
import { Api } from '../api';
import { messageOf } from '../api-error';

const text = (value: string) => new FormControl(value, { nonNullable: true });
const flag = (value: boolean) => new FormControl(value, { nonNullable: true });

/** Where a mailbox or folder is and what is done with what was taken; also name and switch of the other sources. */
@Component({
  selector: 'umber-source-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule],
  template: `
    <form [formGroup]="head" (ngSubmit)="save()">
      <label>Name <input class="field" formControlName="name" /></label>
      <label class="tick"><input type="checkbox" formControlName="enabled" /> switched on</label>
      @if (kind() === 'mailbox') {
        <div class="row" [formGroup]="mailbox">
          <label>Mail server <input class="field" formControlName="host" placeholder="imap.company.example" /></label>
          <label>Port <input class="field short" type="number" formControlName="port" /></label>
          <label class="tick"><input type="checkbox" formControlName="secure" /> TLS from the start</label>
        </div>
        <div class="row" [formGroup]="mailbox">
          <label>Login <input class="field" formControlName="user" autocomplete="off" /></label>
          <label
            >Password
            <input
              class="field"
              type="password"
              [formControl]="password"
              autocomplete="new-password"
              [placeholder]="source()?.hasPassword ? 'unchanged' : ''"
          /></label>
          <label>Folder <input class="field" formControlName="folder" /></label>
        </div>
        <div class="row" [formGroup]="mailbox">
          <label
            >Afterwards
            <select class="field" formControlName="afterwards">
              <option value="move">move the mail to</option>
              <option value="mark">mark it as seen</option>
              <option value="leave">leave it as it is</option>
            </select>
          </label>
          @if (moves()) {
            <label>Folder for taken mails <input class="field" formControlName="doneFolder" /></label>
          }
        </div>
      }
      @if (kind() === 'folder') {
        <div class="row" [formGroup]="folder">
          <label>Folder on the server <input class="field long" formControlName="path" placeholder="/srv/scans" /></label>
          <label
            >Afterwards
            <select class="field" formControlName="afterwards">
              <option value="move">move the file to “Taken in”</option>
              <option value="leave">leave it where it is</option>
            </select>
          </label>
        </div>
        <div class="row" [formGroup]="folder">
          <label class="tick"><input type="checkbox" formControlName="foldersAreTags" /> subfolders are tags</label>
          <label class="tick"><input type="checkbox" formControlName="polls" /> a network drive: look every second</label>
        </div>
      }
      @if (said(); as words) {
        <p class="ask" role="alert">{{ words }}</p>
      }
      <div class="row">
        <button class="plain-button main" type="submit" [disabled]="busy()">Save</button>
        <button class="plain-button" type="button" (click)="closed.emit()">Leave as it was</button>
      </div>
    </form>
  `,
  styles: `
    form {
      display: grid;
      gap: 12px;
      justify-items: start;
      padding: 14px;
      border-left: 3px solid var(--umber);
      background: #f8f2e8;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      align-items: end;
      gap: 14px;
    }
    label {
      display: grid;
      gap: 3px;
      color: var(--quiet);
      font-size: 13px;
    }
    label.tick {
      display: flex;
      align-items: center;
      gap: 7px;
      min-height: 34px;
      color: var(--ink);
      font-size: 14.5px;
    }
    .field {
      width: 220px;
    }
    input[type='checkbox'] {
      width: 18px;
      height: 18px;
      accent-color: var(--right);
    }
    .field.short {
      width: 90px;
    }
    .field.long {
      width: 360px;
    }
  `,
})
export class SourceForm {
  /** Null for a new one. */
  readonly source = input<SourceView | null>(null);
  readonly newKind = input<'mailbox' | 'folder'>('mailbox');
  readonly saved = output<readonly SourceView[]>();
  readonly closed = output();
  readonly #api = inject(Api);
  protected readonly kind = computed(() => this.source()?.kind ?? this.newKind());
  protected readonly said = signal<string | null>(null);
  protected readonly busy = signal(false);
  protected readonly moves = signal(true);
  protected readonly head = new FormGroup({ name: text(''), enabled: flag(true) });
  protected readonly password = text('');
  protected readonly mailbox = new FormGroup({
    host: text(''),
    port: new FormControl(993, { nonNullable: true }),
    secure: flag(true),
    user: text(''),
    folder: text('INBOX'),
    afterwards: text('move'),
    doneFolder: text('Kept by Umber Tray'),
  });
  protected readonly folder = new FormGroup({ path: text(''), afterwards: text('move'), foldersAreTags: flag(true), polls: flag(false) });

  constructor() {
    this.mailbox.controls.afterwards.valueChanges.subscribe((value) => this.moves.set(value === 'move'));
    effect(() => {
      const source = this.source();
      if (!source) return;
      this.head.setValue({ name: source.name, enabled: source.enabled });
      if (source.kind === 'mailbox') this.mailbox.setValue(source.settings as MailboxSettings);
      if (source.kind === 'folder') this.folder.setValue(source.settings as FolderSettings);
    });
  }

  protected save(): void {
    if (this.busy()) return;
    this.busy.set(true);
    const kind = this.kind();
    const settings = (
      kind === 'mailbox' ? this.mailbox.getRawValue() : kind === 'folder' ? this.folder.getRawValue() : {}
    ) as SourceSettings;
    const change = { ...this.head.getRawValue(), settings, password: this.password.value };
    const source = this.source();
    const sent = source
      ? this.#api.call('changeSource', { id: source.id }, change)
      : this.#api.call('addSource', {}, { ...change, kind: this.newKind() });
    this.said.set(null);
    sent.subscribe({
      next: (sources) => {
        this.busy.set(false);
        this.saved.emit(sources);
      },
      error: (error: unknown) => {
        this.busy.set(false);
        this.said.set(messageOf(error));
      },
    });
  }
}
