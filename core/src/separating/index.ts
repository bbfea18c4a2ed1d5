export * from './separate.js';
