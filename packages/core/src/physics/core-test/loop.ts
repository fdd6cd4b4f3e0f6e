/** Loop test of a core: what current makes the density wanted, and what the loss means. Peak teslas, rms volts and amperes. */
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';

export interface LoopCore {
  readonly outsideMm: number;
  readonly boreMm: number;
  readonly slotDepthMm: number;
  readonly stackMm: number;
  readonly ducts: number;
  readonly ductMm: number;
  readonly stackingFactor: number;
  readonly densityKgM3: number;
}

export interface LoopIron {
  /** Of the yoke [mm]. */
  readonly depthMm: number;
  readonly netLengthMm: number;
  readonly areaMm2: number;
  readonly meanPathMm: number;
  readonly massKg: number;
}

/**
 * The yoke alone: the loop's flux does not go through the teeth.
 * Source: geometry; yoke only is the usual practice of loop tests. Common practice, no source.
 */
export function loopIron(q: LoopCore): Outcome<LoopIron> {
  const depthMm = (q.outsideMm - q.boreMm) / 2 - q.slotDepthMm;
  const netLengthMm = (q.stackMm - q.ducts * q.ductMm) * q.stackingFactor;
  if (!(depthMm > 0))
    return refuse(
      'core.no-yoke',
      'Bore and slots leave no yoke inside this outside diameter.',
      'outsideMm',
      'boreMm',
      'slotDepthMm',
    );
  if (!(netLengthMm > 0))
    return refuse('core.all-ducts', 'The ducts leave no iron of this stack.', 'stackMm', 'ducts', 'ductMm');
  const areaMm2 = depthMm * netLengthMm;
  const meanPathMm = Math.PI * (q.outsideMm - depthMm);
  return good({
    depthMm,
    netLengthMm,
    areaMm2,
    meanPathMm,
    massKg: areaMm2 * meanPathMm * q.densityKgM3 * 1e-9,
  });
}

/** V = √2·π·f·B·A, the induced voltage of one turn [V]. */
export const voltsPerTurn = (densityT: number, areaMm2: number, frequencyHz: number): number =>
  Math.SQRT2 * Math.PI * frequencyHz * densityT * areaMm2 * 1e-6;

/** The same turned round, from a search coil [T]. */
export const densityFromSearch = (
  volts: number,
  turns: number,
  areaMm2: number,
  frequencyHz: number,
): number => volts / (turns * voltsPerTurn(1, areaMm2, frequencyHz));

export interface LoopPlan {
  readonly voltsPerTurnV: number;
  readonly turnsExact: number;
  readonly turns: number;
  readonly voltsForTargetV: number;
  readonly densityAsRunT: number;
  readonly ampereTurns: number;
  readonly currentA: number;
  readonly kvaAtTarget: number;
}

/**
 * Turns for a supply, rounded to whole ones, and the density that they then make.
 * @param fieldAPerM rms, from the sheet's curve at the density wanted
 */
export function planLoop(q: {
  readonly densityT: number;
  readonly areaMm2: number;
  readonly meanPathMm: number;
  readonly fieldAPerM: number;
  readonly frequencyHz: number;
  readonly supplyV: number;
}): LoopPlan {
  const voltsPerTurnV = voltsPerTurn(q.densityT, q.areaMm2, q.frequencyHz);
  const turnsExact = q.supplyV / voltsPerTurnV;
  const turns = Math.max(1, Math.floor(turnsExact + 0.5));
  const voltsForTargetV = turns * voltsPerTurnV;
  const ampereTurns = (q.fieldAPerM * q.meanPathMm) / 1000;
  const currentA = ampereTurns / turns;
  return {
    voltsPerTurnV,
    turnsExact,
    turns,
    voltsForTargetV,
    densityAsRunT: densityFromSearch(q.supplyV, turns, q.areaMm2, q.frequencyHz),
    ampereTurns,
    currentA,
    kvaAtTarget: (voltsForTargetV * currentA) / 1000,
  };
}

/** Watts of a wattmeter with its current coil in the loop and its voltage coil on the search coil, over the yoke's mass. */
export const specificLoss = (
  powerW: number,
  massKg: number,
  excitingTurns: number,
  searchTurns: number,
): number => (powerW * excitingTurns) / searchTurns / massKg;

/** Loss brought to another density. The square is common practice, no source; sheets have 1.6 to 2.2. */
export const lossAtDensity = (wPerKg: number, densityT: number, targetT: number, exponent = 2): number =>
  wPerKg * (targetT / densityT) ** exponent;

/**
 * Hysteresis and eddy loss from two frequencies at one density: P/f = h + e·f.
 * @returns both at the first frequency [W]
 * Source: Steinmetz; every textbook of electrical machines.
 */
export function partCoreLoss(
  firstW: number,
  firstHz: number,
  secondW: number,
  secondHz: number,
): Outcome<{ readonly hysteresisW: number; readonly eddyW: number }> {
  if (firstHz === secondHz)
    return refuse('core.one-frequency', 'The two tests need two frequencies.', 'secondHz');
  const eddy = (secondW / secondHz - firstW / firstHz) / (secondHz - firstHz);
  const eddyW = eddy * firstHz * firstHz;
  return good({ hysteresisW: firstW - eddyW, eddyW });
}
