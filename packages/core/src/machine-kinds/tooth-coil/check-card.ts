/** Finds what on the card of a motor with coils on teeth is missing, wrong, or contradicts itself. */
import { ohmAt } from '../../physics/electrical/index.ts';
import type { Typed } from '../../language/forms/index.ts';
import type { Nameplate } from '../../winding/nameplate/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { type CheckedCard, type ShopDefaults, missingFields } from '../../winding/machine/index.ts';
import { checkUnread } from '../check-unread.ts';
import { TOOTH_COIL_CARD, TOOTH_COIL_MOMENTS } from './card-fields.ts';
import { layTeeth, readToothCoilCard, type ToothCoilCardData } from './card.ts';
import { TOOTH_COIL_ID, toothCoilPlan, type ToothCoilPlan } from './plan.ts';
import { TOOTH_COIL_PLATE, type ToothCoilPlate } from './plate.ts';

export interface ToothCoilCard extends CheckedCard {
  readonly machine: typeof TOOTH_COIL_ID;
  readonly plan: ToothCoilPlan | null;
  readonly card: ToothCoilCardData;
}

/** Everything a view shows beside the card. Never throws for what was typed. */
export function checkToothCoilCard(
  typed: Typed,
  named: Nameplate,
  working = true,
  _shop: ShopDefaults = {},
): ToothCoilCard {
  const plate = named as ToothCoilPlate;
  const { card, findings } = readToothCoilCard(typed);
  const { laid, findings: unlaid } = layTeeth(card);
  const plan = laid && toothCoilPlan(laid, card, plate, working);
  const found: Finding[] = [
    ...findings,
    ...unlaid,
    ...checkUnread(plate, TOOTH_COIL_PLATE, ['voltage', 'current', 'speed', 'emfConstant']),
    ...checkRotor(card),
    ...(plan ? [...checkPull(plan), ...checkOhms(plan, card), ...checkEmf(card, plate)] : []),
  ];
  const missing = missingFields(TOOTH_COIL_MOMENTS, TOOTH_COIL_CARD, typed);
  return {
    machine: TOOTH_COIL_ID,
    typed,
    card,
    plan,
    findings: found,
    missing,
    moments: TOOTH_COIL_MOMENTS,
    complete: missing.length === 0 && !found.some((f) => f.severity === 'stop'),
  };
}

/** The card as that of a motor with coils on teeth; null where it is of another kind, or there is none. */
export const asToothCoil = (card: CheckedCard | null | undefined): ToothCoilCard | null =>
  card?.machine === TOOTH_COIL_ID ? (card as ToothCoilCard) : null;

function checkRotor({ numbers }: ToothCoilCardData): Finding[] {
  const { magnets, poles } = numbers;
  return magnets && poles && magnets % poles !== 0
    ? [
        finding(
          'watch',
          'card.magnets-not-even',
          `${magnets} magnets do not part into ${poles} equal poles: count the magnets, or the poles by the needle, again.`,
          ['magnets', 'poles'],
        ),
      ]
    : [];
}

function checkPull({ row }: ToothCoilPlan): Finding[] {
  const found: Finding[] = [];
  if (row.pullAtNoLoad)
    found.push(
      finding(
        'note',
        'card.pulls',
        `${row.slots} teeth and ${row.poles} poles pull to one side: bearings and shaft carry it, and it hums. The maker chose it so; count again if it was not expected.`,
        ['slots', 'poles'],
      ),
    );
  if (row.windingFactor !== null && row.windingFactor < 0.5)
    found.push(
      finding(
        'watch',
        'card.low-factor',
        `A winding factor of ${showNumber(row.windingFactor, 2)} is very low: count teeth and poles again.`,
        ['slots', 'poles'],
      ),
    );
  return found;
}

function checkOhms(plan: ToothCoilPlan, { numbers }: ToothCoilCardData): Finding[] {
  const { lineOhm, ohmTemperature = 20 } = numbers;
  const planned = plan.figures.lineOhm20;
  if (!lineOhm || !planned) return [];
  const off = Math.abs(Math.log(ohmAt(lineOhm, ohmTemperature, 20) / planned.value));
  const [watch, stop] = plan.meanTurnMeasured ? [0.1, 0.3] : [0.25, 0.6];
  return off <= Math.log(1 + watch)
    ? []
    : [
        finding(
          off > Math.log(1 + stop) ? 'stop' : 'watch',
          'card.line-ohms',
          `${showNumber(lineOhm, 3)} Ω measured lead to lead, ${showNumber(planned.value, 3)} Ω at 20 °C by turns and wire. Count turns and circuits, measure wire and ohms again.`,
          ['lineOhm', 'turns', 'wires', 'circuits', 'connection'],
        ),
      ];
}

/** A driven motor does not induce much else than its plate says; common practice, no source. */
const EMF_OFF = 0.1;

function checkEmf({ numbers }: ToothCoilCardData, plate: ToothCoilPlate): Finding[] {
  const { emfMeasured } = numbers;
  if (!emfMeasured || !plate.emfConstantV) return [];
  const off = emfMeasured / plate.emfConstantV - 1;
  return Math.abs(off) <= EMF_OFF
    ? []
    : [
        finding(
          'watch',
          'card.emf-off-plate',
          `${showNumber(emfMeasured, 3)} V at 1000 rpm, the plate says ${showNumber(plate.emfConstantV, 3)}: ${off < 0 ? 'magnets have lost some of their strength, or a coil is out' : 'is it line to line, rms?'}`,
          ['emfMeasured', 'emfConstant'],
        ),
      ];
}
