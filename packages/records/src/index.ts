/** Schemas of everything that is stored, sent or exported. */
export * from './shapes.ts';
export * from './motor-record.ts';
export * from './work-records.ts';
export * from './motor-document.ts';
export * from './winding-document.ts';
export * from './shop-records.ts';
export { readOvenLog } from './oven-log-csv.ts';
