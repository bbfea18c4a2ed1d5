export * from './rearrange.js';
export * from './separate.js';
