/** What lies behind burnt coils of a field frame. Source: common practice, no source. */
import type { FailurePattern, LikelyCause } from '../../winding/damage/index.ts';

const FIELD_ON_STANDING: LikelyCause = {
  id: 'field-on-standing',
  cause: 'The shunt field stayed on while the motor stood: no fan cools it then',
  confirmedBy: ['Whether the control lowers the field at standstill', 'Field volts at standstill'],
  change: 'Field economy or switching off in the control; a heat detector in the field.',
};
const FIELD_TOO_HIGH: LikelyCause = {
  id: 'field-volts-high',
  cause: 'Field volts above the plate, or poles in parallel that belong in series',
  confirmedBy: ['Field volts and current against the plate', 'Joints of the frame against the connection'],
  change: 'Connection and field supply as the plate says.',
};
const OVERLOAD: LikelyCause = {
  id: 'armature-overload',
  cause: 'The armature’s current was too high for long: series field and interpoles carry all of it',
  confirmedBy: ['Current at the customer’s load', 'Risers and brush springs, blue from heat'],
  change: 'Load and current limit looked at before it goes back.',
};

export const directCurrentCauses = ({ id, windings }: FailurePattern): readonly LikelyCause[] =>
  id !== 'one-winding' ? [] : windings.includes('shunt') ? [FIELD_ON_STANDING, FIELD_TOO_HIGH] : [OVERLOAD];
