export * from './spoil.js';
export * from './stack.js';
