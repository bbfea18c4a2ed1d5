import type { Session } from '@umber/contract/people';
import { firstValueFrom, of, throwError, type Observable } from 'rxjs';
import type { TestAnswers } from '../fixtures/answering';
import { Slices } from '../fixtures/slices';
import { ApiError } from '../api-error';
import { SessionEffects } from './session.effects';
import { signedInGuard } from './session.guard';
import { SessionActions } from './session.state';

const session = (role: string) =>
  ({
    person: { id: 1, login: 'nell', name: 'Nell Ashgrove', role },
    company: { name: '', currency: 'GBP', invoicesAddress: '', separation: 'three-people' },
    demo: false,
  }) as Session;
const who = { login: 'nell', password: 'tray' };

function stage(answers: TestAnswers) {
  const slices = new Slices(answers);
  slices.run(() => new SessionEffects());
  return slices;
}
const asks = (slices: Slices) => firstValueFrom(slices.within(() => signedInGuard({} as never, {} as never)) as Observable<unknown>);

describe('the session', () => {
  it.each([
    ['clerk', 'check'],
    ['approver', 'sign-off'],
    ['controller', 'post'],
    ['auditor', 'posted'],
  ])('of a %s begins in the tray %s', (role, tray) => {
    const slices = stage({ signIn: () => of(session(role)) });
    slices.dispatch(SessionActions.signIn({ who }));
    expect(slices.went).toEqual([['/tray', tray]]);
    expect(slices.now.session.session?.person.role).toBe(role);
  });

  it('does not begin with a wrong password, and says so', () => {
    const slices = stage({ signIn: () => throwError(() => new ApiError('wrong-login', 'Login and password do not fit together.')) });
    slices.dispatch(SessionActions.signIn({ who }));
    expect(slices.went).toEqual([]);
    expect(slices.now.session).toMatchObject({ session: null, error: 'Login and password do not fit together.' });
  });

  it.each([
    ['the server ends it', () => of(undefined)],
    ['the server is away', () => throwError(() => new Error('away'))],
  ])('ends at sign-out, when %s', (_name, signOut) => {
    const slices = stage({ signIn: () => of(session('clerk')), signOut });
    slices.dispatch(SessionActions.signIn({ who }));
    slices.dispatch(SessionActions.signOut());
    expect(slices.went.at(-1)).toEqual(['/sign-in']);
    expect(slices.now.session.session).toBeNull();
  });

  it('is asked for once after a reload; who has none is sent to sign in', async () => {
    let asked = 0;
    const known = stage({ session: () => (asked++, of(session('clerk'))) });
    expect([await asks(known), await asks(known), asked]).toEqual([true, true, 1]);
    const nobody = stage({ session: () => throwError(() => new ApiError('not-signed-in', 'You are not signed in.')) });
    expect(await asks(nobody)).toEqual(['/sign-in']);
  });
});
