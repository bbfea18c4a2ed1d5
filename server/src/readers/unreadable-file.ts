import type { FileFault } from '@umber/core/documents';

/** A foreign file that cannot be read, with the reason as a code and its figures. */
export class UnreadableFile extends Error {
  constructor(readonly fault: FileFault) {
    super(`unreadable file: ${fault.code}`);
    this.name = 'UnreadableFile';
  }
}
