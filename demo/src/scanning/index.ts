export * from './random.js';
export * from './spoil.js';
export * from './stack.js';
