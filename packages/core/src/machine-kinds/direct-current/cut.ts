/** What to cut and buy for a direct-current machine: slot insulation and coils of the armature, wire of the poles. */
import {
  cutListOf,
  formerOf,
  wireToTake,
  type CutList,
  type CutSettings,
} from '../../winding/insulation/index.ts';
import type { CoreSize } from '../../winding/analysis/index.ts';
import { good, type Outcome } from '../../language/quantity/index.ts';
import type { Reel } from '../../winding/wire/index.ts';
import { POLE_WINDING_NAME } from './card.ts';
import { armatureTurnMm } from './figures.ts';
import type { DirectCurrentPlan } from './plan.ts';
import type { DirectCurrentPlate } from './plate.ts';

/** Source: as for a stator; one loop of the former is a coil between two bars: common practice, no source. */
export function cutOfDirectCurrent(
  plan: DirectCurrentPlan,
  core: CoreSize,
  plate: DirectCurrentPlate,
  stock: readonly Reel[],
  settings: CutSettings,
): Outcome<CutList> {
  const { armature, spec, turns, wires } = plan;
  const turnMm = armatureTurnMm(plan, core) ?? 0;
  const coils = armature.coilsPerSlot * spec.slots;
  const volts = plate.voltageV;
  const outcome = cutListOf(
    {
      slots: spec.slots,
      usedSlots: spec.slots,
      sharedSlots: spec.slots,
      between: 'Separator between upper and lower side',
      groups: spec.slots,
      widestGroup: armature.coilsPerSlot,
      meanPitch: armature.slotPitch,
      leads: plan.fields.windings.length * 2,
      endsPerLead: 1,
      amperesPerLead: plate.currentA ?? 0,
      meanTurnMeasured: plan.meanTurnMeasured,
      parts: [
        {
          name: 'Armature',
          wires,
          coilEnds: 2 * coils,
          endsOf: 'coil',
          former: (base) =>
            formerOf(
              {
                slots: spec.slots,
                meanPitch: armature.slotPitch,
                gangs: armature.coilsPerSlot,
                coils: [{ pitch: armature.slotPitch, turns, turnMm }],
              },
              { ...base, meanTurnMm: turnMm },
            ),
          lengthM: (more) => (coils * turns * (turnMm + more)) / 1000,
        },
      ],
    },
    core,
    {
      ...(volts ? { volts } : {}),
      ...(plate.insulationClass ? { insulationClass: plate.insulationClass } : {}),
    },
    stock,
    settings,
  );
  if (!outcome.ok) return outcome;
  const poleWire = plan.fields.windings.flatMap((w) => {
    const coil = plan.poleCoils[w];
    if (!coil?.meanTurnMm) return [];
    const count = plan.fields.groups.filter((g) => g.phase === w).length;
    const metres = (count * coil.turns * coil.meanTurnMm) / 1000;
    return wireToTake(coil.wires, metres, stock, settings.wireAllowance).map((need) => ({
      ...need,
      of: POLE_WINDING_NAME[w],
    }));
  });
  return good({ ...outcome.value, wire: [...outcome.value.wire, ...poleWire] }, outcome.findings);
}
