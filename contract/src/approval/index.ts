import type { Separation } from '@umber/core/approval';
import type { Versioned } from '../checking/index.js';

export interface Approve extends Versioned {
  readonly comment: string;
}

/** Whether the company has three people for a document, or two. */
export interface SeparationChange {
  readonly separation: Separation;
}
