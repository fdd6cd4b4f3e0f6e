/** Finds what on a universal motor's card is missing, wrong, or contradicts itself. Source: leads shifted with the rotation, equal slots of a lap, bounds of ohms: common practice, no source. */
import { ohmAt } from '../../physics/electrical/index.ts';
import { readForm, type Typed } from '../../language/forms/index.ts';
import type { Nameplate } from '../../winding/nameplate/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { checkUnread } from '../check-unread.ts';
import { leadPlace, type DirectCurrentCard, type DirectCurrentPlan } from '../direct-current/index.ts';
import { layArmature, readDirectCurrentCard } from '../direct-current/card.ts';
import { checkCounts, checkFigures, checkOhms } from '../direct-current/check-card.ts';
import { directCurrentPlan } from '../direct-current/plan.ts';
import { type ShopDefaults, missingFields } from '../../winding/machine/index.ts';
import { UNIVERSAL_CARD, UNIVERSAL_MOMENTS } from './card-fields.ts';
import { UNIVERSAL_PLATE, type UniversalPlate } from './plate.ts';

export const UNIVERSAL_ID = 'universal';

/** Its armature as the general one: two poles, a lap, each coil from its bar to the next. */
export const asArmatureCard = (typed: Typed): Typed => ({ ...typed, poles: '2', winding: 'lap', plex: '1' });

export function universalPlan(
  typed: Typed,
  plate: UniversalPlate,
  shop: ShopDefaults,
  working: boolean,
): { readonly plan: DirectCurrentPlan | null; readonly findings: readonly Finding[] } {
  const { card } = readDirectCurrentCard(asArmatureCard(typed));
  const { laid, findings } = layArmature(card);
  if (!laid) return { plan: null, findings };
  const plan = directCurrentPlan(laid, card, plate, shop.analysis ?? {}, working);
  // Its lines, key and walk are made when they are asked for: the plan is changed, not copied.
  return { plan: Object.defineProperty(plan, 'machine', { value: UNIVERSAL_ID }), findings };
}

/** Everything a view shows beside the card. Never throws for what was typed. */
export function checkUniversalCard(
  typed: Typed,
  named: Nameplate,
  working = true,
  shop: ShopDefaults = {},
): DirectCurrentCard {
  const plate = named as UniversalPlate;
  const read = readDirectCurrentCard(asArmatureCard(typed));
  const own = readForm(UNIVERSAL_CARD, typed);
  const { plan, findings } = universalPlan(typed, plate, shop, working);
  // One field read by both forms is doubted once.
  const doubted = new Set(own.findings.flatMap((f) => f.fields));
  const found: Finding[] = [
    ...own.findings,
    ...read.findings.filter((f) => !f.fields.some((id) => doubted.has(id))),
    ...findings,
    ...checkUnread(plate, UNIVERSAL_PLATE, ['voltage', 'current', 'speed', 'frequency']),
    ...checkCounts(read.card),
    ...checkBars(read.card.spec?.slots, read.card.spec?.bars),
    ...checkInsulation(typed, plate),
    ...(plan
      ? [
          ...checkShift(plan, own.numbers, read.card, plate),
          ...checkOhms(plan, read.card),
          ...checkFieldOhms(plan, own.numbers),
          ...checkFigures(plan),
        ]
      : []),
  ];
  const missing = missingFields(UNIVERSAL_MOMENTS, UNIVERSAL_CARD, typed);
  return {
    machine: UNIVERSAL_ID,
    commutator: true,
    typed,
    card: read.card,
    plan,
    findings: found,
    missing,
    moments: UNIVERSAL_MOMENTS,
    complete: missing.length === 0 && !found.some((f) => f.severity === 'stop'),
  };
}

function checkBars(slots: number | undefined, bars: number | undefined): Finding[] {
  if (!slots || !bars || bars < slots || bars % slots === 0) return [];
  const below = Math.floor(bars / slots) * slots;
  return [
    finding(
      'stop',
      'card.bars-not-multiple',
      `${bars} bars on ${slots} slots: a lap of a hand tool has every slot alike, so ${below} or ${below + slots} bars. Count both again.`,
      ['bars', 'slots'],
    ),
  ];
}

function checkInsulation(typed: Typed, plate: UniversalPlate): Finding[] {
  if (plate.doubleInsulated !== true || (typed['sleeve'] ?? '') !== 'none') return [];
  return [
    finding(
      'watch',
      'card.no-sleeve',
      'The plate has two squares, the card says that there is no sleeve between shaft and core: look again, the second insulation lies there or in the housing.',
      ['sleeve', 'doubleInsulated'],
    ),
  ];
}

/** Where leads are shifted for one rotation, they go with it; off by more than a bar is another shift, or another slot. */
function checkShift(
  { spec, armature }: DirectCurrentPlan,
  numbers: Readonly<Record<string, number>>,
  card: DirectCurrentCard['card'],
  plate: UniversalPlate,
): Finding[] {
  const shift = numbers['leadShift'];
  const found: Finding[] = [];
  if (shift !== undefined && shift > 0 && plate.bothWays)
    found.push(
      finding(
        'watch',
        'card.shift-both-ways',
        `Leads shifted by ${shift} bars, and the plate says both ways: shifted leads spark in one of them.`,
        ['leadShift', 'turns'],
      ),
    );
  if (shift === undefined || card.firstBar === undefined || card.barFromSlotDeg === null || !plate.turns)
    return found;
  const place = leadPlace({
    slots: spec.slots,
    bars: spec.bars,
    slotPitch: armature.slotPitch,
    commutatorPitchBars: armature.commutatorPitchBars,
    brushFromPoleDeg: card.brushFromPoleDeg ?? 0,
    barOneFromSlotOneDeg: card.barFromSlotDeg,
  });
  const way = plate.turns === 'clockwise' ? 1 : -1;
  const at = (n: number) => ((((n - 1) % spec.bars) + spec.bars) % spec.bars) + 1;
  const apart = (n: number) => {
    const d = Math.abs(card.firstBar! - at(n));
    return Math.min(d, spec.bars - d);
  };
  const [right, wrong] = [place.startBar + way * shift, place.startBar - way * shift];
  if (apart(right) <= 1) return found;
  if (shift > 1 && apart(wrong) <= 1)
    found.push(
      finding(
        'stop',
        'card.shift-against-rotation',
        `Coil 1 on bar ${card.firstBar} is shifted against the rotation: with it, it would be bar ${at(right)}. Wound so it sparks hard; look at the marks, and which end it was seen from.`,
        ['firstBar', 'leadShift', 'turns'],
      ),
    );
  else
    found.push(
      finding(
        'watch',
        'card.shift-does-not-fit',
        `Coil 1 on bar ${card.firstBar}; by ${shift} bars from the neutral with the rotation it would be bar ${at(right)}. Look at the marks again.`,
        ['firstBar', 'leadShift', 'barFromSlot'],
      ),
    );
  return found;
}

function checkFieldOhms(
  { figures }: DirectCurrentPlan,
  numbers: Readonly<Record<string, number>>,
): Finding[] {
  const { seriesOhm, ohmTemperature = 20 } = numbers;
  const planned = figures.seriesOhm20?.value;
  if (!seriesOhm || !planned) return [];
  const off = Math.abs(Math.log(ohmAt(seriesOhm, ohmTemperature, 20) / planned));
  return off <= Math.log(1.1)
    ? []
    : [
        finding(
          off > Math.log(1.3) ? 'stop' : 'watch',
          'card.field-ohms',
          `Field: ${showNumber(seriesOhm, 3)} Ω measured, ${showNumber(planned, 3)} Ω at 20 °C by turns and wire of both coils. Count turns, measure wire and ohms again.`,
          ['seriesOhm', 'seriesTurns', 'seriesWires'],
        ),
      ];
}
