export * from './page-signs.js';
export * from './rearrange.js';
export * from './separate.js';
