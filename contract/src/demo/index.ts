/** What the stand-in supplier may be asked to send. */
export const DEMO_MAILS = ['clean', 'doubt', 'price-variance', 'no-attachment', 'again'] as const;
export type DemoMail = (typeof DEMO_MAILS)[number];
export interface DemoWish {
  readonly what: DemoMail;
}

export const SCAN_RESOLUTIONS = [150, 200, 300] as const;
export const MOST_SCANNED = 8;
/** What is laid into the stand-in scanner, and how it is set. */
export interface ScanWish {
  /** Invoices on paper. */
  readonly invoices: number;
  /** Pixels an inch. */
  readonly resolution: (typeof SCAN_RESOLUTIONS)[number];
  readonly paper: 'clean' | 'worn';
  readonly file: 'pdf' | 'tiff';
  /** Whether separator sheets lie between the invoices. */
  readonly separators: boolean;
  /** Whether the scanner mails the file or writes it into its folder. */
  readonly to: 'mail' | 'folder';
}
/** Who sent something, and what it is called. */
export interface DemoSent {
  readonly supplier: string;
  readonly subject: string;
}
