/** Why a foreign file could not be read, with its figures. */
export type FileFault =
  | { readonly code: 'empty' }
  | { readonly code: 'unknown-format' }
  | { readonly code: 'encrypted' }
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
