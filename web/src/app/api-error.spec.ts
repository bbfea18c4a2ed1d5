import '@angular/compiler';
import { HttpErrorResponse, HttpRequest, HttpResponse, type HttpEvent } from '@angular/common/http';
import { of, throwError, type Observable } from 'rxjs';
import { messageOf, refusalInterceptor, ApiError } from './api-error';

const sent = new HttpRequest('GET', '/api/trays');
const through = (answer: Observable<HttpEvent<unknown>>) => {
  let [got, failed]: [unknown, unknown] = [null, null];
  refusalInterceptor(sent, () => answer).subscribe({ next: (event) => (got = event), error: (error: unknown) => (failed = error) });
  return { got, failed };
};

describe('a failed request', () => {
  it('comes to the screen as the server’s own sentence', () => {
    const refused = { code: 'stale', message: 'It was changed meanwhile. Look again.' };
    const { failed } = through(throwError(() => new HttpErrorResponse({ status: 409, error: refused })));
    expect(failed).toBeInstanceOf(ApiError);
    expect([(failed as ApiError).code, messageOf(failed)]).toEqual(['stale', refused.message]);
  });

  it.each([
    ['the server is away', new HttpErrorResponse({ status: 0, error: null })],
    ['it is no answer of the server', new TypeError('cut off')],
  ])('says what to do where %s', (_what, error) => {
    const { failed } = through(throwError(() => error));
    expect((failed as ApiError).code).toBe('away');
    expect(messageOf(failed)).toContain('try again');
  });

  it('is none where there is an answer', () => {
    const answer = new HttpResponse({ body: [] });
    expect(through(of(answer))).toEqual({ got: answer, failed: null });
  });

  it('has a sentence even where what was thrown is no error', () => {
    expect(messageOf('odd')).toBe('Something went wrong. Try again.');
  });
});
