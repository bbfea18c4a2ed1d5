/** How sure reading must be before a value goes on without a question, and what that means for what was read of late. */
export interface RiskView {
  /** A value is asked about when more than so many of 100 such values would be wrong. */
  readonly acceptedRisk: number;
  /** Whether the page counts where it and an electronic invoice's data differ; else the data. */
  readonly pageLeads: boolean;
  /** Values of the documents read last. */
  readonly values: number;
  /** How many of them would be asked about at an accepted risk of 1, 2, … of 100. */
  readonly asked: readonly number[];
}
export const MOST_RISK = 40;
export interface RiskChange {
  readonly acceptedRisk: number;
}
export interface PageLeadsChange {
  readonly pageLeads: boolean;
}
export * from './failures.js';
