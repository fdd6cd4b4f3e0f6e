export * from './cure-log.ts';
