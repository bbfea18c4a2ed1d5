export * from './xml.js';
export * from './recognise.js';
export * from './write-ubl.js';
export * from './write-cii.js';
