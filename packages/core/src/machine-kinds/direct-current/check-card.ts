/** Finds what on a direct-current card is missing, wrong, or contradicts itself, while the copper is still there. */
import { ohmAt } from '../../physics/electrical/index.ts';
import type { Typed } from '../../language/forms/index.ts';
import type { Nameplate } from '../../winding/nameplate/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { type CheckedCard, type ShopDefaults, missingFields } from '../../winding/machine/index.ts';
import { checkUnread } from '../check-unread.ts';
import { leadPlace } from './armature-plan.ts';
import { layArmature, readDirectCurrentCard, type DirectCurrentCardData } from './card.ts';
import { DIRECT_CURRENT_CARD, DIRECT_CURRENT_MOMENTS } from './card-fields.ts';
import { DIRECT_CURRENT_ID, directCurrentPlan, type DirectCurrentPlan } from './plan.ts';
import { DIRECT_CURRENT_PLATE, hasSeries, hasShunt, type DirectCurrentPlate } from './plate.ts';

export interface DirectCurrentCard extends CheckedCard {
  /** Also the card of another machine with a commutator. */
  readonly commutator: true;
  readonly plan: DirectCurrentPlan | null;
  readonly card: DirectCurrentCardData;
}

/** Everything a view shows beside the card. Never throws for what was typed. */
export function checkDirectCurrentCard(
  typed: Typed,
  named: Nameplate,
  working = true,
  shop: ShopDefaults = {},
): DirectCurrentCard {
  const plate = named as DirectCurrentPlate;
  const { card, findings } = readDirectCurrentCard(typed);
  const { laid, findings: unlaid } = layArmature(card);
  const plan = laid && directCurrentPlan(laid, card, plate, shop.analysis ?? {}, working);
  const found: Finding[] = [
    ...findings,
    ...unlaid,
    ...checkUnread(plate, DIRECT_CURRENT_PLATE, ['voltage', 'current', 'speed', 'excitation']),
    ...checkCounts(card),
    ...checkFields(card, plate),
    ...(plan ? [...checkLeads(plan, card), ...checkOhms(plan, card), ...checkFigures(plan)] : []),
  ];
  const missing = missingFields(DIRECT_CURRENT_MOMENTS, DIRECT_CURRENT_CARD, typed);
  return {
    machine: DIRECT_CURRENT_ID,
    commutator: true,
    typed,
    card,
    plan,
    findings: found,
    missing,
    moments: DIRECT_CURRENT_MOMENTS,
    complete: missing.length === 0 && !found.some((f) => f.severity === 'stop'),
  };
}

/** The card as that of a machine with a commutator; null where it has none, or there is no card. */
export const asCommutatorCard = (card: CheckedCard | null | undefined): DirectCurrentCard | null =>
  card && 'commutator' in card ? (card as DirectCurrentCard) : null;

/** A span far from a pole pitch links little flux; common practice, no source. */
const MOST_OFF_SPAN = 1.25;

export function checkCounts({ spec }: DirectCurrentCardData): Finding[] {
  if (!spec) return [];
  const found: Finding[] = [];
  const { slots, bars, poles, slotPitch = 0 } = spec;
  const pole = slots / poles;
  if (Math.abs(slotPitch - pole) > MOST_OFF_SPAN)
    found.push(
      finding(
        slotPitch >= 2 * pole || slotPitch < pole / 2 ? 'stop' : 'watch',
        'card.span-off-pole',
        `A span of 1-${slotPitch + 1} is ${slotPitch} slots, a pole pitch is ${showNumber(pole, 3)}: count the slots of one coil again.`,
        ['coilSpan', 'slots', 'poles'],
      ),
    );
  if (bars < slots)
    found.push(
      finding(
        'stop',
        'card.fewer-bars',
        `${bars} bars for ${slots} slots: at least one coil begins in every slot. Count both again.`,
        ['bars', 'slots'],
      ),
    );
  return found;
}

function checkFields(card: DirectCurrentCardData, plate: DirectCurrentPlate): Finding[] {
  const found: Finding[] = [];
  const { shunt, series, interpole } = card.poleCoils;
  if (!plate.excitation) return found;
  const watch = (code: string, message: string, ...fields: string[]) =>
    found.push(finding('watch', `card.${code}`, message, fields));
  if (shunt && !hasShunt(plate.excitation))
    watch(
      'shunt-on-series',
      'The plate says series, the card has a shunt field.',
      'shuntTurns',
      'excitation',
    );
  if (series && !hasSeries(plate.excitation))
    watch(
      'series-not-on-plate',
      `The plate says ${plate.excitation}, the card has a series field: is it a compound motor?`,
      'seriesTurns',
      'excitation',
    );
  if (interpole && card.interpoles === 'none')
    watch('interpoles-none', 'Turns of interpoles, and no interpoles: say how many there are.', 'interpoles');
  return found;
}

/** Off by so many bars the brushes would commutate beside the neutral. Common practice, no source. */
const MOST_OFF_BARS = 1;

function checkLeads(plan: DirectCurrentPlan, card: DirectCurrentCardData): Finding[] {
  const { spec, armature } = plan;
  if (spec.kind !== 'lap' || card.firstBar === undefined || card.barFromSlotDeg === null) return [];
  const place = leadPlace({
    slots: spec.slots,
    bars: spec.bars,
    slotPitch: armature.slotPitch,
    commutatorPitchBars: armature.commutatorPitchBars,
    brushFromPoleDeg: card.brushFromPoleDeg ?? 0,
    barOneFromSlotOneDeg: card.barFromSlotDeg,
  });
  const apart = Math.abs(card.firstBar - place.startBar);
  const off = Math.min(apart, spec.bars - apart);
  return off <= MOST_OFF_BARS
    ? []
    : [
        finding(
          'watch',
          'card.lead-off-neutral',
          `Coil 1 on bar ${card.firstBar}; with the brushes ${card.brushFromPoleDeg === null ? 'on the middle of their poles' : 'as noted'} it would commutate on the neutral from bar ${place.startBar}, ${off} bars away. Look at the marks again, or the maker shifted the leads.`,
          ['firstBar', 'barFromSlot', 'brushFromPole'],
          'A shift of leads for one direction of rotation is usual in motors without interpoles.',
        ),
      ];
}

export function checkOhms(plan: DirectCurrentPlan, card: DirectCurrentCardData): Finding[] {
  const { ohmTemperature = 20, barOhm, shuntOhm } = card.numbers;
  return (
    [
      ['barOhm', 'Bar to bar', barOhm, plan.figures.barOhm20, ['turns', 'wires'], plan.meanTurnMeasured],
      ['shuntOhm', 'Shunt field', shuntOhm, plan.figures.shuntOhm20, ['shuntTurns', 'shuntWires'], true],
    ] as const
  ).flatMap(([id, name, measured, planned, fields, sure]) => {
    if (!measured || !planned) return [];
    const off = Math.abs(Math.log(ohmAt(measured, ohmTemperature, 20) / planned.value));
    const [watch, stop] = sure ? [0.1, 0.3] : [0.25, 0.6];
    return off <= Math.log(1 + watch)
      ? []
      : [
          finding(
            off > Math.log(1 + stop) ? 'stop' : 'watch',
            `card.${id === 'barOhm' ? 'bar-ohms' : 'shunt-ohms'}`,
            `${name}: ${showNumber(measured, 3)} Ω measured, ${showNumber(planned.value, 3)} Ω at 20 °C by turns and wire. Count turns, measure wire and ohms again.`,
            [id, ...fields],
          ),
        ];
  });
}

const CALLED: Readonly<Record<string, readonly string[]>> = {
  gapDensity: ['turns', 'poleArc', 'coreLength'],
  toothDensity: ['turns', 'toothWidth'],
  voltsPerBar: ['bars', 'poles'],
  armatureDensity: ['wires'],
  shuntDensity: ['shuntWires'],
  seriesDensity: ['seriesWires'],
  interpoleDensity: ['interpoleWires'],
  interpoleRatio: ['interpoleTurns'],
  slotFill: ['wires', 'turns'],
};

export function checkFigures({ judged, figures }: DirectCurrentPlan): Finding[] {
  return Object.entries(judged).flatMap(([id, { verdict }]) => {
    if (verdict !== 'stop') return [];
    const figure = figures[id as keyof typeof figures]!;
    return [
      finding(
        'watch',
        'card.figure-out',
        `${figure.name} would be ${showNumber(figure.value, 3)} ${figure.unit}`.trim() +
          ', far from what is usual: count and measure again.',
        CALLED[id] ?? [],
      ),
    ];
  });
}
