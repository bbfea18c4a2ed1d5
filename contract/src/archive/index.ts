/** What is kept, and whether it is whole. */
export interface ArchiveView {
  readonly blobs: number;
  readonly bytes: number;
  /** Compared with their checksums within the last seven days. */
  readonly checked: number;
  readonly damaged: readonly {
    /** SHA-256 in hexadecimal. */
    readonly checksum: string;
    readonly foundAt: string;
    /** What uses it: "arrival 12", "scan.pdf of arrival 12", "a page of scan.pdf". */
    readonly usedBy: readonly string[];
  }[];
}
