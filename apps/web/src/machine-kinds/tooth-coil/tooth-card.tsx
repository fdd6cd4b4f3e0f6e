/** The data card of a motor with coils on teeth, with the stator drawn beside it. */
import type { ToothCoilPlan } from '@norther/core';
import { toothRing } from '@norther/drawings';
import type { MotorFile } from '../../app/api.ts';
import { KindCard } from '../shared/kind-card.tsx';
import { useToothCard } from './use-tooth-card.ts';

const draw = (plan: ToothCoilPlan, size: number) => toothRing(plan, { size });

export function ToothCard({ file }: { readonly file: MotorFile }) {
  const card = useToothCard(file, 'as-found');
  return (
    <KindCard
      file={file}
      card={card}
      plan={card.checked.plan}
      note="as found, brushless"
      line="The winding, in one line"
      draw={draw}
      empty="The stator is drawn here as soon as teeth, poles, turns, wires and star or delta are on the card."
    />
  );
}
