export * from './propose.js';
export * from './split.js';
