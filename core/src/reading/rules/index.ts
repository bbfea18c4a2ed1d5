export * from './rule.js';
export * from './follow.js';
export * from './hits.js';
