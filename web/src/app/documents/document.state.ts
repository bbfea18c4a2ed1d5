import type { DocumentView } from '@umber/contract/documents';
import type { InputOf, DocumentChangeName, ParamsOf } from '@umber/contract/endpoints';
import type { LiveNews } from '@umber/contract/trays';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';

/** A change to the open document; `next` goes on to the tray's next document when it has left its tray. */
export type DocumentChange = { [N in DocumentChangeName]: ChangeOf<N> }[DocumentChangeName];

type ChangeOf<N extends DocumentChangeName> = {
  readonly name: N;
  readonly next?: boolean;
  /** What the words that it sends are kept as until it is done. */
  readonly draft?: string;
} & Given<'params', Omit<ParamsOf<N>, 'id'>> &
  Given<'input', Omit<InputOf<N>, 'version'>>;
type Given<Name extends string, What> = object extends What ? Readonly<Partial<Record<Name, What>>> : Readonly<Record<Name, What>>;

export const DocumentActions = createActionGroup({
  source: 'Document',
  events: {
    Opened: props<{ id: number }>(),
    Came: props<{ document: DocumentView }>(),
    Changed: props<{ change: DocumentChange }>(),
    'Change Done': props<{ document: DocumentView; next: boolean }>(),
    Refused: props<{ message: string; code: string }>(),
    'Message Read': emptyProps(),
    News: props<{ news: readonly LiveNews[] }>(),
    Closed: emptyProps(),
  },
});

export interface DocumentState {
  readonly id: number | null;
  readonly document: DocumentView | null;
  readonly busy: boolean;
  readonly message: string | null;
}
const initial: DocumentState = { id: null, document: null, busy: false, message: null };

export const documentFeature = createFeature({
  name: 'document',
  reducer: createReducer<DocumentState>(
    initial,
    on(DocumentActions.opened, (state, { id }) => ({ ...initial, id, document: state.id === id ? state.document : null })),
    on(DocumentActions.came, (state, { document }) => (document.id === state.id ? { ...state, document } : state)),
    on(DocumentActions.changed, (state) => ({ ...state, busy: true, message: null })),
    on(DocumentActions.changeDone, (state, { document }) =>
      document.id === state.id ? { ...state, document, busy: false } : { ...state, busy: false },
    ),
    on(DocumentActions.refused, (state, { message }) => ({ ...state, busy: false, message })),
    on(DocumentActions.messageRead, (state) => ({ ...state, message: null })),
    on(DocumentActions.closed, () => initial),
  ),
});
