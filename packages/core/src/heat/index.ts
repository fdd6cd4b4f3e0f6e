export * from './cure-log.ts';
export * from './thin-log.ts';
