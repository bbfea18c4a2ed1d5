export * from './grey.js';
export * from './transform.js';
export * from './light.js';
export * from './skew.js';
export * from './sheet.js';
export * from './text-patches.js';
export * from './gaps.js';
