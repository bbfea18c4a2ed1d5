import type { HeaderField, LineCell, OwnName, Tray } from '@umber/core/documents';
import type { ImportTable } from '@umber/core/importing';
import type { Right } from '@umber/core/permissions';

/**
 * Who may call it: somebody who is not signed in, everybody who is, people with a right (or with each of several), or a program with a
 * token. Which role has which right is in the core.
 */
export type Access = 'anyone' | 'signed-in' | 'program' | Right | readonly Right[];

/** What parts of a path are, by their names. */
export interface PathValues {
  readonly id: number;
  readonly page: number;
  readonly field: HeaderField | OwnName;
  readonly cell: LineCell | OwnName;
  readonly key: string;
  readonly position: number;
  readonly doubt: number;
  readonly trial: number;
  readonly table: ImportTable;
  readonly change: number;
  readonly exception: number;
  readonly tray: Tray;
  readonly upload: string;
  readonly starts: number;
}

type NamesIn<Path extends string> = Path extends `${infer Part}/${infer Rest}`
  ? NamesIn<Part> | NamesIn<Rest>
  : Path extends `:${infer Name}`
    ? Name & keyof PathValues
    : never;

/** No input, or no output. */
export type Nothing = undefined;
/** Bytes and no JSON: a file, a picture, a stream. */
export interface Bytes {
  readonly bytes: true;
}

/**
 * One request that the server answers. `Input` is the query of a GET and the JSON body of the others; its type and that of the
 * output are for the compiler only.
 */
export interface Endpoint<Path extends string, Input, Output, By extends Access> {
  readonly method: 'GET' | 'POST' | 'PUT' | 'DELETE';
  /** Below `/api`, with `:name` for each part that changes. */
  readonly path: Path;
  readonly access: By;
  /** The HTTP status of a good answer. */
  readonly status: 200 | 201 | 204;
  readonly types?: { readonly input: Input; readonly output: Output };
}

/** Begins an endpoint with the types of its output and input. */
export function returns<Output, Input = Nothing>() {
  const through =
    (method: 'GET' | 'POST' | 'PUT' | 'DELETE') =>
    <const Path extends string, const By extends Access>(
      path: Path,
      access: By,
      status: 200 | 201 | 204 = 200,
    ): Endpoint<Path, Input, Output, By> => ({ method, path, access, status });
  return { get: through('GET'), post: through('POST'), put: through('PUT'), delete: through('DELETE') };
}

export type ParamsOf<E> =
  E extends Endpoint<infer Path, unknown, unknown, Access> ? { readonly [N in NamesIn<Path>]: PathValues[N] } : never;
export type InputOf<E> = E extends { readonly types?: { readonly input: infer Input } } ? Input : never;
export type OutputOf<E> = E extends { readonly types?: { readonly output: infer Output } } ? Output : never;
