/** The data card of a machine with a commutator: armature, marks and fields, with the armature drawn beside it. */
import { machineKind, type DirectCurrentPlan } from '@norther/core';
import { armatureRing } from '@norther/drawings';
import type { MotorFile } from '../../app/api.ts';
import { KindCard } from '../shared/kind-card.tsx';
import { useDirectCard } from './use-direct-card.ts';

const draw = (plan: DirectCurrentPlan, size: number) => armatureRing(plan, { size });

export function DirectCard({ file }: { readonly file: MotorFile }) {
  const card = useDirectCard(file, 'as-found');
  return (
    <KindCard
      file={file}
      card={card}
      plan={card.checked.plan}
      note={`as found, ${machineKind(file.motor.kind).name}`}
      line="Armature and fields, in one line"
      draw={draw}
      empty="The armature is drawn here as soon as slots, bars, poles, winding, which way the leads go, span, turns and wires are on the card."
    />
  );
}
