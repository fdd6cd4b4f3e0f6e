/** Finds what on a single-phase card is missing, wrong, or contradicts itself, while the copper is still there to be counted. */
import type { Typed } from '../../language/forms/index.ts';
import { proposePoles, type Nameplate } from '../../winding/nameplate/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import { type CheckedCard, type ShopDefaults, missingFields } from '../../winding/machine/index.ts';
import { checkUnread } from '../check-unread.ts';
import { layWindings, readSinglePhaseCard, type SinglePhaseCardData } from './card.ts';
import { SINGLE_PHASE_CARD, SINGLE_PHASE_MOMENTS } from './card-fields.ts';
import { SINGLE_PHASE_ID, singlePhasePlan, type SinglePhasePlan } from './plan.ts';
import { SINGLE_PHASE_PLATE, hasSwitch, runsWithCapacitor, type SinglePhasePlate } from './plate.ts';

export interface SinglePhaseCard extends CheckedCard {
  readonly machine: typeof SINGLE_PHASE_ID;
  readonly plan: SinglePhasePlan | null;
  readonly card: SinglePhaseCardData;
}

/** Everything a view shows beside the card. Never throws for what was typed. */
export function checkSinglePhaseCard(
  typed: Typed,
  named: Nameplate,
  working = true,
  shop: ShopDefaults = {},
): SinglePhaseCard {
  const plate = named as SinglePhasePlate;
  const { card, findings } = readSinglePhaseCard(typed);
  const { laid, findings: unlaid } = layWindings(card);
  const supply = {
    voltageV: card.numbers['forVoltage'] ?? plate.voltageV,
    frequencyHz: card.numbers['forFrequency'] ?? plate.frequencyHz,
  };
  const plan = laid && singlePhasePlan(laid, card, plate, supply, shop.analysis ?? {}, working);
  const found: Finding[] = [
    ...findings,
    ...unlaid,
    ...checkUnread(plate, SINGLE_PHASE_PLATE, ['voltage', 'current', 'frequency', 'starts']),
    ...checkPoles(card, plate),
    ...(plan ? [...checkWindings(plan, plate), ...checkFigures(plan), ...checkOhms(plan, card, plate)] : []),
    ...checkVoltages(card, plate),
  ];
  const missing = missingFields(SINGLE_PHASE_MOMENTS, SINGLE_PHASE_CARD, typed);
  return {
    machine: SINGLE_PHASE_ID,
    typed,
    card,
    plan,
    findings: found,
    missing,
    moments: SINGLE_PHASE_MOMENTS,
    complete: missing.length === 0 && !found.some((f) => f.severity === 'stop'),
  };
}

/** The card as that of a single-phase motor; null where it is of another kind, or there is none. */
export const asSinglePhase = (card: CheckedCard | null | undefined): SinglePhaseCard | null =>
  card?.machine === SINGLE_PHASE_ID ? (card as SinglePhaseCard) : null;

function checkPoles({ poles }: SinglePhaseCardData, plate: SinglePhasePlate): Finding[] {
  if (!poles || !plate.speedRpm || !plate.frequencyHz) return [];
  const proposed = proposePoles(plate.speedRpm, plate.frequencyHz);
  if (!proposed || proposed.poles === poles) return [];
  return [
    finding(
      'stop',
      'card.poles-against-speed',
      `${poles} poles turn at ${Math.round((120 * plate.frequencyHz) / poles)} rpm without load, but the plate says ${Math.round(plate.speedRpm)}: that is ${proposed.poles} poles. Count the groups of the main winding again.`,
      ['poles'],
    ),
  ];
}

function checkVoltages({ voltages }: SinglePhaseCardData, plate: SinglePhasePlate): Finding[] {
  if (plate.higherVoltageV && voltages !== 'two')
    return [
      finding(
        'stop',
        'card.two-voltages-on-plate',
        'The plate has two voltages, so the main winding comes in two halves that the leads join: say so on the card, or read the plate again.',
        ['voltages'],
      ),
    ];
  if (voltages === 'two' && plate.voltageV && !plate.higherVoltageV)
    return [
      finding(
        'watch',
        'card.one-voltage-on-plate',
        `The main winding comes in halves, and the plate has one voltage: figures are for ${plate.voltageV} V with the halves in parallel. Is there a second voltage on the plate?`,
        ['voltages'],
      ),
    ];
  return [];
}

/** Usual turns of start over main by how the motor starts. Source: common practice, no source. */
const RATIOS = {
  'split-phase': [0.4, 1.1],
  'capacitor-start': [0.8, 2],
  'permanent-capacitor': [0.7, 2.2],
  'two-value': [0.8, 2.2],
} as const;

function checkWindings(plan: SinglePhasePlan, plate: SinglePhasePlate): Finding[] {
  const found: Finding[] = [];
  const { displacement, effectiveRatio } = plan.figures;
  const off = Math.abs(Math.abs(displacement!.value) - 90);
  const apart = Math.abs(displacement!.value);
  if (apart < 1 || apart > 179)
    found.push(
      finding(
        'stop',
        'card.windings-in-line',
        'Main and start winding lie about the same middle: such a motor does not start. Count the first slot of the start winding again.',
        ['startFirst', 'mainFirst', 'startSpans'],
      ),
    );
  else if (off > 20)
    found.push(
      finding(
        'watch',
        'card.windings-not-square',
        `The start winding stands ${apart.toFixed(0)}° electrical from the main one; 90° is usual. Count its first slot and its spans again.`,
        ['startFirst', 'startSpans', 'mainSpans'],
      ),
    );
  const ratio = effectiveRatio!.value;
  if (ratio < 0.25 || ratio > 4)
    found.push(
      finding(
        'stop',
        'card.ratio-impossible',
        `The start winding has ${ratio.toFixed(2)} of the main winding’s effective turns: one of the two is miscounted.`,
        ['startTurns', 'mainTurns', 'startSpans', 'mainSpans'],
        'From 0.4 to 2.2 is met, by how the motor starts (common practice, no source).',
      ),
    );
  else if (plate.starts) {
    const [low, high] = RATIOS[plate.starts];
    if (ratio < low || ratio > high)
      found.push(
        finding(
          'watch',
          'card.ratio-unusual',
          `The start winding has ${ratio.toFixed(2)} of the main winding’s effective turns; ${low} to ${high} is usual for a motor that starts like this. Count both again.`,
          ['startTurns', 'mainTurns'],
          'Common practice, no source.',
        ),
      );
  }
  for (const [id, label] of [
    ['main', 'Main'],
    ['start', 'Start'],
  ] as const) {
    const branch = plan[id];
    if (Math.max(...branch.pitches) > branch.slots / branch.poles)
      found.push(
        finding(
          'watch',
          'card.span-over-pole-pitch',
          `${label} winding: the span 1-${Math.max(...branch.pitches) + 1} is longer than the pole pitch of ${(branch.slots / branch.poles).toFixed(1)} slots. Count it again.`,
          [`${id}Spans`, 'poles'],
        ),
      );
  }
  const volts = plan.figures.runCapacitorVolts?.value;
  if (volts && plate.capacitorVolts && plate.capacitorVolts < volts * 0.98)
    found.push(
      finding(
        'watch',
        'card.capacitor-volts-low',
        `With these turns the run capacitor stands at about ${volts.toFixed(0)} V; its can says ${plate.capacitorVolts.toFixed(0)} V. Count the turns of both windings again, or look for the right capacitor.`,
        ['startTurns', 'mainTurns'],
      ),
    );
  const wanted = plan.figures.runCapacitor?.value;
  if (wanted && plate.runCapacitorUf) {
    const times = plate.runCapacitorUf / wanted;
    if (times > 2.5 || times < 0.4)
      found.push(
        finding(
          'watch',
          'card.capacitor-far-off',
          `A run capacitor of about ${wanted.toFixed(1)} µF would fit these turns and amperes; the plate says ${plate.runCapacitorUf.toFixed(1)} µF.`,
          ['startTurns', 'mainTurns'],
          'The estimate is good to about a third.',
        ),
      );
  }
  return found;
}

function checkFigures(plan: SinglePhasePlan): Finding[] {
  const FIELDS: Readonly<Record<string, readonly string[]>> = {
    gapDensity: ['mainTurns', 'bore', 'coreLength'],
    toothDensity: ['mainTurns', 'toothWidth', 'coreLength'],
    backIronDensity: ['mainTurns', 'backIron', 'coreLength'],
    mainDensity: ['mainWires', 'mainTurns'],
    startDensity: ['startWires', 'startTurns'],
    slotFillEnamelled: ['slotArea', 'mainTurns', 'startTurns', 'mainWires', 'startWires'],
  };
  return Object.entries(plan.judged).flatMap(([id, { verdict, scale }]): Finding[] => {
    const figure = plan.figures[id as keyof typeof plan.figures]!;
    const usual = scale.bands.find((b) => b.verdict === 'sound');
    if (verdict === 'sound' || !usual) return [];
    return [
      finding(
        verdict,
        `card.${id}-${verdict}`,
        `${figure.name}: ${Number(figure.value.toPrecision(3))} ${figure.unit} is ${figure.value > usual.to ? 'more' : 'less'} than usual (${usual.from} to ${usual.to}). Count again what it follows from.`,
        FIELDS[id] ?? [],
      ),
    ];
  });
}

/** Measured ohms against turns and wire: both windings, and each against the other. */
function checkOhms(plan: SinglePhasePlan, card: SinglePhaseCardData, plate: SinglePhasePlate): Finding[] {
  const found: Finding[] = [];
  const { mainOhm, startOhm, ohmTemperature } = card.numbers;
  // Copper constant 234.5 °C, IEEE 112.
  const at20 = (ohm: number) => (ohm * 254.5) / (234.5 + (ohmTemperature ?? 20));
  for (const [id, label, measured, planned] of [
    ['main', 'Main', mainOhm, plan.figures.mainOhm20],
    ['start', 'Start', startOhm, plan.figures.startOhm20],
  ] as const) {
    if (!measured || !planned) continue;
    // A half of two is measured by itself: a quarter of it is what both give in parallel.
    const halves = id === 'main' && plan.connection.halves === 2 ? 2 : 1;
    const off = at20(measured) / halves / planned.value;
    const [watch, stop] = plan.meanTurnMeasured ? [0.1, 0.3] : [0.25, 0.6];
    if (Math.abs(Math.log(off)) > Math.log(1 + watch))
      found.push(
        finding(
          Math.abs(Math.log(off)) > Math.log(1 + stop) ? 'stop' : 'watch',
          `card.${id}-ohms`,
          `${label} winding: ${measured} Ω measured, ${(planned.value * halves).toPrecision(3)} Ω at 20 °C by turns and wire. Count turns, measure wire and ohms again.`,
          [`${id}Ohm`, `${id}Turns`, `${id}Wires`],
          'An estimated turn of small coils is good to some 15 %.',
        ),
      );
  }
  if (
    mainOhm &&
    startOhm &&
    hasSwitch(plate.starts) &&
    !runsWithCapacitor(plate.starts) &&
    startOhm < mainOhm
  )
    found.push(
      finding(
        'watch',
        'card.start-below-main',
        `The start winding measures ${startOhm} Ω, less than the main winding’s ${mainOhm} Ω: are the two taken for each other?`,
        ['startOhm', 'mainOhm'],
        'The start winding that a switch takes off has the thinner wire (common practice, no source).',
      ),
    );
  return found;
}
