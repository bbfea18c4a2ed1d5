export * from './arrivals.js';
export * from './rules.js';
export * from './rule-sentence.js';
