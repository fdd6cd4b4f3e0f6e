/** calculate/armature, calculate/back-emf and calculate/dc-machine. */
import {
  ARMATURE_WINDINGS,
  barToBar,
  brushedTorquePerA,
  coilFromRing,
  constantAt,
  dcMachine,
  lineRmsPerKrpm,
  resistanceBetween,
  ringResistance,
  rpmOf,
  sineConstants,
  voltPerKrpm,
} from '@norther/core';
import { z } from 'zod';
import {
  Figure,
  inSections,
  list,
  NotNegative,
  Positive,
  refuseThis,
  section,
  valueOf,
  whole,
} from './sections.ts';

/** A set of so many equations is solved within the time that an answer may take. */
const MOST_NODES = 500;
const Bars = z.int().min(3).max(MOST_NODES);
const Node = z
  .int()
  .min(0)
  .max(MOST_NODES - 1);

export const ARMATURE = inSections({
  bars: section(
    z.strictObject({
      bars: Bars,
      winding: z.enum(ARMATURE_WINDINGS),
      coilOhm: Positive,
      polePairs: z.int().min(1).max(100).default(1),
      faults: z.record(z.string().regex(/^\d{1,4}$/), Positive.nullable()).default({}),
      step: z.int().min(1).max(MOST_NODES).default(1),
      equalizerPitch: z.int().min(1).max(MOST_NODES).nullable().default(null),
    }),
    ({ faults, ...q }) => ({
      ohm: valueOf(
        barToBar({ ...q, faults: new Map(Object.entries(faults).map(([k, v]) => [Number(k), v])) }),
      ),
    }),
  ),
  network: section(
    z.strictObject({
      nodes: z.int().min(1).max(MOST_NODES),
      edges: list(z.tuple([Node, Node, Positive]), 0, 20_000),
      pairs: list(z.tuple([Node, Node]), 1, 20_000),
    }),
    ({ nodes, edges, pairs }) => {
      if ([...edges, ...pairs].some(([a, b]) => a >= nodes || b >= nodes))
        return refuseThis('network.no-such-node', `Nodes count from 0 to ${nodes - 1}.`, 'edges', 'pairs');
      return { ohm: resistanceBetween(nodes, edges, pairs) };
    },
  ),
  ring: section(
    z.strictObject({
      bars: z.int().min(2).max(10_000),
      coilOhm: Positive,
      span: z.int().min(1).max(10_000).default(1),
    }),
    (q) => {
      if (q.span >= q.bars)
        return refuseThis('armature.span', 'The span must be less than the bars.', 'span');
      return { ohm: ringResistance(q.bars, q.coilOhm, q.span) };
    },
  ),
  coil: section(z.strictObject({ readingOhm: Positive, bars: z.int().min(2).max(10_000) }), (q) => ({
    coilOhm: coilFromRing(q.readingOhm, q.bars),
  })),
});

const PolePairs = z.int().min(1).max(1000);

export const BACK_EMF = inSections({
  brushed: section(
    z.union([z.strictObject({ voltPerKrpm: Positive }), z.strictObject({ rpmPerVolt: Positive })]),
    (q) => ({
      torquePerA: brushedTorquePerA('voltPerKrpm' in q ? q.voltPerKrpm : voltPerKrpm(q.rpmPerVolt)),
    }),
  ),
  sine: section(z.strictObject({ lineRmsVoltPerKrpm: Positive, polePairs: PolePairs }), (q) =>
    sineConstants(q.lineRmsVoltPerKrpm, q.polePairs),
  ),
  measured: section(
    z.union([
      z.strictObject({ lineRmsV: Positive, speedRpm: Positive }),
      z.strictObject({ lineRmsV: Positive, frequencyHz: Positive, polePairs: PolePairs }),
    ]),
    (q) => ({
      lineRmsVoltPerKrpm: lineRmsPerKrpm(
        q.lineRmsV,
        'speedRpm' in q ? q.speedRpm : rpmOf(q.frequencyHz, q.polePairs),
      ),
    }),
  ),
  atTemperature: section(
    z.strictObject({
      constant: Positive,
      fromC: z.number().min(-273).max(1000),
      toC: z.number().min(-273).max(1000),
      percentPerK: z.number().min(-5).max(5),
    }),
    (q) => ({ constant: constantAt(q.constant, q.fromC, q.toC, q.percentPerK) }),
  ),
});

export const DC_MACHINE = whole(
  section(
    z.strictObject({
      voltageV: Figure,
      armatureOhm: NotNegative,
      constantVsPerRad: Positive,
      currentA: Figure,
      brushDropV: NotNegative.default(0),
    }),
    (q) => dcMachine(q),
  ),
);
