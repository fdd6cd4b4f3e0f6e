export * from './heat-log.ts';
export * from './thin-log.ts';
