import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import {
  addressOf,
  ENDPOINTS,
  type AnswerOf,
  type AsksOf,
  type Bytes,
  type JsonEndpoint,
  type Nothing,
  type ParamsOf,
} from '@umber/contract/endpoints';
import type { Observable } from 'rxjs';

type Asks<N extends JsonEndpoint> = AsksOf<N> extends Bytes ? Blob : AsksOf<N>;
/** The values of the path, then what is asked with; what an endpoint does not have is left out. */
type Given<N extends JsonEndpoint> =
  AsksOf<N> extends Nothing ? ([keyof ParamsOf<N>] extends [never] ? [] : [params: ParamsOf<N>]) : [params: ParamsOf<N>, asks: Asks<N>];

/** The server, as the table of endpoints says it. Errors are RefusedError. */
@Injectable({ providedIn: 'root' })
export class Api {
  readonly #http = inject(HttpClient);

  ask<N extends JsonEndpoint>(name: N, ...given: Given<N>): Observable<AnswerOf<N>> {
    const [params = {}, asks] = given as [ParamsOf<N>?, unknown?];
    const { method } = ENDPOINTS[name];
    const isQuery = method === 'GET' && asks !== undefined;
    const address = addressOf(name, params as ParamsOf<N>, isQuery ? (asks as Record<string, string>) : {});
    const body = method === 'GET' ? undefined : (asks ?? {});
    const headers = body instanceof Blob ? { 'Content-Type': 'application/octet-stream' } : undefined;
    return this.#http.request<AnswerOf<N>>(method, address, { body, headers });
  }
}
