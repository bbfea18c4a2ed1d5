import { ChangeDetectionStrategy, Component, computed, inject, input, numberAttribute, signal } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatDialog } from '@angular/material/dialog';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { KIND_NAMES } from '@umber/contract/documents';
import {
  OWN_TOLERANCES,
  TAX_TREATMENTS,
  TWIN_SIGNS,
  type OwnTolerances,
  type SupplierChangeView,
  type SupplierPage as Page,
  type SupplierRecord,
  type SupplierView,
} from '@umber/contract/suppliers';
import { TRAY_NAMES } from '@umber/contract/trays';
import { printedAccount } from '@umber/core/identifiers';
import { may } from '@umber/core/permissions';
import type { TwinSign } from '@umber/core/suppliers';
import { combineLatest, filter, of, startWith, Subject, type Observable } from 'rxjs';
import { Api } from '../api';
import { codeOf, messageOf } from '../api-error';
import { fullDay } from '../dates/day';
import { ReasonDialog, type ReasonAnswer, type ReasonQuestion } from '../documents/reason-dialog';
import { ChangedMeanwhile } from '../drafts/changed-meanwhile';
import { Drafts } from '../drafts/drafts';
import { keptOfVersion, type OfVersion } from '../drafts/of-version';
import { KeyHint } from '../keys/key-hint';
import { Keys } from '../keys/keys';
import { loaded } from '../loading/loaded';
import { LoadingLine } from '../loading/loading-line';
import { AmountPipe } from '../money/amount.pipe';
import { sessionFeature } from '../people/session.state';
import { ChooseSupplier } from './choose-supplier';
import { ConfirmSupplier } from './confirm-supplier';
import { RECORD_NAMES, shown, supplierChangeText, TOLERANCE_NAMES, tolerancesText, TREATMENT_NAMES } from './record-words';

const text = () => new FormControl('', { nonNullable: true });
const listed = (value: string): string[] =>
  value
    .split(/[;\n]/)
    .map((one) => one.trim())
    .filter((one) => one !== '');

/** All there is of one supplier: its record, accounts, changes, orders, documents, what it is owed. */
@Component({
  selector: 'umber-supplier-page',
  host: { class: 'list-page' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AmountPipe, ChangedMeanwhile, ChooseSupplier, ConfirmSupplier, KeyHint, LoadingLine, ReactiveFormsModule, RouterLink],
  templateUrl: './supplier-page.html',
  styleUrl: './supplier-page.scss',
})
export class SupplierPage {
  readonly id = input.required({ transform: numberAttribute });
  readonly #api = inject(Api);
  readonly #router = inject(Router);
  readonly #dialog = inject(MatDialog);
  readonly #drafts = inject(Drafts);
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  readonly #changed = new Subject<void>();
  protected readonly page = loaded(combineLatest([toObservable(this.id), this.#changed.pipe(startWith(undefined))]), ([id]) =>
    this.#api.call('supplierPage', { id }),
  );
  protected readonly lists = loaded(of(''), () => this.#api.call('orderingLists'));
  protected readonly mayChange = computed(() => may(this.#person()?.role ?? 'auditor', 'suppliers') && !this.page().value?.mergedInto);
  protected readonly waiting = computed(() =>
    (this.page().value?.changes ?? []).filter(({ takesTwo, answeredAt }) => takesTwo && answeredAt === null),
  );
  protected readonly past = computed(() =>
    (this.page().value?.changes ?? []).filter(({ takesTwo, answeredAt }) => !takesTwo || answeredAt !== null),
  );
  protected readonly editing = signal(false);
  protected readonly merging = signal(false);
  protected readonly fault = signal('');
  protected readonly busy = signal(false);
  protected readonly names = RECORD_NAMES;
  protected readonly treatments = TAX_TREATMENTS;
  protected readonly treatmentNames = TREATMENT_NAMES;
  protected readonly changeText = supplierChangeText;
  protected readonly shownValue = shown;
  protected readonly toleranceFields = OWN_TOLERANCES;
  protected readonly toleranceNames = TOLERANCE_NAMES;
  protected readonly tolerancesText = tolerancesText;
  readonly #session = inject(Store).selectSignal(sessionFeature.selectSession);
  protected readonly base = computed(() => this.#session()?.company.currency ?? '');
  protected readonly printed = printedAccount;
  protected readonly day = fullDay;
  protected readonly trayNames: Readonly<Record<string, string>> = TRAY_NAMES;
  protected readonly kindNames: Readonly<Record<string, string>> = KIND_NAMES;
  protected readonly form = new FormGroup({
    name: text(),
    tradingNames: text(),
    formerNames: text(),
    address: text(),
    country: text(),
    currency: text(),
    taxId: text(),
    otherTaxIds: text(),
    iban: text(),
    mailDomain: text(),
    otherDomains: text(),
    termsDays: new FormControl(30, { nonNullable: true }),
    discountPercent: text(),
    discountDays: new FormControl<number | null>(null),
    taxTreatment: new FormControl<SupplierRecord['taxTreatment']>('domestic', { nonNullable: true }),
    account: text(),
    costCentre: text(),
    approverId: new FormControl<number | null>(null),
    orderRequired: new FormControl(false, { nonNullable: true }),
    tolerances: new FormGroup(
      Object.fromEntries(OWN_TOLERANCES.map((name) => [name, text()])) as Record<keyof OwnTolerances, ReturnType<typeof text>>,
    ),
    straightLimit: text(),
    sampleEvery: new FormControl(10, { nonNullable: true }),
    group: text(),
    note: text(),
    reason: text(),
  });
  protected readonly newAccount = new FormGroup({ account: text() });

  constructor() {
    inject(Keys).use([
      { keys: 'e', does: 'change the record', run: () => this.edit() },
      { keys: 'Escape', does: 'back to the suppliers', run: () => void this.#router.navigate(['/suppliers']) },
    ]);
    this.form.valueChanges.subscribe(() => this.editing() && this.#keep());
  }

  /** The version that what is typed is a change of. */
  readonly #version = signal(0);
  /** Whether the record was changed after this change was begun. */
  protected readonly isBehind = computed(() => this.editing() && (this.page().value?.version ?? 0) !== this.#version());
  #keep(): void {
    this.#drafts.keep(
      this.#draft(),
      JSON.stringify({ version: this.#version(), typed: this.form.getRawValue() } satisfies OfVersion<object>),
    );
  }
  /** The person has seen what was changed meanwhile, and means what they typed. */
  protected compared(): void {
    this.#version.set(this.page().value?.version ?? 0);
    this.fault.set('');
    this.#keep();
  }

  readonly #draft = (): string => `supplier/${this.id()}`;

  protected edit(): void {
    const page = this.page().value;
    if (!page || !this.mayChange() || this.editing()) return;
    const { record } = page;
    const { version, typed } = keptOfVersion<object>(this.#drafts.of(this.#draft()), { version: page.version, typed: {} });
    this.#version.set(version ?? page.version);
    this.form.reset({
      ...record,
      tradingNames: record.tradingNames.join('; '),
      formerNames: record.formerNames.join('; '),
      otherTaxIds: record.otherTaxIds.join('; '),
      otherDomains: record.otherDomains.join('; '),
      taxId: record.taxId ?? '',
      iban: record.iban ?? '',
      mailDomain: record.mailDomain ?? '',
      straightLimit: record.straightLimit ?? '',
      tolerances: Object.fromEntries(OWN_TOLERANCES.map((name) => [name, record.tolerances[name] ?? ''])),
      reason: '',
      ...typed,
    });
    this.editing.set(true);
  }

  protected leave(): void {
    this.#drafts.drop(this.#draft());
    this.editing.set(false);
    this.fault.set('');
  }

  protected save(): void {
    const page = this.page().value;
    if (!page || this.busy()) return;
    const { reason, tradingNames, formerNames, otherTaxIds, otherDomains, discountPercent, ...values } = this.form.getRawValue();
    if (reason.trim().length < 3) return this.fault.set('Say why it is changed, in a few words.');
    this.#send(
      this.#api.call(
        'changeSupplier',
        { id: page.supplier.id },
        {
          ...values,
          tradingNames: listed(tradingNames),
          formerNames: listed(formerNames),
          otherTaxIds: listed(otherTaxIds),
          otherDomains: listed(otherDomains),
          discountPercent: discountPercent.trim() === '' ? '0' : discountPercent.trim(),
          version: this.#version(),
          reason,
        },
      ),
      () => this.leave(),
    );
  }

  protected readonly mayAnswer = computed(() => may(this.#person()?.role ?? 'auditor', 'confirmSuppliers'));
  protected mayConfirm(change: SupplierChangeView): boolean {
    return this.mayAnswer() && change.askedById !== this.#person()?.id;
  }

  protected answer(change: SupplierChangeView, confirmed: boolean): void {
    this.#send(this.#api.call('answerChange', { id: this.id(), change: change.id }, { confirmed }));
  }

  protected addAccount(): void {
    const { account } = this.newAccount.getRawValue();
    if (account.trim() === '') return this.fault.set('Type the account that is to be added.');
    this.#ask(
      {
        title: 'Add an account',
        text: 'A second person confirms it before anything is paid to it. Where is it from?',
        confirm: 'Add',
        suggestions: ['On their letter', 'They rang and we rang back'],
      },
      (reason, version) =>
        this.#send(this.#api.call('changeAccounts', { id: this.id() }, { version, act: 'add', account, reason }), () =>
          this.newAccount.reset(),
        ),
    );
  }

  protected endAccount(account: string): void {
    this.#ask(
      {
        title: 'Give the account up',
        text: `Nothing is paid to ${printedAccount(account)} any more. Why?`,
        confirm: 'Give it up',
        suggestions: ['They closed it', 'It was wrong'],
      },
      (reason, version) => this.#send(this.#api.call('changeAccounts', { id: this.id() }, { version, act: 'end', account, reason })),
    );
  }

  protected block(): void {
    const blocked = this.page().value?.blocked === null;
    const question: ReasonQuestion = blocked
      ? {
          title: 'Block the supplier',
          text: 'Nothing of it goes on from Match, whoever accepts it. Why?',
          confirm: 'Block',
          suggestions: ['Insolvency notice', 'In dispute', 'Account not verified'],
        }
      : {
          title: 'Lift the block',
          text: 'A second person confirms it. Why may it be paid again?',
          confirm: 'Ask for it',
          suggestions: ['The dispute is over'],
        };
    this.#ask(question, (reason, version) => this.#send(this.#api.call('blockSupplier', { id: this.id() }, { version, blocked, reason })));
  }

  protected merge(into: SupplierView): void {
    this.merging.set(false);
    this.#ask(
      {
        title: 'Merge',
        text: `All that is this supplier’s becomes that of ${into.name}, which is known by its names and accounts too. A second person confirms it. Why?`,
        confirm: 'Ask for it',
        suggestions: ['One and the same firm', 'Taken over'],
      },
      (reason, version) => this.#send(this.#api.call('mergeSupplier', { id: this.id() }, { version, into: into.id, reason })),
    );
  }

  /** What was learned of a supplier, and rules for him. */
  protected toHabits(): void {
    this.#api.call('habitsOfSupplier', { id: this.id() }).subscribe((place) => void this.#router.navigate(['/habits', place.id]));
  }

  protected confirmed(): void {
    this.#changed.next();
  }

  protected readonly twinText = (signs: readonly TwinSign[]): string => signs.map((sign) => `the same ${TWIN_SIGNS[sign]}`).join(', ');

  #ask(question: ReasonQuestion, then: (reason: string, version: number) => void): void {
    const version = this.page().value?.version;
    if (version === undefined || this.busy()) return;
    this.#dialog
      .open<ReasonDialog, ReasonQuestion, ReasonAnswer>(ReasonDialog, { data: question, width: '480px' })
      .afterClosed()
      .pipe(filter((answer) => answer !== undefined))
      .subscribe(({ reason }) => then(reason, version));
  }

  #send(request: Observable<Page>, then?: () => void): void {
    this.busy.set(true);
    this.fault.set('');
    request.subscribe({
      next: () => {
        this.busy.set(false);
        then?.();
        this.#changed.next();
      },
      error: (error: unknown) => {
        this.busy.set(false);
        this.fault.set(messageOf(error));
        if (codeOf(error) === 'stale') this.#changed.next();
      },
    });
  }
}
