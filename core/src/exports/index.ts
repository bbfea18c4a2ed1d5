export * from './fields.js';
export * from './layout.js';
export * from './plain-xml.js';
