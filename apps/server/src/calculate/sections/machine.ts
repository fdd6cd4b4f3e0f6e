/** calculate/machine, calculate/machine-fit and calculate/locked-rotor. */
import {
  ALUMINIUM,
  breakdown,
  circuitAt,
  codeLetter,
  COPPER_IEEE,
  FIT_METHODS,
  fitCircuit,
  lockedAtRated,
  lockedKvaPerHp,
  machinePoint,
  slipForShaftPower,
  type FitMethod,
} from '@norther/core';
import { z } from 'zod';
import {
  Celsius,
  Figure,
  inSections,
  list,
  NotNegative,
  Poles,
  Positive,
  section,
  valueOf,
  whole,
} from './sections.ts';

const Circuit = z.strictObject({
  r1Ohm: NotNegative,
  x1Ohm: NotNegative,
  r2Ohm: Positive,
  x2Ohm: NotNegative,
  xmOhm: Positive,
  rfeOhm: Positive.nullable().default(null),
});

export const MACHINE = whole(
  section(
    z.strictObject({
      circuit: Circuit,
      voltageV: Positive,
      frequencyHz: Positive,
      poles: Poles,
      slips: list(z.number().min(-100).max(100), 1, 10_000).optional(),
      shaftPowerW: Figure.optional(),
      frictionW: NotNegative.default(0),
      strayW: NotNegative.default(0),
      toTemperature: z
        .strictObject({
          fromC: Celsius,
          toC: Celsius,
          statorConstantC: Positive.default(COPPER_IEEE),
          rotorConstantC: Positive.default(ALUMINIUM),
        })
        .optional(),
    }),
    ({ circuit, slips, shaftPowerW, frictionW, strayW, toTemperature: to, ...supply }) => {
      const at = (slip: number) => machinePoint(circuit, supply, slip, frictionW, strayW);
      const { currentA, airGapTorqueNm, powerFactor } = at(1);
      return {
        points: (slips ?? []).map(at),
        breakdown: breakdown(circuit, supply),
        start: { currentA, torqueNm: airGapTorqueNm, powerFactor },
        ...(shaftPowerW === undefined
          ? {}
          : {
              slipForShaftPower: valueOf(slipForShaftPower(circuit, supply, shaftPowerW, frictionW, strayW)),
            }),
        ...(to
          ? {
              circuitAtTemperature: circuitAt(
                circuit,
                to.fromC,
                to.toC,
                to.statorConstantC,
                to.rotorConstantC,
              ),
            }
          : {}),
      };
    },
  ),
);

const Test = { voltageV: Positive, currentA: Positive, powerW: Positive, statorOhm: Positive };

export const MACHINE_FIT = whole(
  section(
    z.strictObject({
      method: z.enum(Object.keys(FIT_METHODS) as [FitMethod, ...FitMethod[]]).default('exact'),
      noLoad: z.strictObject(Test),
      locked: z.strictObject({ ...Test, frequencyHz: Positive }),
      frequencyHz: Positive,
      x1Share: z.number().min(0).max(0.99),
      coreW: Positive.optional(),
      frictionW: NotNegative.optional(),
    }),
    ({ method, ...q }) => valueOf(fitCircuit(method, q)),
  ),
);

export const LOCKED_ROTOR = inSections({
  scale: section(
    z.strictObject({
      currentA: NotNegative,
      torqueNm: NotNegative,
      powerW: NotNegative,
      testVoltageV: Positive,
      ratedVoltageV: Positive,
    }),
    (q) => lockedAtRated(q),
  ),
  kva: section(z.strictObject({ ratedVoltageV: Positive, currentA: Positive, powerHp: Positive }), (q) => {
    const kvaPerHp = lockedKvaPerHp(q.ratedVoltageV, q.currentA, q.powerHp);
    return { kvaPerHp, codeLetter: codeLetter(kvaPerHp) };
  }),
  letter: section(z.strictObject({ kvaPerHp: NotNegative }), ({ kvaPerHp }) => ({
    codeLetter: codeLetter(kvaPerHp),
  })),
});
