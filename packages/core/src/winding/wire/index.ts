export * from './wire-table.ts';
export * from './stock.ts';
export * from './strap.ts';
export { readWires, showSize, showWires, type WiresReading } from './read-wires.ts';
export { nearestSizes, preferredNear, strandOfArea, type NearestSize } from './nearest-sizes.ts';
