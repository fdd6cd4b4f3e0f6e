export * from './wire-table.ts';
export * from './stock.ts';
export { readWires, showWires, type WiresReading } from './read-wires.ts';
export { nearestSizes, preferredNear, type NearestSize } from './nearest-sizes.ts';
