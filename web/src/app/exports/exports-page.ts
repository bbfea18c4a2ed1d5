import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { addressOf } from '@umber/contract/endpoints';
import {
  EVERY,
  MOST_EXPORTED,
  SINCE,
  TARGET_KINDS,
  type ExportDelivery,
  type ExportPreview,
  type ExportsView,
  type ExportWhat,
  type KeptExport,
  type RunView,
  type RunWish,
} from '@umber/contract/exports';
import { NO_SEARCH, type ArchiveSearch } from '@umber/contract/searching';
import { KIND_NAMES } from '@umber/contract/documents';
import { TRAY_NAMES } from '@umber/contract/trays';
import { DOCUMENT_KINDS, TRAYS, type DocumentKind, type OwnField, type Tray } from '@umber/core/documents';
import {
  DATE_FORMS,
  ENCODINGS,
  EXPORT_FIELDS,
  EXPORT_FORMATS,
  headOf,
  isOfLine,
  ownColumn,
  PLAIN_LAYOUT,
  SEPARATORS,
  SHAPES,
  tableColumns,
  typeOf,
  type ExportColumn,
  type ExportField,
  type ExportLayout,
} from '@umber/core/exports';
import { may } from '@umber/core/permissions';
import { catchError, debounceTime, of, switchMap, timer, type Observable } from 'rxjs';
import { Api } from '../api';
import { codeOf, messageOf } from '../api-error';
import { dayText, todayIso } from '../dates/day';
import { sessionFeature } from '../people/session.state';
import { isSame } from './same';
import {
  DATE_NAMES,
  ENCODING_NAMES,
  EVERY_NAMES,
  FORMAT_NAMES,
  SEPARATOR_NAMES,
  SHAPE_NAMES,
  SINCE_NAMES,
  sizeText,
  TARGET_NAMES,
} from './words';

const EVERYTHING: ExportWhat = {
  trays: [],
  kinds: [],
  supplierId: null,
  date: 'issueDate',
  from: null,
  to: null,
  words: '',
  search: null,
  since: 'all',
};
/** The columns that most lists have; others are added. */
const USUAL: readonly ExportField[] = [
  'supplier',
  'invoiceNumber',
  'issueDate',
  'dueDate',
  'currency',
  'netTotal',
  'taxTotal',
  'grossTotal',
  'orders',
  'tray',
  'entry',
  'position',
  'description',
  'quantity',
  'unit',
  'unitPrice',
  'netAmount',
  'account',
  'costCentre',
];
const POLLED_MS = 700;

/** Lists of documents as files: which, how, what it looks like; those that are kept; and the journal of what went out. */
@Component({
  selector: 'umber-exports-page',
  host: { class: 'list-page' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  templateUrl: './exports-page.html',
  styleUrl: './exports-page.scss',
})
export class ExportsPage {
  readonly #api = inject(Api);
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  readonly #ended = inject(DestroyRef);
  protected readonly mayExport = computed(() => may(this.#person()?.role ?? 'approver', 'exports'));
  protected readonly mayKeep = computed(() => may(this.#person()?.role ?? 'approver', 'keepExports'));
  protected readonly view = signal<ExportsView | null>(null);
  protected readonly fault = signal('');
  protected readonly said = signal('');
  protected readonly busy = signal(false);
  protected readonly what = signal<ExportWhat>(EVERYTHING);
  protected readonly layout = signal<ExportLayout>({
    ...PLAIN_LAYOUT,
    shape: 'heads',
    columns: USUAL.map((field) => ({ field, head: headOf(field) })),
  });
  /** The kept export that is on the screen; null: none. */
  protected readonly chosen = signal<KeptExport | null>(null);
  /** Whether it is on the screen as it is kept: then a run is one of it, goes where it goes, and counts as its last time. */
  protected readonly isAsKept = computed(() => {
    const kept = this.chosen();
    return kept !== null && isSame(kept.what, this.what()) && isSame(kept.layout, this.layout());
  });
  readonly #wish = computed((): RunWish => ({
    what: this.what(),
    layout: this.layout(),
    exportId: this.mayKeep() && this.isAsKept() ? (this.chosen()?.id ?? null) : null,
  }));
  /** What “since the last time” is about: the kept export, also while it is being changed. */
  readonly #previewed = computed((): RunWish => ({ ...this.#wish(), exportId: this.chosen()?.id ?? null }));
  protected readonly preview = toSignal(
    toObservable(this.#previewed).pipe(
      debounceTime(250),
      switchMap((wish): Observable<ExportPreview | null> =>
        this.mayExport() ? this.#api.call('previewExport', {}, wish).pipe(catchError((error: unknown) => this.#failed(error))) : of(null),
      ),
    ),
    { initialValue: null },
  );

  protected readonly TRAYS_SHOWN = TRAYS.filter((tray) => tray !== 'arriving');
  protected readonly KINDS = DOCUMENT_KINDS;
  protected readonly FORMATS = EXPORT_FORMATS;
  protected readonly lists = {
    shapes: SHAPES,
    separators: SEPARATORS,
    encodings: ENCODINGS,
    dates: DATE_FORMS,
    since: SINCE,
    every: EVERY,
  };
  protected readonly names = {
    tray: TRAY_NAMES,
    kind: KIND_NAMES,
    format: FORMAT_NAMES,
    shape: SHAPE_NAMES,
    separator: SEPARATOR_NAMES,
    encoding: ENCODING_NAMES,
    date: DATE_NAMES,
    since: SINCE_NAMES,
    every: EVERY_NAMES,
    target: TARGET_NAMES,
  };
  protected readonly mayAim = computed(() => may(this.#person()?.role ?? 'approver', 'exportTargets'));
  protected readonly targets = TARGET_KINDS;
  protected readonly deliveryText = ({ target, arrivedAt, nextAt, fault }: ExportDelivery): string =>
    arrivedAt !== null
      ? `gone to ${target.to}`
      : `${fault ?? `on its way to ${target.to}`}${fault === null ? '' : nextAt === null ? ' Given up.' : ' It is tried again.'}`;
  protected readonly isTable = computed(() => this.layout().format === 'csv' || this.layout().format === 'xlsx');
  /** The company's own fields; empty until they are there. */
  readonly #own = toSignal(
    inject(Api)
      .call('ownFields')
      .pipe(catchError(() => of([]))),
    { initialValue: [] as readonly OwnField[] },
  );
  /** What a column is headed with where nobody chose: an own field by its name. */
  protected readonly headOf = (field: ExportField): string => this.#own().find((one) => ownColumn(one) === field)?.name ?? headOf(field);
  protected readonly unused = computed(() => {
    const used = new Set(this.layout().columns.map(({ field }) => field));
    return [...EXPORT_FIELDS, ...this.#own().map(ownColumn)].filter((field) => !used.has(field));
  });
  /** The tables as they will be, their heads at once, their rows as the server last had them. */
  protected readonly tables = computed(() =>
    tableColumns(this.layout()).map(({ name, columns }) => {
      const shown = this.preview()?.tables.find((table) => table.name === name);
      return { name, columns, rows: shown && shown.heads.length === columns.length ? shown.rows : [] };
    }),
  );
  protected readonly isNumber = (field: ExportField | undefined): boolean => field !== undefined && typeOf(field, this.#own()) === 'number';
  protected readonly most = MOST_EXPORTED;
  protected readonly size = sizeText;
  readonly #today = todayIso();
  protected readonly day = (moment: string): string => dayText(moment.slice(0, 10), this.#today);
  protected readonly address = (run: RunView, position: number): string => addressOf('exportedFile', { id: run.id, position });

  constructor() {
    const search = searchIn(inject(ActivatedRoute).snapshot.queryParamMap.get('search'));
    if (search) this.change({ search });
    this.#load();
  }

  #failed(error: unknown): Observable<null> {
    this.fault.set(messageOf(error));
    return of(null);
  }

  /** What was said was about what was there before. */
  #unsay(): void {
    this.fault.set('');
    this.said.set('');
  }
  protected change(part: Partial<ExportWhat>): void {
    this.#unsay();
    this.what.update((what) => ({ ...what, ...part }));
  }
  protected shapeAs(part: Partial<ExportLayout>): void {
    this.#unsay();
    this.layout.update((layout) => ({ ...layout, ...part }));
  }
  protected toggleTray(tray: Tray): void {
    this.change({ trays: toggled(this.what().trays, tray) });
  }
  protected toggleKind(kind: DocumentKind): void {
    this.change({ kinds: toggled(this.what().kinds, kind) });
  }

  protected addColumn(field: string): void {
    const known = this.unused().find((one) => one === field);
    if (known) this.#columns((columns) => [...columns, { field: known, head: this.headOf(known) }]);
  }
  protected removeColumn(field: ExportField): void {
    this.#columns((columns) => columns.filter((column) => column.field !== field));
  }
  protected renameColumn(field: ExportField, head: string): void {
    this.#columns((columns) => columns.map((column) => (column.field === field ? { ...column, head } : column)));
  }
  /** One place to the left or right, past those of the same table. */
  protected moveColumn(field: ExportField, by: 1 | -1): void {
    this.#columns((columns) => {
      const from = columns.findIndex((column) => column.field === field);
      const beside = (column: ExportColumn) => this.layout().shape === 'joined' || isOfLine(column.field) === isOfLine(field);
      let to = from + by;
      while (to >= 0 && to < columns.length && !beside(columns[to])) to += by;
      if (to < 0 || to >= columns.length) return columns;
      const moved = [...columns];
      const [column] = moved.splice(from, 1);
      moved.splice(to, 0, column);
      return moved;
    });
  }
  #columns(change: (columns: readonly ExportColumn[]) => readonly ExportColumn[]): void {
    this.shapeAs({ columns: change(this.layout().columns) });
  }

  protected run(): void {
    this.#try(this.#api.call('runExport', {}, this.#wish()), (run) => this.#follow(run.id));
  }

  protected keep(name: string, every: string): void {
    const often = EVERY.find((one) => one === every) ?? null;
    const kept = this.chosen();
    const replaces = kept !== null && isNamed(kept, name) ? { id: kept.id, version: kept.version } : null;
    const wish = { what: this.what(), layout: this.layout(), name, every: often, replaces };
    this.#try(this.#api.call('keepExport', {}, wish), (view) => {
      this.view.set(view);
      this.chosen.set(view.kept.find((one) => isNamed(one, name)) ?? null);
      this.said.set(`Kept as “${name.trim()}”.`);
    });
  }

  protected take(one: KeptExport): void {
    this.chosen.set(one);
    this.what.set(one.what);
    this.layout.set(one.layout);
    this.said.set('');
  }

  protected again(run: RunView): void {
    this.chosen.set(this.view()?.kept.find(({ id }) => id === run.exportId) ?? null);
    this.what.set(run.wish.what);
    this.layout.set(run.wish.layout);
    this.said.set(`As it was on ${this.day(run.askedAt)}.`);
  }

  /** Says where an export goes by itself, once both of it are there. */
  protected aim(one: KeptExport, kind: string, to: string): void {
    const known = TARGET_KINDS.find((each) => each === kind);
    if (known && to.trim() === '') return;
    this.#try(this.#api.call('setExportTarget', { id: one.id }, { target: known ? { kind: known, to: to.trim() } : null }), (view) => {
      this.view.set(view);
      this.said.set(known ? `“${one.name}” goes to ${to.trim()} from its next run on.` : `“${one.name}” waits to be fetched.`);
    });
  }
  protected sendAgain(run: RunView): void {
    this.#try(this.#api.call('deliverExportAgain', { id: run.id }), (view) => this.view.set(view));
  }

  protected remove(one: KeptExport): void {
    this.#try(this.#api.call('removeExport', { id: one.id }), (view) => {
      this.view.set(view);
      if (this.chosen()?.id === one.id) this.chosen.set(null);
    });
  }

  /** Looks for a run until it is done. */
  #follow(id: number): void {
    this.#load();
    timer(POLLED_MS)
      .pipe(
        switchMap(() => this.#api.call('exports')),
        takeUntilDestroyed(this.#ended),
      )
      .subscribe({
        next: (view) => {
          this.view.set(view);
          const run = view.runs.find((one) => one.id === id);
          if (run && run.doneAt === null) this.#follow(id);
          else if (run)
            this.said.set(
              run.fault ?? `${run.documents === 1 ? 'One document' : `${run.documents ?? 0} documents`} went out. The file is below.`,
            );
        },
        error: (error: unknown) => this.fault.set(messageOf(error)),
      });
  }

  #load(): void {
    this.#api
      .call('exports')
      .subscribe({ next: (view) => this.view.set(view), error: (error: unknown) => this.fault.set(messageOf(error)) });
  }

  #try<T>(request: Observable<T>, done: (answer: T) => void): void {
    if (this.busy()) return;
    this.busy.set(true);
    this.fault.set('');
    this.said.set('');
    request.subscribe({
      next: (answer) => {
        this.busy.set(false);
        done(answer);
      },
      error: (error: unknown) => {
        this.busy.set(false);
        this.fault.set(messageOf(error));
        // What is kept is not what is seen: it is shown as it is, to be opened again.
        if (['stale', 'already-there', 'no-such-thing'].includes(codeOf(error))) this.#load();
      },
    });
  }
}

const isNamed = ({ name }: KeptExport, typed: string): boolean => name.toLowerCase() === typed.trim().toLowerCase();
const toggled = <T>(list: readonly T[], one: T): T[] => (list.includes(one) ? list.filter((other) => other !== one) : [...list, one]);

/** A search in the archive that the address brings; null where it brings none. */
function searchIn(text: string | null): ArchiveSearch | null {
  try {
    const search: unknown = JSON.parse(text ?? 'null');
    return search !== null && typeof search === 'object' ? { ...NO_SEARCH, ...search } : null;
  } catch {
    return null;
  }
}
