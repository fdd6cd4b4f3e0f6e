export * from './check-station-record.ts';
export * from './stations.ts';
export * from './track-state.ts';
