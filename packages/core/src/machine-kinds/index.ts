/** The kinds of machine there are. A new one is a folder here and a line in this list. */
import { directCurrent } from './direct-current/index.ts';
import type { MachineKind } from '../winding/machine/index.ts';
import { singlePhase } from './single-phase/index.ts';
import { universal } from './universal/index.ts';
import { toothCoil } from './tooth-coil/index.ts';
import { threePhase } from './three-phase/index.ts';
import { woundRotor } from './wound-rotor/index.ts';

/** In the order in which they are offered when a motor is taken in. */
const ALL: readonly MachineKind[] = [
  threePhase,
  woundRotor,
  singlePhase,
  directCurrent,
  universal,
  toothCoil,
];

export const MACHINE_KIND_IDS: readonly string[] = ALL.map((kind) => kind.id);
/** What a record without a kind is: before there were others. */
export const FIRST_MACHINE_KIND = threePhase.id;
/** @throws when there is no such kind: an id comes from a schema that knows them */
export function machineKind(id: string): MachineKind {
  const kind = ALL.find((k) => k.id === id);
  if (!kind) throw new Error(`There is no kind of machine ${id}.`);
  return kind;
}

export * from './three-phase/index.ts';
export * from './single-phase/index.ts';
export * from './direct-current/index.ts';
export * from './universal/index.ts';
export * from './tooth-coil/index.ts';
export * from './wound-rotor/index.ts';
export { CORE_FIELDS } from './iron.ts';
