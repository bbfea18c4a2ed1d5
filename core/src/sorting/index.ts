export * from './features.js';
export * from './model.js';
