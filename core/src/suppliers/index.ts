export * from './draft.js';
export * from './recognise.js';
export * from './record.js';
export * from './twins.js';
export * from './changes.js';
