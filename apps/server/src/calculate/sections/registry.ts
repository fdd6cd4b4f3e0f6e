/** Every address below calculate/ that is a computation of the core and nothing else. A new one is a line here. */
import { ARMATURE_READINGS, ARMATURE_WINDING } from './armature-winding.ts';
import { BALANCE_MATERIAL, BALANCE_RUN, BALANCE_TOLERANCE, BALANCE_VECTORS } from './balance.ts';
import { BONDING } from './bonding.ts';
import { CONTROL_CHART } from './control-chart.ts';
import { CORE_LOSS } from './core-loss.ts';
import { DC_FIELD } from './dc-field.ts';
import { ARMATURE, BACK_EMF, DC_MACHINE } from './direct-current.ts';
import { CURE, FIT, LIFE, OVEN } from './heat.ts';
import { HIGH_POTENTIAL, INSULATION, LEAKAGE_STEPS } from './insulation.ts';
import { LOAD_TEST, LOSSES, NO_LOAD, STRAY } from './losses.ts';
import { LOCKED_ROTOR, MACHINE, MACHINE_FIT } from './machine.ts';
import { RESISTANCE } from './resistance.ts';
import type { Address } from './sections.ts';
import { SINGLE_PHASE } from './single-phase.ts';
import { SURGE } from './surge.ts';
import { TOOTH_COILS } from './tooth-coils.ts';
import { SHAFT, UNITS } from './units.ts';
import { VIBRATION } from './vibration.ts';
import { WIRE } from './wire.ts';
import { WOUND_ROTOR } from './wound-rotor.ts';

export const ADDRESSES = {
  units: UNITS,
  shaft: SHAFT,
  wire: WIRE,
  'single-phase': SINGLE_PHASE,
  insulation: INSULATION,
  'high-potential': HIGH_POTENTIAL,
  'leakage-steps': LEAKAGE_STEPS,
  resistance: RESISTANCE,
  surge: SURGE,
  'core-loss': CORE_LOSS,
  machine: MACHINE,
  'machine-fit': MACHINE_FIT,
  'locked-rotor': LOCKED_ROTOR,
  losses: LOSSES,
  'no-load': NO_LOAD,
  'load-test': LOAD_TEST,
  stray: STRAY,
  'balance-tolerance': BALANCE_TOLERANCE,
  'balance-vectors': BALANCE_VECTORS,
  'balance-run': BALANCE_RUN,
  'balance-material': BALANCE_MATERIAL,
  vibration: VIBRATION,
  cure: CURE,
  oven: OVEN,
  fit: FIT,
  life: LIFE,
  'control-chart': CONTROL_CHART,
  armature: ARMATURE,
  'back-emf': BACK_EMF,
  'dc-machine': DC_MACHINE,
  'armature-winding': ARMATURE_WINDING,
  'armature-readings': ARMATURE_READINGS,
  'dc-field': DC_FIELD,
  'tooth-coils': TOOTH_COILS,
  bonding: BONDING,
  'wound-rotor': WOUND_ROTOR,
} as const satisfies Readonly<Record<string, Address>>;
export type AddressName = keyof typeof ADDRESSES;
