/** Schemas of everything that is stored, sent or exported. */
export * from './shapes.ts';
export * from './route-records.ts';
export * from './motor-record.ts';
export * from './work-records.ts';
export * from './attachment-records.ts';
export * from './part-records.ts';
export * from './motor-document.ts';
export { impossibleIn } from './impossible.ts';
export * from './winding-document.ts';
export * from './floor-records.ts';
export * from './shop-records.ts';
export * from './people-records.ts';
export { notesOfLog, readOvenLog, type LogAnswers } from './oven-log-csv.ts';
export * from './library-records.ts';
export * from './heat-records.ts';
export * from './plan-records.ts';
