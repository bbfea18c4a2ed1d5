import type { Versioned } from '../checking/index.js';

export interface Approve extends Versioned {
  readonly comment: string;
}
