export * from './wire-table.ts';
export { readWires, showWires, type WiresReading } from './read-wires.ts';
