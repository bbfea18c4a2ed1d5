import type { DraftedSupplier } from '@umber/core/suppliers';
import type { Approve, SeparationChange } from '../approval/index.js';
import type { Colleague, HandingWish, HolderView, HoldingWish, NoteWish, Parking, TagsWish } from '../around/index.js';
import type { AnswerWish, MyQuestion, QuestionWish, ShortPayment, WaitWish } from '../asking/index.js';
import type { AuditEntry } from '../audit/index.js';
import type { ArchiveView } from '../archive/index.js';
import type {
  Disputing,
  FieldChange,
  Finishing,
  KindChange,
  Reasoned,
  TableEdit,
  Undoing,
  ValueChange,
  Versioned,
} from '../checking/index.js';
import type { CodingRulesWish, CodingRuleView, CodingWish, TemplateView, TemplateWish } from '../coding/index.js';
import type { DemoSent, DemoWish, ScanWish } from '../demo/index.js';
import type { DocumentView } from '../documents/index.js';
import type {
  ArrivalView,
  SubmittedView,
  NewSource,
  NewToken,
  PictureAside,
  RulesWish,
  Sending,
  Sent,
  SourceChange,
  SourceTry,
  SourceView,
  TokenView,
  OthersToken,
  TokenWish,
  UploadStart,
  UploadView,
} from '../intake/index.js';
import type {
  HabitOwnerRow,
  HabitReturn,
  HabitsFile,
  HabitsImported,
  HabitsMerge,
  HabitsPlace,
  HabitsProgress,
  HabitsTry,
  HabitsView,
  HabitSwitch,
  RuleRemoval,
  RuleTried,
  RuleTry,
  RuleWish,
  TrialView,
} from '../habits/index.js';
import type { ImportRow, ImportView, ImportWish, MappingWish } from '../importing/index.js';
import type { EntryView, OpenItems, PostedOne, PostingAll, Search, TrialBalance } from '../ledger/index.js';
import type { LetterWish } from '../letters/index.js';
import type {
  CodingChoice,
  CodingLists,
  CreditableInvoice,
  CreditedChoice,
  ReplacesChoice,
  OpenLine,
  OrderChoice,
  PairChoice,
  Proposals,
  SupplierChoice,
} from '../matching/index.js';
import type { OwnField } from '@umber/core/documents';
import type { OwnFieldWish } from '../own-fields/index.js';
import type {
  InspectionWish,
  OrderChange,
  OrderingLists,
  OrderPage,
  OrderRow,
  OrderStateChange,
  OrderWish,
  ReceiptWish,
} from '../orders/index.js';
import type { Session, SignIn } from '../people/index.js';
import type { TargetWish, ExportPreview, ExportsView, KeepWish, RunView, RunWish } from '../exports/index.js';
import type { LedgerCodesWish, OtherLedgerSwitch, OtherLedgerView } from '../other-ledger/index.js';
import type { HooksView, MadeHook, NewHook } from '../hooks/index.js';
import type {
  DeletionAgreement,
  DeletionPage,
  DeletionRefusal,
  DeletionWish,
  DueOriginals,
  DueWish,
  HoldWish,
  ReleaseAnswer,
  ReleaseWish,
  RetentionView,
  RetentionWish,
} from '../retention/index.js';
import type { Page, PageWish } from '../paging/index.js';
import type { KeepingView, KeepingWish, NamePreview } from '../keeping/index.js';
import type { EInvoiceView } from '../e-invoices/index.js';
import type { PageLeadsChange, RiskChange, RiskView } from '../reading/index.js';
import type {
  DocumentsPage,
  ArchiveFound,
  ArchiveSearch,
  FoundDocument,
  HandedList,
  HandedListView,
  HandingList,
  KeepSearch,
  KeptSearch,
} from '../searching/index.js';
import type { SweepItem, SweepResult, SweepStroke, SweepUndo } from '../sweeping/index.js';
import type { Arrangement, FileView, PictureWish } from '../separating/index.js';
import type { AlikeAcceptance, AlikeChoice, AlikeSettled, AlikeView, SortingView } from '../sorting/index.js';
import type {
  AccountWish,
  BlockWish,
  ChangeAnswer,
  FoundSupplier,
  MergeWish,
  NewSupplier,
  SupplierPage,
  SupplierRecordWish,
  SupplierView,
} from '../suppliers/index.js';
import type { ArrivalRow, TrayCount, TrayRows } from '../trays/index.js';
import { returns, type OutputOf as OutputOfEndpoint, type InputOf as InputOfEndpoint, type Bytes, type Nothing } from './endpoint.js';
import type { ParamsOf as ParamsOfEndpoint } from './endpoint.js';

export type { Bytes, Nothing, PathValues, Access } from './endpoint.js';

/** Every request that the server answers: the one place of its path, of who may call it, and of what goes in and comes out. */
export const ENDPOINTS = {
  signIn: returns<Session, SignIn>().post('/session', 'anyone'),
  session: returns<Session>().get('/session', 'signed-in'),
  signOut: returns<Nothing>().delete('/session', 'anyone', 204),

  audit: returns<readonly AuditEntry[], Search>().get('/audit', 'audit'),

  trays: returns<readonly TrayCount[]>().get('/trays', 'signed-in'),
  tray: returns<TrayRows>().get('/trays/:tray', 'signed-in'),
  news: returns<Bytes>().get('/events', 'signed-in'),

  arrivals: returns<readonly ArrivalRow[], Search>().get('/arrivals', 'signed-in'),
  arrival: returns<ArrivalView>().get('/arrivals/:id', 'signed-in'),
  arrivalAsItCame: returns<Bytes>().get('/arrivals/:id/original', 'signed-in'),
  tryArrivalAgain: returns<ArrivalView>().post('/arrivals/:id/again', 'submit'),
  sendArrivalOn: returns<Sent, Sending>().post('/arrivals/:id/send', 'check'),
  readAside: returns<ArrivalView, PictureAside>().post('/arrivals/:id/read-aside', 'check'),
  submit: returns<SubmittedView>().post('/arrivals', 'program', 201),
  sources: returns<readonly SourceView[]>().get('/sources', 'signed-in'),
  addSource: returns<readonly SourceView[], NewSource>().post('/sources', 'sources'),
  changeSource: returns<readonly SourceView[], SourceChange>().put('/sources/:id', 'sources'),
  removeSource: returns<readonly SourceView[]>().delete('/sources/:id', 'sources'),
  trySource: returns<SourceTry>().post('/sources/:id/try', 'sources'),
  setRules: returns<readonly SourceView[], RulesWish>().put('/sources/:id/rules', 'rules'),
  startUpload: returns<UploadView, UploadStart>().post('/uploads', 'submit', 201),
  upload: returns<UploadView>().get('/uploads/:upload', 'submit'),
  sendPiece: returns<UploadView, Bytes>().put('/uploads/:upload/pieces/:starts', 'submit'),
  tokens: returns<readonly TokenView[]>().get('/tokens', 'submit'),
  allTokens: returns<readonly OthersToken[]>().get('/all-tokens', 'sources'),
  revokeAnyToken: returns<readonly OthersToken[]>().delete('/all-tokens/:id', 'sources'),
  makeToken: returns<NewToken, TokenWish>().post('/tokens', 'submit', 201),
  revokeToken: returns<readonly TokenView[]>().delete('/tokens/:id', 'submit'),

  document: returns<DocumentView>().get('/documents/:id', 'signed-in'),
  documentFile: returns<Bytes>().get('/documents/:id/file', 'signed-in'),
  auditPackage: returns<Bytes>().get('/documents/:id/package.zip', 'signed-in'),
  asUbl: returns<Bytes>().get('/documents/:id/ubl.xml', 'signed-in'),
  asCii: returns<Bytes>().get('/documents/:id/cii.xml', 'signed-in'),
  searchablePdf: returns<Bytes>().get('/documents/:id/searchable.pdf', 'signed-in'),
  documentPicture: returns<Bytes, PictureWish>().get('/documents/:id/pages/:page/picture', 'signed-in'),
  pageAsItCame: returns<Bytes>().get('/documents/:id/pages/:page/as-it-came', 'signed-in'),
  park: returns<DocumentView, Parking>().post('/documents/:id/park', 'check'),
  turnAway: returns<DocumentView, Reasoned>().post('/documents/:id/turn-away', 'check'),
  reopen: returns<DocumentView, Versioned>().post('/documents/:id/reopen', 'check'),

  changeField: returns<DocumentView, FieldChange>().put('/documents/:id/fields/:field', 'check'),
  changeKind: returns<DocumentView, KindChange>().put('/documents/:id/kind', 'check'),
  changeLines: returns<DocumentView, TableEdit>().put('/documents/:id/lines', 'check'),
  changeCell: returns<DocumentView, ValueChange>().put('/documents/:id/lines/:position/:cell', 'check'),
  dispute: returns<DocumentView, Disputing>().put('/documents/:id/dispute', 'check'),
  undo: returns<DocumentView, Undoing>().post('/documents/:id/undo', 'check'),
  settleDoubt: returns<DocumentView, Versioned>().post('/documents/:id/doubts/:doubt/settle', 'check'),
  readAgain: returns<DocumentView, Versioned>().post('/documents/:id/read-again', 'check'),
  finishCheck: returns<DocumentView, Finishing>().post('/documents/:id/settle', 'check'),

  addNote: returns<DocumentView, NoteWish>().post('/documents/:id/notes', 'note'),
  setTags: returns<DocumentView, TagsWish>().put('/documents/:id/tags', 'note'),
  handOver: returns<DocumentView, HandingWish>().put('/documents/:id/handed', 'note'),
  colleagues: returns<readonly Colleague[]>().get('/colleagues', 'signed-in'),
  holders: returns<readonly HolderView[]>().get('/documents/:id/holders', 'signed-in'),
  hold: returns<readonly HolderView[], HoldingWish>().post('/documents/:id/holders', 'note'),
  writeLetter: returns<DocumentView, LetterWish>().post('/documents/:id/letters', 'check'),

  coding: returns<CodingLists>().get('/coding', 'signed-in'),
  proposals: returns<Proposals>().get('/documents/:id/proposals', 'signed-in'),
  chooseSupplier: returns<DocumentView, SupplierChoice>().put('/documents/:id/supplier', 'match'),
  chooseOrder: returns<DocumentView, OrderChoice>().put('/documents/:id/order', 'match'),
  orderLinesFor: returns<readonly OpenLine[]>().get('/documents/:id/order-lines', 'signed-in'),
  choosePairs: returns<DocumentView, PairChoice>().put('/documents/:id/pairs/:position', 'match'),
  creditable: returns<readonly CreditableInvoice[]>().get('/documents/:id/creditable', 'signed-in'),
  chooseCredited: returns<DocumentView, CreditedChoice>().put('/documents/:id/credited', 'match'),
  chooseReplaced: returns<DocumentView, ReplacesChoice>().put('/documents/:id/replaces', 'match'),
  codeLine: returns<DocumentView, CodingChoice>().put('/documents/:id/coding/:position', 'match'),
  codeLines: returns<DocumentView, CodingWish>().put('/documents/:id/coding', 'match'),
  codingRules: returns<readonly CodingRuleView[]>().get('/coding-rules', 'signed-in'),
  setCodingRules: returns<readonly CodingRuleView[], CodingRulesWish>().put('/coding-rules', 'codingRules'),
  saveTemplate: returns<readonly TemplateView[], TemplateWish>().post('/coding-templates', 'match', 201),
  removeTemplate: returns<readonly TemplateView[]>().delete('/coding-templates/:id', 'match'),
  acceptException: returns<DocumentView, Reasoned>().post('/documents/:id/exceptions/:exception/accept', 'match'),
  ask: returns<DocumentView, QuestionWish>().post('/documents/:id/exceptions/:exception/ask', 'match'),
  waitForReceipt: returns<DocumentView, WaitWish>().post('/documents/:id/exceptions/:exception/wait', 'match'),
  payShort: returns<DocumentView, ShortPayment>().post('/documents/:id/exceptions/:exception/pay-short', 'match'),
  questions: returns<readonly MyQuestion[]>().get('/questions', 'signed-in'),
  answer: returns<readonly MyQuestion[], AnswerWish>().post('/questions/:id/answer', 'note'),
  confirmAccount: returns<DocumentView, Reasoned>().post('/documents/:id/exceptions/:exception/confirm', 'confirmAccounts'),

  approve: returns<DocumentView, Approve>().post('/documents/:id/approve', 'approve'),
  sendBack: returns<DocumentView, Reasoned>().post('/documents/:id/send-back', 'sendBack'),

  separation: returns<SeparationChange>().get('/approval/separation', 'signed-in'),
  setSeparation: returns<SeparationChange, SeparationChange>().put('/approval/separation', 'separation'),

  entry: returns<EntryView>().get('/documents/:id/entry', 'signed-in'),
  post: returns<EntryView, Versioned>().post('/documents/:id/post', 'post'),
  postAll: returns<readonly PostedOne[], PostingAll>().post('/ledger/post', 'post'),
  entries: returns<readonly EntryView[]>().get('/ledger/entries', 'signed-in'),
  openItems: returns<OpenItems>().get('/ledger/open-items', 'signed-in'),
  trialBalance: returns<TrialBalance>().get('/ledger/trial-balance', 'signed-in'),

  sweepItems: returns<readonly SweepItem[]>().get('/sweep', 'signed-in'),
  sweep: returns<readonly SweepResult[], SweepStroke>().post('/sweep', 'check'),
  undoSweep: returns<readonly SweepResult[], SweepUndo>().post('/sweep/undo', 'check'),
  search: returns<readonly FoundDocument[], Search>().get('/search', 'signed-in'),
  otherLedger: returns<OtherLedgerView>().get('/other-ledger', 'signed-in'),
  switchOtherLedger: returns<OtherLedgerView, OtherLedgerSwitch>().put('/other-ledger', 'post'),
  setLedgerCodes: returns<OtherLedgerView, LedgerCodesWish>().put('/other-ledger/codes', 'masterData'),
  handEntryAgain: returns<OtherLedgerView>().post('/other-ledger/entries/:id/again', 'post'),
  sendBatchAgain: returns<OtherLedgerView>().post('/other-ledger/batches/:id/again', 'post'),
  makeBatchAnew: returns<OtherLedgerView>().post('/other-ledger/batches/:id/anew', 'post'),
  ledgerBatch: returns<Bytes>().get('/other-ledger/batches/:id/entries.csv', 'signed-in'),
  hooks: returns<HooksView>().get('/hooks', 'sources'),
  makeHook: returns<MadeHook, NewHook>().post('/hooks', 'sources', 201),
  removeHook: returns<HooksView>().delete('/hooks/:id', 'sources'),
  sendHookAgain: returns<HooksView>().post('/hooks/deliveries/:id/again', 'sources'),
  keeping: returns<KeepingView>().get('/keeping', 'signed-in'),
  setKeeping: returns<KeepingView, KeepingWish>().put('/keeping', 'sources'),
  keepAgain: returns<KeepingView>().post('/keeping/again', 'sources'),
  namePreview: returns<NamePreview, { readonly pattern: string }>().get('/keeping/preview', 'signed-in'),
  retention: returns<RetentionView>().get('/retention', 'signed-in'),
  setRetention: returns<RetentionView, RetentionWish>().put('/retention', 'retention'),
  dueOriginals: returns<DueOriginals, DueWish>().get('/retention/due', 'signed-in'),
  placeHold: returns<RetentionView, HoldWish>().post('/retention/holds', 'placeHolds', 201),
  askRelease: returns<RetentionView, ReleaseWish>().post('/retention/holds/:id/release', 'placeHolds'),
  answerRelease: returns<RetentionView, ReleaseAnswer>().post('/retention/holds/:id/released', 'agreeDeletions'),
  askDeletion: returns<DeletionPage, DeletionWish>().post('/retention/deletions', 'askDeletions', 201),
  deletion: returns<DeletionPage>().get('/retention/deletions/:id', 'signed-in'),
  agreeDeletion: returns<DeletionPage, DeletionAgreement>().post('/retention/deletions/:id/agreed', 'agreeDeletions'),
  refuseDeletion: returns<DeletionPage, DeletionRefusal>().post('/retention/deletions/:id/refused', 'askDeletions'),
  deletionRecord: returns<Bytes>().get('/retention/deletions/:id/record.csv', 'signed-in'),
  keptPdf: returns<Bytes>().get('/documents/:id/kept.pdf', 'signed-in'),
  allArrivals: returns<Page<ArrivalRow>, PageWish>().get('/all/arrivals', 'signed-in'),
  allEntries: returns<Page<EntryView>, PageWish>().get('/all/entries', 'signed-in'),
  allOrders: returns<Page<OrderRow>, PageWish>().get('/all/orders', 'signed-in'),
  allSuppliers: returns<Page<FoundSupplier>, PageWish>().get('/all/suppliers', 'signed-in'),
  allAudit: returns<Page<AuditEntry>, PageWish>().get('/all/audit', 'audit'),
  documents: returns<DocumentsPage, PageWish>().get('/documents', 'signed-in'),
  searchArchive: returns<ArchiveFound, ArchiveSearch>().get('/archive/search', 'signed-in'),
  keptSearches: returns<readonly KeptSearch[]>().get('/archive/kept', 'signed-in'),
  keepSearch: returns<readonly KeptSearch[], KeepSearch>().put('/archive/kept', 'keepSearches'),
  lookAtSearch: returns<readonly KeptSearch[]>().post('/archive/kept/:id/looked', 'keepSearches'),
  removeSearch: returns<readonly KeptSearch[]>().delete('/archive/kept/:id', 'keepSearches'),
  handedLists: returns<readonly HandedList[]>().get('/archive/lists', 'signed-in'),
  handedList: returns<HandedListView>().get('/archive/lists/:id', 'signed-in'),
  handList: returns<HandedList, HandingList>().post('/archive/lists', 'handLists', 201),
  closeList: returns<readonly HandedList[]>().post('/archive/lists/:id/closed', 'handLists'),
  listReaders: returns<readonly Colleague[]>().get('/archive/readers', 'signed-in'),

  suppliers: returns<readonly FoundSupplier[], Search>().get('/suppliers', 'signed-in'),
  addSupplier: returns<SupplierView, NewSupplier>().post('/suppliers', 'suppliers'),
  supplierPage: returns<SupplierPage>().get('/suppliers/:id', 'signed-in'),
  changeSupplier: returns<SupplierPage, SupplierRecordWish>().put('/suppliers/:id', 'suppliers'),
  changeAccounts: returns<SupplierPage, AccountWish>().post('/suppliers/:id/accounts', 'suppliers'),
  blockSupplier: returns<SupplierPage, BlockWish>().put('/suppliers/:id/blocked', 'suppliers'),
  mergeSupplier: returns<SupplierPage, MergeWish>().post('/suppliers/:id/merge', 'suppliers'),
  answerChange: returns<SupplierPage, ChangeAnswer>().post('/suppliers/:id/changes/:change', 'confirmSuppliers'),
  confirmSupplier: returns<SupplierView>().post('/suppliers/:id/confirm', 'confirmSuppliers'),
  habitOwners: returns<readonly HabitOwnerRow[]>().get('/habits', 'signed-in'),
  habits: returns<HabitsView>().get('/habits/:id', 'signed-in'),
  tryHabits: returns<TrialView, HabitsTry>().post('/habits/:id/trials', 'habits', 201),
  habitTrial: returns<TrialView>().get('/habits/:id/trials/:trial', 'signed-in'),
  switchHabit: returns<HabitsView, HabitSwitch>().put('/habits/:id/switched', 'habits'),
  returnHabits: returns<HabitsView, HabitReturn>().put('/habits/:id/version', 'habits'),
  mergeHabits: returns<HabitsView, HabitsMerge>().put('/habits/:id/merged', 'habits'),
  saveRule: returns<HabitsView, RuleWish>().put('/habits/:id/rule', 'habits'),
  removeRule: returns<HabitsView, RuleRemoval>().put('/habits/:id/rule-removed', 'habits'),
  tryRule: returns<readonly RuleTried[], RuleTry>().post('/habits/:id/rule-tried', 'habits'),
  habitsOfSupplier: returns<HabitsPlace>().post('/suppliers/:id/habits', 'habits'),
  exportHabits: returns<HabitsFile>().get('/habits/:id/file', 'signed-in'),
  exportAllHabits: returns<HabitsFile>().get('/habits-file', 'signed-in'),
  importHabits: returns<HabitsImported, HabitsFile>().post('/habits-file', 'habits'),
  progress: returns<HabitsProgress>().get('/progress', 'signed-in'),
  progressOf: returns<HabitsProgress>().get('/habits/:id/progress', 'signed-in'),
  supplierDraft: returns<DraftedSupplier>().get('/documents/:id/supplier-draft', 'signed-in'),
  orders: returns<readonly OrderRow[], Search>().get('/orders', 'signed-in'),
  orderingLists: returns<OrderingLists>().get('/ordering-lists', 'signed-in'),
  orderPage: returns<OrderPage>().get('/orders/:id', 'signed-in'),
  enterOrder: returns<OrderPage, OrderWish>().post('/orders', 'orders', 201),
  changeOrder: returns<OrderPage, OrderChange>().put('/orders/:id', 'orders'),
  setOrderState: returns<OrderPage, OrderStateChange>().put('/orders/:id/state', 'orders'),
  enterReceipt: returns<OrderPage, ReceiptWish>().post('/orders/:id/receipts', 'receipts', 201),
  inspect: returns<OrderPage, InspectionWish>().put('/receipts/:id/inspection', 'receipts'),

  imports: returns<readonly ImportRow[]>().get('/imports', 'signed-in'),
  startImport: returns<ImportView, ImportWish>().post('/imports', 'imports', 201),
  importView: returns<ImportView>().get('/imports/:id', 'imports'),
  mapImport: returns<ImportView, MappingWish>().put('/imports/:id/mapping', 'imports'),
  applyImport: returns<ImportView>().post('/imports/:id/apply', 'imports'),
  undoImport: returns<ImportView>().post('/imports/:id/undo', 'imports'),
  exports: returns<ExportsView>().get('/export', 'signed-in'),
  previewExport: returns<ExportPreview, RunWish>().post('/export/preview', 'exports'),
  runExport: returns<RunView, RunWish>().post('/export/runs', 'exports', 201),
  exportedFile: returns<Bytes>().get('/export/runs/:id/files/:position', 'exports'),
  keepExport: returns<ExportsView, KeepWish>().put('/export/kept', 'keepExports'),
  setExportTarget: returns<ExportsView, TargetWish>().put('/export/kept/:id/target', 'exportTargets'),
  deliverExportAgain: returns<ExportsView>().post('/export/runs/:id/again', 'exportTargets'),
  removeExport: returns<ExportsView>().delete('/export/kept/:id', 'keepExports'),
  exportTable: returns<Bytes>().get('/exports/:table', 'signed-in'),

  file: returns<FileView>().get('/files/:id', 'signed-in'),
  filePicture: returns<Bytes, PictureWish>().get('/files/:id/pages/:page/picture', 'signed-in'),
  smallFilePicture: returns<Bytes, PictureWish>().get('/files/:id/pages/:page/small', 'signed-in'),
  arrange: returns<FileView, Arrangement>().put('/files/:id/documents', 'check'),
  separatorSheet: returns<Bytes>().get('/separator-sheet.pdf', 'signed-in'),

  sorting: returns<SortingView>().get('/sorting', 'signed-in'),
  alike: returns<AlikeView>().get('/alike/:id', 'signed-in'),
  settleAlike: returns<AlikeSettled, AlikeChoice>().post('/alike/:id', ['check', 'match']),
  ownFields: returns<readonly OwnField[]>().get('/own-fields', 'signed-in'),
  addOwnField: returns<readonly OwnField[], OwnFieldWish>().post('/own-fields', 'ownFields', 201),
  changeOwnField: returns<readonly OwnField[], OwnFieldWish>().put('/own-fields/:key', 'ownFields'),
  removeOwnField: returns<readonly OwnField[]>().delete('/own-fields/:key', 'ownFields'),
  acceptAlike: returns<AlikeSettled, AlikeAcceptance>().post('/alike/:id/accept', 'check'),
  risk: returns<RiskView>().get('/reading/risk', 'signed-in'),
  setRisk: returns<RiskView, RiskChange>().put('/reading/risk', 'risk'),
  setPageLeads: returns<RiskView, PageLeadsChange>().put('/reading/page-leads', 'risk'),
  eInvoice: returns<EInvoiceView>().get('/documents/:id/e-invoice', 'signed-in'),
  archive: returns<ArchiveView>().get('/archive', 'signed-in'),

  supplierWrites: returns<DemoSent, DemoWish>().post('/demo/supplier-writes', 'demo'),
  scannerFeeds: returns<DemoSent, ScanWish>().post('/demo/scanner-feeds', 'demo'),
} as const;

export type Endpoints = typeof ENDPOINTS;
export type EndpointName = keyof Endpoints;
/** The values of the path's changing parts. */
export type ParamsOf<N extends EndpointName> = ParamsOfEndpoint<Endpoints[N]>;
/** The query of a GET, the JSON body of the others; `Nothing` where there is none. */
export type InputOf<N extends EndpointName> = InputOfEndpoint<Endpoints[N]>;
export type OutputOf<N extends EndpointName> = OutputOfEndpoint<Endpoints[N]>;

/** Those whose output is JSON, or nothing. */
export type JsonEndpoint = { [N in EndpointName]: OutputOf<N> extends Bytes ? never : N }[EndpointName];
/** Changes to one document, which answer with the document as it then is. */
export type DocumentChangeName = {
  [N in EndpointName]: OutputOf<N> extends DocumentView ? (InputOf<N> extends Versioned ? N : never) : never;
}[EndpointName];

/** Where an endpoint is, with the values of its path and its query. */
export function addressOf<N extends EndpointName>(
  name: N,
  params: ParamsOf<N>,
  query: Readonly<Record<string, string | number>> = {},
): string {
  const values: Readonly<Record<string, string | number>> = params;
  const path = ENDPOINTS[name].path.replace(/:(\w+)/g, (_, part: string) => encodeURIComponent(values[part]!));
  const asked = Object.entries(query)
    .map(([key, value]) => `${key}=${encodeURIComponent(value)}`)
    .join('&');
  return `/api${path}${asked === '' ? '' : `?${asked}`}`;
}
