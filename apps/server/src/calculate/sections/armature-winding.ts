/** calculate/armature-winding and calculate/armature-readings: commutator windings and the readings of their ring. */
import {
  armatureCoils,
  barToBarOhm,
  brushesOhm,
  dropsV,
  explainRing,
  leadPlace,
  leadShift,
  planArmature,
  ringNetwork,
  waveBarCounts,
  ARMATURE_KINDS,
} from '@norther/core';
import { z } from 'zod';
import { Figure, inSections, Poles, Positive, refuseThis, section, valueOf } from './sections.ts';

const MOST_BARS = 2000;
const Bars = z.int().min(2).max(MOST_BARS);
const Plex = z.int().min(1).max(20).default(1);
const Slots = z.int().min(2).max(MOST_BARS);
const Rotation = z.enum(['clockwise', 'counter-clockwise']);
const Winding = {
  kind: z.enum(ARMATURE_KINDS),
  poles: Poles,
  slots: Slots,
  bars: Bars,
  plex: Plex,
  progressive: z.boolean().default(true),
  slotPitch: z.int().min(1).max(MOST_BARS).optional(),
};

export const ARMATURE_WINDING = inSections({
  plan: section(z.strictObject(Winding), (spec, say) => valueOf(planArmature(spec), say)),
  barCounts: section(
    z
      .strictObject({ poles: Poles, fromBars: Bars, toBars: Bars, plex: Plex })
      .refine((q) => q.fromBars <= q.toBars, { error: 'fromBars is the smaller one.', path: ['fromBars'] }),
    (q) => ({ bars: waveBarCounts(q.poles, q.fromBars, q.toBars, q.plex) }),
  ),
  table: section(
    z.strictObject({
      ...Winding,
      firstBar: z.int().min(1).max(MOST_BARS).default(1),
      rotation: Rotation.optional(),
      advanceBars: z.int().min(-MOST_BARS).max(MOST_BARS).default(0),
    }),
    ({ firstBar, rotation, advanceBars, ...spec }, say) => {
      if (advanceBars !== 0 && !rotation)
        return refuseThis(
          'armature.rotation-missing',
          'Leads are moved with the rotation: say clockwise or counter-clockwise, seen from the commutator.',
          'rotation',
        );
      if (firstBar > spec.bars)
        return refuseThis('armature.no-such-bar', `Bars count from 1 to ${spec.bars}.`, 'firstBar');
      const plan = valueOf(planArmature(spec), say);
      if (!plan.feasible) return { ...plan, coils: [] };
      const shift = rotation ? leadShift(advanceBars, rotation) : 0;
      return { feasible: true, reason: null, coils: armatureCoils(spec, plan, firstBar, shift) };
    },
  ),
  leadPlace: section(
    z.strictObject({
      slots: Slots,
      bars: Bars,
      poles: Poles,
      slotPitch: z.int().min(1).max(MOST_BARS),
      commutatorPitchBars: z.int().min(-20).max(20),
      brushFromPoleDeg: z.number().min(-360).max(360),
      barOneFromSlotOneDeg: z.number().min(-360).max(360),
    }),
    (q) => leadPlace(q),
  ),
});

/** So many points are solved within the time that an answer may take. */
const MOST_RING = 500;
const Place = z.int().min(1).max(MOST_RING);
const Fault = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal(['open', 'short', 'reversed']), coil: Place }),
  z.strictObject({ kind: z.literal('partial'), coil: Place, factor: Positive }),
  z.strictObject({ kind: z.literal(['crossed', 'finishes-exchanged']), bar: Place }),
  z.strictObject({ kind: z.literal('riser'), bar: Place, ohm: Positive }),
]);
const Ring = {
  bars: z.int().min(3).max(MOST_RING),
  kind: z.enum(ARMATURE_KINDS),
  poles: Poles.default(2),
  plex: Plex,
  progressive: z.boolean().default(true),
  coilOhm: Positive,
  equalizerPitchBars: Place.nullable().default(null),
};
const Faulty = { ...Ring, faults: z.array(Fault).max(MOST_RING).default([]) };
const Feed = { feedInBar: Place, feedOutBar: Place, currentA: Positive.default(1) };
const Sound = { ...Ring, tolerance: z.number().min(0).max(1).default(0.02) };
const Readings = (most: number) => z.array(Figure.nullable()).min(3).max(most);

function refuseFeed(q: { bars: number; feedInBar: number; feedOutBar: number }) {
  if (Math.max(q.feedInBar, q.feedOutBar) > q.bars)
    refuseThis('armature.no-such-bar', `Bars count from 1 to ${q.bars}.`, 'feedInBar', 'feedOutBar');
  if (q.feedInBar === q.feedOutBar)
    refuseThis(
      'armature.feed',
      'In and out at one bar: no current flows in the ring.',
      'feedInBar',
      'feedOutBar',
    );
}

export const ARMATURE_READINGS = inSections({
  barToBar: section(z.strictObject(Faulty), ({ faults, ...ring }) => ({
    ohm: barToBarOhm(ring.bars, valueOf(ringNetwork(ring, faults))),
  })),
  drop: section(
    z.strictObject({ ...Faulty, ...Feed }),
    ({ faults, feedInBar, feedOutBar, currentA, ...ring }) => {
      const feed = { feedInBar, feedOutBar, currentA };
      refuseFeed({ ...feed, bars: ring.bars });
      return { dropV: dropsV(ring.bars, valueOf(ringNetwork(ring, faults)), feed) };
    },
  ),
  brushes: section(z.strictObject(Faulty), ({ faults, ...ring }) => ({
    ohm: valueOf(brushesOhm(ring, faults)),
  })),
  explain: section(
    z.union([
      z.strictObject({ ...Sound, ohm: Readings(MOST_RING) }),
      z.strictObject({ ...Sound, dropV: Readings(MOST_RING), ...Feed }),
    ]),
    ({ tolerance, ...q }) => {
      if (!('dropV' in q)) return { explanations: valueOf(explainRing(q, { ohm: q.ohm }, tolerance)) };
      refuseFeed(q);
      return { explanations: valueOf(explainRing(q, q, tolerance)) };
    },
  ),
});
