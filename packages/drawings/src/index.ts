/** Drawings of core results, as data; they compute no trade quantity of their own. */
export * from './scene.ts';
export { PHASE_INK, phaseLine } from './phase-style.ts';
export { slotRing, type RingOptions } from './slot-ring.ts';
export { pointedInRing } from './ring-geometry.ts';
export { coilInStrip, unrolledSlots, type StripOptions } from './unrolled-slots.ts';
export { connectionDrawing, type ConnectionOptions, type JointState } from './connection-drawing.ts';
export { cutPiece, slotSection } from './cut-piece.ts';
export { damageMap, type DamageMapOptions } from './damage-map.ts';
export { phaseSums, slotStar } from './phasor-star.ts';
export { armatureRing, armatureUnrolled, type ArmatureOptions } from './machine-kinds/armature.ts';
export { fieldFrame } from './machine-kinds/field-frame.ts';
export { toothConnection, toothRing } from './machine-kinds/teeth.ts';
export { stepDrawing, type StepOptions } from './machine-kinds/step-drawing.ts';
export { boreDrawing, girthDrawing, jointDrawing } from './machine-kinds/index.ts';
export { singlePhaseBore, singlePhaseConnection } from './machine-kinds/single-phase.ts';
export {
  TIMELINE_HEIGHT,
  visitTimeline,
  type TimelineOptions,
  type TimelineReading,
} from './visit-timeline.ts';
export { workingScale } from './working-time.ts';
export { chartDrawing } from './chart-drawing.ts';
