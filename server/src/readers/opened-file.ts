import type { FileType } from '@umber/core/intake';

/** A file as it lay in an arrival: attached, in an archive, in a mail within the mail. */
export interface OpenedFile {
  readonly name: string;
  readonly type: FileType;
  readonly bytes: Buffer;
  /** The electronic invoice that came beside it. */
  readonly data?: Buffer;
}
