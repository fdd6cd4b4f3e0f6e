export { slotOutline, type Point } from './slot-outline.ts';
export { cutList } from './cut-of-analysis.ts';
export {
  cutListOf,
  type CutItem,
  type CutList,
  type CutSettings,
  DEFAULT_CUT_SETTINGS,
  type Electrical,
  type StatorToCut,
} from './cut-list.ts';
export { layOnRoll, type RollLayout } from './roll-layout.ts';
export { coilFormer, formerOf, type CoilFormer, type FormerCoil } from './coil-former.ts';
export { jointLengths, slotOfEnd } from './joint-lengths.ts';
export { wireToTake, type WireNeed } from './wire-needed.ts';
export { materialFor, type InsulationClass } from './materials.ts';
export { type SoftItem } from './soft-goods.ts';
