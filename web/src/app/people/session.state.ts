import type { Session, SignIn } from '@umber/contract/people';
import { createActionGroup, createFeature, createReducer, createSelector, emptyProps, on, props } from '@ngrx/store';

export const SessionActions = createActionGroup({
  source: 'Session',
  events: {
    'Sign In': props<{ who: SignIn }>(),
    Started: props<{ session: Session }>(),
    Refused: props<{ message: string }>(),
    'Sign Out': emptyProps(),
    Ended: emptyProps(),
  },
});

export interface SessionState {
  readonly session: Session | null;
  readonly asking: boolean;
  readonly error: string | null;
}

export const sessionFeature = createFeature({
  name: 'session',
  reducer: createReducer<SessionState>(
    { session: null, asking: false, error: null },
    on(SessionActions.signIn, (state) => ({ ...state, asking: true, error: null })),
    on(SessionActions.started, (_state, { session }) => ({ session, asking: false, error: null })),
    on(SessionActions.refused, (state, { message }) => ({ ...state, asking: false, error: message })),
    on(SessionActions.ended, () => ({ session: null, asking: false, error: null })),
  ),
  extraSelectors: ({ selectSession }) => ({ selectPerson: createSelector(selectSession, (session) => session?.person ?? null) }),
});
