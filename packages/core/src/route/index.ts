export * from './stations.ts';
export * from './track-state.ts';
