import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import {
  addressOf,
  ENDPOINTS,
  type OutputOf,
  type InputOf,
  type Bytes,
  type JsonEndpoint,
  type Nothing,
  type ParamsOf,
} from '@umber/contract/endpoints';
import type { Observable } from 'rxjs';

type Input<N extends JsonEndpoint> = InputOf<N> extends Bytes ? Blob : InputOf<N>;
/** The values of the path, then the input; what an endpoint does not have is left out. */
type Given<N extends JsonEndpoint> =
  InputOf<N> extends Nothing ? ([keyof ParamsOf<N>] extends [never] ? [] : [params: ParamsOf<N>]) : [params: ParamsOf<N>, input: Input<N>];

/** The server, as the table of endpoints says it. Errors are ApiError. */
@Injectable({ providedIn: 'root' })
export class Api {
  readonly #http = inject(HttpClient);

  call<N extends JsonEndpoint>(name: N, ...given: Given<N>): Observable<OutputOf<N>> {
    const [params = {}, input] = given as [ParamsOf<N>?, unknown?];
    const { method } = ENDPOINTS[name];
    const isQuery = method === 'GET' && input !== undefined;
    const address = addressOf(name, params as ParamsOf<N>, isQuery ? (input as Record<string, string>) : {});
    const body = method === 'GET' ? undefined : (input ?? {});
    const headers = body instanceof Blob ? { 'Content-Type': 'application/octet-stream' } : undefined;
    return this.#http.request<OutputOf<N>>(method, address, { body, headers });
  }
}
