/** A foreign file that cannot be read: a code for programs and a sentence for the person. */
export class FileRefused extends Error {
  constructor(
    readonly code: string,
    message: string,
  ) {
    super(message);
    this.name = 'FileRefused';
  }
}
