import type { DraftedSupplier } from '@umber/core/suppliers';
import type { Approve } from '../approval/index.js';
import type { KeepingView } from '../archive/index.js';
import type { KindChange, Reasoned, ValueChange, Versioned } from '../checking/index.js';
import type { DemoSent, DemoWish, ScanWish } from '../demo/index.js';
import type { DocumentView } from '../documents/index.js';
import type {
  ArrivalView,
  BroughtView,
  NewSource,
  NewToken,
  Sending,
  Sent,
  SourceChange,
  SourceTry,
  SourceView,
  TokenView,
  TokenWish,
  UploadStart,
  UploadView,
} from '../intake/index.js';
import type { SourceRule } from '@umber/core/intake';
import type { EntryView, OpenItem, Search, TrialBalance } from '../ledger/index.js';
import type { CodingChoice, CodingLists, OrderChoice, Proposals, SupplierChoice } from '../matching/index.js';
import type { OrderRow } from '../orders/index.js';
import type { Session, SignIn } from '../people/index.js';
import type { CareChange, CareView } from '../reading/index.js';
import type { Arrangement, FileView, PictureWish } from '../separating/index.js';
import type { AlikeChoice, AlikeSettled, AlikeView, SortingView } from '../sorting/index.js';
import type { NewSupplier, SupplierView } from '../suppliers/index.js';
import type { ArrivalRow, TrayCount, TrayRows } from '../trays/index.js';
import { answer, type AnswerOf as AnswerOfEndpoint, type AsksOf as AsksOfEndpoint, type Bytes, type Nothing } from './endpoint.js';
import type { ParamsOf as ParamsOfEndpoint } from './endpoint.js';

export type { Bytes, Nothing, PathValues, Who } from './endpoint.js';

/** Every request that the server answers: the one place of its path, of who may ask, and of what goes in and comes out. */
export const ENDPOINTS = {
  signIn: answer<Session, SignIn>().post('/session', 'anyone'),
  session: answer<Session>().get('/session', 'signed-in'),
  signOut: answer<Nothing>().delete('/session', 'anyone', 204),

  trays: answer<readonly TrayCount[]>().get('/trays', 'signed-in'),
  tray: answer<TrayRows>().get('/trays/:tray', 'signed-in'),
  news: answer<Bytes>().get('/events', 'signed-in'),

  arrivals: answer<readonly ArrivalRow[], Search>().get('/arrivals', 'signed-in'),
  arrival: answer<ArrivalView>().get('/arrivals/:id', 'signed-in'),
  arrivalAsItCame: answer<Bytes>().get('/arrivals/:id/original', 'signed-in'),
  tryArrivalAgain: answer<ArrivalView>().post('/arrivals/:id/again', 'bring'),
  sendArrivalOn: answer<Sent, Sending>().post('/arrivals/:id/send', 'check'),
  deliver: answer<BroughtView>().post('/arrivals', 'program', 201),
  sources: answer<readonly SourceView[]>().get('/sources', 'signed-in'),
  addSource: answer<readonly SourceView[], NewSource>().post('/sources', 'sources'),
  changeSource: answer<readonly SourceView[], SourceChange>().put('/sources/:id', 'sources'),
  removeSource: answer<readonly SourceView[]>().delete('/sources/:id', 'sources'),
  trySource: answer<SourceTry>().post('/sources/:id/try', 'sources'),
  setRules: answer<readonly SourceView[], readonly SourceRule[]>().put('/sources/:id/rules', 'rules'),
  startUpload: answer<UploadView, UploadStart>().post('/uploads', 'bring', 201),
  upload: answer<UploadView>().get('/uploads/:upload', 'bring'),
  sendPiece: answer<UploadView, Bytes>().put('/uploads/:upload/pieces/:starts', 'bring'),
  tokens: answer<readonly TokenView[]>().get('/tokens', 'bring'),
  makeToken: answer<NewToken, TokenWish>().post('/tokens', 'bring', 201),
  revokeToken: answer<readonly TokenView[]>().delete('/tokens/:id', 'bring'),

  document: answer<DocumentView>().get('/documents/:id', 'signed-in'),
  documentFile: answer<Bytes>().get('/documents/:id/file', 'signed-in'),
  searchablePdf: answer<Bytes>().get('/documents/:id/searchable.pdf', 'signed-in'),
  documentPicture: answer<Bytes, PictureWish>().get('/documents/:id/pages/:page/picture', 'signed-in'),
  park: answer<DocumentView, Reasoned>().post('/documents/:id/park', 'check'),
  turnAway: answer<DocumentView, Reasoned>().post('/documents/:id/turn-away', 'check'),
  takeUp: answer<DocumentView, Versioned>().post('/documents/:id/take-up', 'check'),

  changeField: answer<DocumentView, ValueChange>().put('/documents/:id/fields/:field', 'check'),
  changeKind: answer<DocumentView, KindChange>().put('/documents/:id/kind', 'check'),
  addLine: answer<DocumentView, Versioned>().post('/documents/:id/lines', 'check'),
  changeCell: answer<DocumentView, ValueChange>().put('/documents/:id/lines/:position/:cell', 'check'),
  removeLine: answer<DocumentView, Versioned>().post('/documents/:id/lines/:position/remove', 'check'),
  settleDoubt: answer<DocumentView, Versioned>().post('/documents/:id/doubts/:doubt/settle', 'check'),
  finishCheck: answer<DocumentView, Versioned>().post('/documents/:id/settle', 'check'),

  coding: answer<CodingLists>().get('/coding', 'signed-in'),
  proposals: answer<Proposals>().get('/documents/:id/proposals', 'signed-in'),
  chooseSupplier: answer<DocumentView, SupplierChoice>().put('/documents/:id/supplier', 'match'),
  chooseOrder: answer<DocumentView, OrderChoice>().put('/documents/:id/order', 'match'),
  codeLine: answer<DocumentView, CodingChoice>().put('/documents/:id/coding/:position', 'match'),
  acceptException: answer<DocumentView, Reasoned>().post('/documents/:id/exceptions/:exception/accept', 'match'),

  approve: answer<DocumentView, Approve>().post('/documents/:id/approve', 'approve'),
  sendBack: answer<DocumentView, Reasoned>().post('/documents/:id/send-back', 'sendBack'),

  entry: answer<EntryView>().get('/documents/:id/entry', 'signed-in'),
  post: answer<EntryView, Versioned>().post('/documents/:id/post', 'post'),
  entries: answer<readonly EntryView[]>().get('/ledger/entries', 'signed-in'),
  openItems: answer<readonly OpenItem[]>().get('/ledger/open-items', 'signed-in'),
  trialBalance: answer<TrialBalance>().get('/ledger/trial-balance', 'signed-in'),

  suppliers: answer<readonly SupplierView[], Search>().get('/suppliers', 'signed-in'),
  addSupplier: answer<SupplierView, NewSupplier>().post('/suppliers', 'suppliers'),
  confirmSupplier: answer<SupplierView>().post('/suppliers/:id/confirm', 'confirmSuppliers'),
  supplierDraft: answer<DraftedSupplier>().get('/documents/:id/supplier-draft', 'signed-in'),
  orders: answer<readonly OrderRow[], Search>().get('/orders', 'signed-in'),

  file: answer<FileView>().get('/files/:id', 'signed-in'),
  filePicture: answer<Bytes, PictureWish>().get('/files/:id/pages/:page/picture', 'signed-in'),
  smallFilePicture: answer<Bytes, PictureWish>().get('/files/:id/pages/:page/small', 'signed-in'),
  arrange: answer<FileView, Arrangement>().put('/files/:id/documents', 'check'),
  separatorSheet: answer<Bytes>().get('/separator-sheet.pdf', 'signed-in'),

  sorting: answer<SortingView>().get('/sorting', 'signed-in'),
  alike: answer<AlikeView>().get('/alike/:id', 'signed-in'),
  settleAlike: answer<AlikeSettled, AlikeChoice>().post('/alike/:id', ['check', 'match']),
  care: answer<CareView>().get('/reading/care', 'signed-in'),
  setCare: answer<CareView, CareChange>().put('/reading/care', 'risk'),
  keeping: answer<KeepingView>().get('/keeping', 'signed-in'),

  supplierWrites: answer<DemoSent, DemoWish>().post('/demo/supplier-writes', 'demo'),
  scannerFeeds: answer<DemoSent, ScanWish>().post('/demo/scanner-feeds', 'demo'),
} as const;

export type Endpoints = typeof ENDPOINTS;
export type EndpointName = keyof Endpoints;
/** The values of the path's changing parts. */
export type ParamsOf<N extends EndpointName> = ParamsOfEndpoint<Endpoints[N]>;
/** The query of a GET, the JSON body of the others; `Nothing` where there is none. */
export type AsksOf<N extends EndpointName> = AsksOfEndpoint<Endpoints[N]>;
export type AnswerOf<N extends EndpointName> = AnswerOfEndpoint<Endpoints[N]>;

/** Those whose answers are JSON, or nothing. */
export type JsonEndpoint = { [N in EndpointName]: AnswerOf<N> extends Bytes ? never : N }[EndpointName];
export type BytesEndpoint = Exclude<EndpointName, JsonEndpoint>;
/** Changes to one document, which answer with the document as it then is. */
export type DocumentChangeName = {
  [N in EndpointName]: AnswerOf<N> extends DocumentView ? (AsksOf<N> extends Versioned ? N : never) : never;
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
