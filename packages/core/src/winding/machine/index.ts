/** What a kind of machine is to the rest of the program: the contract that every folder of `machine-kinds` keeps. */
export type {
  CardSection,
  CheckedCard,
  CoilOfCard,
  MachineKind,
  PlanFigures,
  ShopDefaults,
  ShorthandToken,
  WireDrawn,
} from './machine-kind.ts';
export {
  dueBy,
  missingFields,
  momentsOf,
  type CardMoment,
  type MissingField,
  type MomentNeeds,
} from './moments.ts';
export type { Plan, PlanCoil, PlanGroup, PlanWalk } from './plan.ts';
export {
  CUT_SHEET,
  piecesToCut,
  STATION_WORKS,
  type MaterialRow,
  type MaterialsOf,
  type StepMaterials,
  type StationWork,
  type WorkAt,
} from './work.ts';
