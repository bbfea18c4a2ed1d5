export * from './changes.js';
export * from './columns.js';
export * from './keep.js';
export * from './learn.js';
export * from './located.js';
export * from './owner.js';
export * from './trial.js';
