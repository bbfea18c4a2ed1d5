/** What was typed as a change of a record, and which version of it that changes; null: a new record. */
export interface OfVersion<T> {
  readonly version: number | null;
  readonly typed: T;
}

/** What was kept of a change; where nothing was, or in a form that is not known any more, the change as it begins. */
export function keptOfVersion<T>(text: string | null, anew: OfVersion<T>): OfVersion<T> {
  const kept = text === null ? null : (JSON.parse(text) as Partial<OfVersion<T>>);
  return kept?.version === undefined || kept.typed === undefined ? anew : { version: kept.version, typed: kept.typed };
}
