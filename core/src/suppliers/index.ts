export * from './draft.js';
export * from './recognise.js';
