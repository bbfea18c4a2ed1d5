/** What the server says when it refuses: a code for programs and a sentence that tells the person what to do. */
export interface Refusal {
  readonly code: string;
  readonly message: string;
}
