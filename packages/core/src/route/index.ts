export * from './check-station-record.ts';
export {
  type Body,
  type GateId,
  type Role,
  type Station,
  type StationId,
  type StationTest,
} from './station.ts';
export * from './stations.ts';
export * from './track-state.ts';
