import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { ImportView, PreviewRow } from '@umber/contract/importing';
import { addressOf } from '@umber/contract/endpoints';
import { IMPORT_TABLES, isMasterData, type ImportMapping, type ImportTable } from '@umber/core/importing';
import { may } from '@umber/core/permissions';
import { startWith, Subject, type Observable } from 'rxjs';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { dayText, todayIso } from '../dates/day';
import { loaded } from '../loading/loaded';
import { LoadingLine } from '../loading/loading-line';
import { sessionFeature } from '../people/session.state';
import { FileColumns } from './file-columns';
import { countsText, rowText, STATE_NAMES, TABLE_NAMES } from './words';

/** Tables of suppliers, orders and the like: brought in from files, all of it or nothing, taken back, and handed out. */
@Component({
  selector: 'umber-tables-page',
  host: { class: 'list-page' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FileColumns, LoadingLine],
  templateUrl: './tables-page.html',
  styleUrl: './tables-page.scss',
})
export class TablesPage {
  readonly #api = inject(Api);
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  readonly #changed = new Subject<void>();
  protected readonly before = loaded(this.#changed.pipe(startWith(undefined)), () => this.#api.call('imports'));
  protected readonly table = signal<ImportTable>('orders');
  protected readonly view = signal<ImportView | null>(null);
  protected readonly fault = signal('');
  protected readonly said = signal('');
  protected readonly busy = signal(false);
  protected readonly over = signal(false);
  protected readonly tables = computed(() => {
    const role = this.#person()?.role ?? 'auditor';
    if (!may(role, 'imports')) return [];
    return IMPORT_TABLES.filter((one) => may(role, 'masterData') || !isMasterData(one));
  });
  protected readonly all = IMPORT_TABLES;
  protected readonly names = TABLE_NAMES;
  protected readonly states = STATE_NAMES;
  protected readonly counts = countsText;
  readonly #today = todayIso();
  protected readonly day = (moment: string): string => dayText(moment.slice(0, 10), this.#today);
  protected readonly text = rowText;
  protected readonly toDo = computed(() => {
    const view = this.view();
    return view === null || view.appliedAt !== null ? 0 : view.counts.new + view.counts.changed;
  });
  protected readonly address = (table: ImportTable): string => addressOf('exportTable', { table }, {});

  protected async take(file: File | undefined): Promise<void> {
    if (!file || this.busy()) return;
    const bytes = await base64(file).catch(() => null);
    if (bytes === null) return this.fault.set('The file could not be read. Choose it again.');
    this.#send(this.#api.call('startImport', {}, { table: this.table(), fileName: file.name, bytes }));
  }

  protected dropped(event: DragEvent): void {
    event.preventDefault();
    this.over.set(false);
    void this.take(event.dataTransfer?.files[0]);
  }

  protected map({ id }: ImportView, mapping: ImportMapping): void {
    this.#send(this.#api.call('mapImport', { id }, { mapping }));
  }

  protected apply({ id }: ImportView): void {
    this.#send(this.#api.call('applyImport', { id }), (done) => `${countsText({ ...done.counts, same: 0 })}: brought in.`);
  }

  protected undo(id: number): void {
    this.#send(this.#api.call('undoImport', { id }), ({ fileName }) => `What ${fileName} brought in is taken back.`);
  }

  protected look(id: number): void {
    this.#send(this.#api.call('importView', { id }));
  }

  protected close(): void {
    this.view.set(null);
    this.said.set('');
    this.fault.set('');
  }

  protected tone({ state }: PreviewRow): string {
    return state === 'wrong' ? 'ask' : '';
  }

  #send(request: Observable<ImportView>, say: (view: ImportView) => string = () => ''): void {
    if (this.busy()) return;
    this.busy.set(true);
    this.fault.set('');
    this.said.set('');
    request.subscribe({
      next: (view) => {
        this.busy.set(false);
        this.view.set(view);
        this.said.set(say(view));
        this.#changed.next();
      },
      error: (error: unknown) => {
        this.busy.set(false);
        this.fault.set(messageOf(error));
      },
    });
  }
}

/** A file's bytes in base64. */
const base64 = (file: File): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result).replace(/^[^,]*,/, ''));
    reader.onerror = () => reject(reader.error ?? new Error('unreadable'));
    reader.readAsDataURL(file);
  });
