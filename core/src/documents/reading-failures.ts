/** Why a foreign file could not be read, with its figures. */
export type FileFault =
  | { readonly code: 'empty' }
  | { readonly code: 'unknown-format' }
  | { readonly code: 'encrypted' }
  /** XML of another kind than invoices, by the name of its root. */
  | { readonly code: 'other-xml'; readonly root: string }
  /** XML that breaks off or is not well formed, and in which line. */
  | { readonly code: 'malformed-xml'; readonly line: number }
  /** XML that declares a document type, or is deeper or larger than an invoice can be. */
  | { readonly code: 'unsafe-xml'; readonly why: string }
  | { readonly code: 'damaged'; readonly what: 'pdf' | 'picture' | 'file' }
  /** Megabytes at most. */
  | { readonly code: 'too-large'; readonly most: number }
  /** Pixels; `most` of them in all. */
  | { readonly code: 'too-many-pixels'; readonly width: number; readonly height: number; readonly most: number }
  | { readonly code: 'too-many-pages'; readonly pages: number; readonly most: number }
  | { readonly code: 'too-many-scans'; readonly most: number }
  | { readonly code: 'too-much-memory' }
  | { readonly code: 'too-slow' }
  | { readonly code: 'no-ocr' };

/** Why a document could not be read: its file is at fault, or the machine gave up after so many tries, with what it said last. */
export type ReadingFailure = FileFault | { readonly code: 'gave-up'; readonly tries: number; readonly error: string };
