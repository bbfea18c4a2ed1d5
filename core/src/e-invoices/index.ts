export * from './model.js';
export * from './rules/index.js';
export * from './codes.js';
export * from './of-document.js';
