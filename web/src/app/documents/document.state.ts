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
/** Whether a document that came is the one that is shown already: nothing is drawn anew then. */
const isKnown = (shown: DocumentView | null, came: DocumentView): boolean =>
  shown?.id === came.id &&
  shown.version === came.version &&
  shown.trail?.[0]?.id === came.trail?.[0]?.id &&
  JSON.stringify(shown.letters) === JSON.stringify(came.letters) &&
  shown.alike?.others === came.alike?.others;

const initial: DocumentState = { id: null, document: null, busy: false, message: null };

export const documentFeature = createFeature({
  name: 'document',
  reducer: createReducer<DocumentState>(
    initial,
    on(DocumentActions.opened, (state, { id }) => ({ ...initial, id, document: state.id === id ? state.document : null })),
    on(DocumentActions.came, (state, { document }) =>
      document.id !== state.id || isKnown(state.document, document) ? state : { ...state, document },
    ),
    on(DocumentActions.changed, (state) => ({ ...state, busy: true, message: null })),
    on(DocumentActions.changeDone, (state, { document }) =>
      document.id === state.id ? { ...state, document, busy: false } : { ...state, busy: false },
    ),
    on(DocumentActions.refused, (state, { message }) => ({ ...state, busy: false, message })),
    on(DocumentActions.messageRead, (state) => ({ ...state, message: null })),
    on(DocumentActions.closed, () => initial),
  ),
});
