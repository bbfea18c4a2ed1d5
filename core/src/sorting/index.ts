export * from './features.js';
export * from './likeness.js';
export * from './model.js';
