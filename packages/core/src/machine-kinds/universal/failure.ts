/** What lies behind a burnt hand tool. Source: common practice, no source. */
import type { FailurePattern, LikelyCause } from '../../winding/damage/index.ts';

const STALLED: LikelyCause = {
  id: 'tool-stalled',
  cause: 'Held down until it stood: no air, the full short-circuit current',
  confirmedBy: ['Both coils of the field brown all over', 'Commutator blue under the brushes'],
  change: 'How it is used; an overload switch that works.',
};
const DUST: LikelyCause = {
  id: 'tool-dust',
  cause: 'Conducting dust drawn through the motor: it wears the ends of the coils and tracks across',
  confirmedBy: ['Bright or worn wire on the side where the air comes in', 'Dust in the housing'],
  change: 'Filters, blowing out; a coat over the end turns.',
};

export const universalCauses = ({ id }: FailurePattern): readonly LikelyCause[] =>
  id === 'one-winding' ? [STALLED, DUST] : [];
