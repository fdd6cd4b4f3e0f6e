export { splitCircuits, validCircuits, type CircuitSplit } from './circuits.ts';
export {
  connectionList,
  type ConnectionList,
  type GroupEnd,
  type Joint,
  type Star,
  type TerminalMarks,
} from './connection-list.ts';
export { tracePolarity } from './trace.ts';
