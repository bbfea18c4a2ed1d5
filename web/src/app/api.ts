import type { Tray } from '@umber/core/documents';
import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { KeepingView } from '@umber/contract/archive';
import type { DemoMail, DemoSent, ScanWish } from '@umber/contract/demo';
import type { DocumentView } from '@umber/contract/documents';
import type {
  ArrivalView,
  NewToken,
  Sending,
  Sent,
  SourceChange,
  SourceTry,
  SourceView,
  TokenView,
  UploadStart,
  UploadView,
} from '@umber/contract/intake';
import type { SourceRule } from '@umber/core/intake';
import type { DraftedSupplier } from '@umber/core/suppliers';
import type { EntryView, OpenItem, TrialBalance } from '@umber/contract/ledger';
import type { CodingLists, Proposals } from '@umber/contract/matching';
import type { Session, SignIn } from '@umber/contract/people';
import type { CareView } from '@umber/contract/reading';
import type { Arrangement, FileView } from '@umber/contract/separating';
import type { AlikeChoice, AlikeSettled, AlikeView, SortingView } from '@umber/contract/sorting';
import type { NewSupplier, SupplierView } from '@umber/contract/suppliers';
import type { ArrivalRow, TrayCount, TrayRows } from '@umber/contract/trays';
import type { Observable } from 'rxjs';

export interface OrderRow {
  readonly id: number;
  readonly number: string;
  readonly supplier: string;
  readonly owner: string;
  readonly costCentre: string;
  readonly currency: string;
  readonly orderedOn: string;
  readonly state: string;
  readonly lines: number;
  readonly amount: string;
}

/** The server, one method a request. Errors are RefusedError. */
@Injectable({ providedIn: 'root' })
export class Api {
  readonly #http = inject(HttpClient);

  session = (): Observable<Session> => this.#http.get<Session>('/api/session');
  signIn = (who: SignIn): Observable<Session> => this.#http.post<Session>('/api/session', who);
  signOut = (): Observable<void> => this.#http.delete<void>('/api/session');
  trays = (): Observable<TrayCount[]> => this.#http.get<TrayCount[]>('/api/trays');
  tray = (tray: Tray): Observable<TrayRows> => this.#http.get<TrayRows>(`/api/trays/${tray}`);
  arrivals = (q = ''): Observable<ArrivalRow[]> => this.#http.get<ArrivalRow[]>('/api/arrivals', { params: { q } });
  arrival = (id: number): Observable<ArrivalView> => this.#http.get<ArrivalView>(`/api/arrivals/${id}`);
  tryAgain = (id: number): Observable<ArrivalView> => this.#http.post<ArrivalView>(`/api/arrivals/${id}/again`, {});
  sendOn = (id: number, sending: Sending): Observable<Sent> => this.#http.post<Sent>(`/api/arrivals/${id}/send`, sending);
  sources = (): Observable<SourceView[]> => this.#http.get<SourceView[]>('/api/sources');
  addSource = (source: SourceChange & { kind: 'mailbox' | 'folder' }): Observable<SourceView[]> =>
    this.#http.post<SourceView[]>('/api/sources', source);
  changeSource = (id: number, change: SourceChange): Observable<SourceView[]> => this.#http.put<SourceView[]>(`/api/sources/${id}`, change);
  removeSource = (id: number): Observable<SourceView[]> => this.#http.delete<SourceView[]>(`/api/sources/${id}`);
  trySource = (id: number): Observable<SourceTry> => this.#http.post<SourceTry>(`/api/sources/${id}/try`, {});
  setRules = (id: number, rules: readonly SourceRule[]): Observable<SourceView[]> =>
    this.#http.put<SourceView[]>(`/api/sources/${id}/rules`, rules);
  startUpload = (start: UploadStart): Observable<UploadView> => this.#http.post<UploadView>('/api/uploads', start);
  upload = (id: string): Observable<UploadView> => this.#http.get<UploadView>(`/api/uploads/${id}`);
  sendPiece = (id: string, starts: number, piece: Blob): Observable<UploadView> =>
    this.#http.put<UploadView>(`/api/uploads/${id}/pieces/${starts}`, piece, { headers: { 'Content-Type': 'application/octet-stream' } });
  keeping = (): Observable<KeepingView> => this.#http.get<KeepingView>('/api/keeping');
  care = (): Observable<CareView> => this.#http.get<CareView>('/api/reading/care');
  setCare = (acceptedRisk: number): Observable<CareView> => this.#http.put<CareView>('/api/reading/care', { acceptedRisk });
  sorting = (): Observable<SortingView> => this.#http.get<SortingView>('/api/sorting');
  alike = (id: number): Observable<AlikeView> => this.#http.get<AlikeView>(`/api/alike/${id}`);
  settleAlike = (id: number, choice: AlikeChoice): Observable<AlikeSettled> => this.#http.post<AlikeSettled>(`/api/alike/${id}`, choice);
  tokens = (): Observable<TokenView[]> => this.#http.get<TokenView[]>('/api/tokens');
  makeToken = (name: string): Observable<NewToken> => this.#http.post<NewToken>('/api/tokens', { name });
  revokeToken = (id: number): Observable<TokenView[]> => this.#http.delete<TokenView[]>(`/api/tokens/${id}`);
  file = (id: number): Observable<FileView> => this.#http.get<FileView>(`/api/files/${id}`);
  arrange = (id: number, arrangement: Arrangement): Observable<FileView> =>
    this.#http.put<FileView>(`/api/files/${id}/documents`, arrangement);
  document = (id: number): Observable<DocumentView> => this.#http.get<DocumentView>(`/api/documents/${id}`);
  /** A change to a document; answers with the document as it is now. */
  change = (id: number, method: 'PUT' | 'POST', path: string, body: object): Observable<DocumentView> =>
    this.#http.request<DocumentView>(method, `/api/documents/${id}/${path}`, { body });
  proposals = (id: number): Observable<Proposals> => this.#http.get<Proposals>(`/api/documents/${id}/proposals`);
  coding = (): Observable<CodingLists> => this.#http.get<CodingLists>('/api/coding');
  entry = (id: number): Observable<EntryView> => this.#http.get<EntryView>(`/api/documents/${id}/entry`);
  post = (id: number, version: number): Observable<EntryView> => this.#http.post<EntryView>(`/api/documents/${id}/post`, { version });
  entries = (): Observable<EntryView[]> => this.#http.get<EntryView[]>('/api/ledger/entries');
  openItems = (): Observable<OpenItem[]> => this.#http.get<OpenItem[]>('/api/ledger/open-items');
  trialBalance = (): Observable<TrialBalance> => this.#http.get<TrialBalance>('/api/ledger/trial-balance');
  suppliers = (q: string): Observable<SupplierView[]> => this.#http.get<SupplierView[]>('/api/suppliers', { params: { q } });
  addSupplier = (supplier: NewSupplier): Observable<SupplierView> => this.#http.post<SupplierView>('/api/suppliers', supplier);
  confirmSupplier = (id: number): Observable<SupplierView> => this.#http.post<SupplierView>(`/api/suppliers/${id}/confirm`, {});
  supplierDraft = (documentId: number): Observable<DraftedSupplier> =>
    this.#http.get<DraftedSupplier>(`/api/documents/${documentId}/supplier-draft`);
  orders = (q: string): Observable<OrderRow[]> => this.#http.get<OrderRow[]>('/api/orders', { params: { q } });
  scannerFeeds = (wish: ScanWish): Observable<DemoSent> => this.#http.post<DemoSent>('/api/demo/scanner-feeds', wish);
  supplierWrites = (what: DemoMail): Observable<DemoSent> => this.#http.post<DemoSent>('/api/demo/supplier-writes', { what });
}
