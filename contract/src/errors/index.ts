/** What the server says when it refuses: a code for programs and a sentence that tells the person what to do. */
export interface ErrorAnswer {
  readonly code: string;
  readonly message: string;
}
