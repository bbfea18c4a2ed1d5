export * from './kinds.js';
export * from './changes.js';
