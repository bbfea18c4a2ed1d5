export * from './exceptions.js';
export * from './assignment.js';
export * from './three-way.js';
export * from './order-choice.js';
export * from './charges.js';
export * from './duplicates.js';
