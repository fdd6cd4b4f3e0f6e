/** What to cut and buy for a single-phase stator: a former of its own for each winding, and paper between them in a slot. */
import { cutListOf, formerOf, type CutList, type CutSettings } from '../../winding/insulation/index.ts';
import type { CoreSize } from '../../winding/analysis/index.ts';
import type { Outcome } from '../../language/quantity/index.ts';
import type { Reel } from '../../winding/wire/index.ts';
import type { Branch } from './concentric-branch.ts';
import { BRANCHES } from './connection.ts';
import type { SinglePhasePlan } from './plan.ts';
import type { SinglePhasePlate } from './plate.ts';
import { branchLengthM, meanPitchOf, turnOfCoilMm } from './turn-length.ts';

/** Groups follow each other unbroken, so a group is wound in one go. */
const ENDS_A_GROUP = 2;

const slotsOf = ({ coils }: Branch) => new Set(coils.flatMap((c) => [c.firstSlot, c.secondSlot]));
const turnsOf = ({ coils }: Branch) => coils.reduce((n, c) => n + c.turns, 0);

/**
 * Source: as for a three-phase winding; that main lies under start with paper between: common practice, no source.
 */
export function cutOfSinglePhase(
  plan: SinglePhasePlan,
  core: CoreSize,
  plate: SinglePhasePlate,
  measured: Pick<CutSettings, 'standOutMm' | 'trialStandOutMm'>,
  stock: readonly Reel[],
  settings: CutSettings,
): Outcome<CutList> {
  const [main, start] = [slotsOf(plan.main), slotsOf(plan.start)];
  const mean = meanPitchOf(plan.main);
  // Of two coils of one winding in a slot both are of one phase: no paper lies between them.
  const shared = [...main].filter((slot) => start.has(slot)).length;
  const volts = plate.voltageV;
  return cutListOf(
    {
      slots: plan.slots,
      usedSlots: new Set([...main, ...start]).size,
      sharedSlots: shared,
      between: 'Separator between the windings',
      groups: plan.groups.length,
      widestGroup: Math.max(plan.main.pitches.length, plan.start.pitches.length),
      meanPitch: Math.max(...plan.main.pitches, ...plan.start.pitches),
      leads: BRANCHES.reduce((n, b) => n + plan.connection.leads[b].length, 0),
      endsPerLead: 1,
      amperesPerLead: plate.currentA ?? 0,
      meanTurnMeasured: plan.meanTurnMeasured,
      parts: BRANCHES.map((id) => {
        const branch = plan[id];
        const turnMm = (pitch: number) => turnOfCoilMm(pitch, plan.slots, core, mean) ?? 0;
        const widestFirst = branch.pitches
          .map((pitch, i) => ({ pitch, turns: branch.turns[i]!, turnMm: turnMm(pitch) }))
          .toSorted((a, b) => b.pitch - a.pitch);
        const own = meanPitchOf(branch);
        return {
          name: id === 'main' ? 'Main' : 'Start',
          wires: plan[`${id}Wires`],
          coilEnds: ENDS_A_GROUP * branch.poles,
          endsOf: 'group wound in one go',
          former: (base) =>
            formerOf(
              { slots: plan.slots, meanPitch: own, gangs: branch.poles, coils: widestFirst },
              { ...base, meanTurnMm: turnMm(own) },
            ),
          lengthM: (more) => (branchLengthM(branch, plan, core) ?? 0) + (turnsOf(branch) * more) / 1000,
        };
      }),
    },
    core,
    {
      ...(volts ? { volts } : {}),
      ...(plate.insulationClass ? { insulationClass: plate.insulationClass } : {}),
    },
    stock,
    { ...settings, ...measured },
  );
}
