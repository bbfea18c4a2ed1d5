/** One thing that came in, before it is kept. */
export interface NewArrival {
  readonly source: number;
  readonly kind: 'mail' | 'file';
  /** Its bytes, or the upload whose pieces they are: a large file is never whole in the server's memory. */
  readonly bytes: Buffer | { readonly upload: string };
  /** A file's name as sent; null for mails. */
  readonly name: string | null;
  readonly from: string | null;
  readonly to: readonly string[];
  /** What it is called where it comes from: a second one of the same name is the first. Null where it has no name there. */
  readonly origin: string | null;
  /** Who brought it by hand. */
  readonly person: number | null;
  /** What its place says of it. */
  readonly tags: readonly string[];
}

/** What a step is about: an arrival, one of its files, or one document. */
export interface StepOf {
  readonly arrivalId: number;
  readonly fileId?: number;
  readonly documentId?: number;
}
