export * from './company.js';
export * from './orders.js';
export * from './suppliers.js';
export * from './depth.js';
