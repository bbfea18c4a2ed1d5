export * from './dispute.js';
export * from './sums.js';
