/** The data card of a single-phase motor: main and start winding, with the drawing beside it and the checks under it. */
import type { SinglePhasePlan } from '@norther/core';
import { singlePhaseBore } from '@norther/drawings';
import type { MotorFile } from '../../app/api.ts';
import { KindCard } from '../shared/kind-card.tsx';
import { useSingleCard } from './use-single-card.ts';

const draw = (plan: SinglePhasePlan, size: number) => singlePhaseBore(plan, { size });

export function SingleCard({ file }: { readonly file: MotorFile }) {
  const card = useSingleCard(file, 'as-found');
  return (
    <KindCard
      file={file}
      card={card}
      plan={card.checked.plan}
      note="as found, single-phase"
      line="Both windings, in one line"
      draw={draw}
      legend={['outside, solid: main winding', 'inside, double: start winding']}
      empty="Both windings are drawn here as soon as slots, poles, spans, turns and wires of each, and the first slot of the start winding, are on the card."
    />
  );
}
