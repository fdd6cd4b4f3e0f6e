/** A made-up conveyor motor that many tests share: its plate, its card, and a reading judged against both. */
import {
  checkDataCard,
  judgeTest,
  readNameplate,
  type Judgement,
  type TestKindId,
  type Typed,
} from '../src/index.ts';

export const PLATE_TYPED: Typed = {
  power: '11',
  voltage: '400',
  plateConnection: 'star',
  current: '22',
  frequency: '50',
  speed: '1455',
  insulationClass: 'F',
};
export const plate = readNameplate(PLATE_TYPED).plate;
export const card = {
  slots: '36',
  poles: '4',
  layers: '2',
  span: '1-8',
  turns: '18',
  wires: '2x1.06',
  circuits: '2',
  connection: 'star',
  endsPerLead: '2',
  starJoint: 'yes',
  jumpers: 'short',
  exitClock: '3',
  overhang: '55',
  linerFound: '0.3',
  leadsFound: '6 of 4 mm²',
  sensorsFound: 'none',
  bore: '165',
  coreLength: '150',
  backIron: '26',
  toothWidth: '7.9',
  slotArea: '180',
};
export const checked = checkDataCard(card, plate, false);

/** A reading that can be judged, or the sentence that refuses it. */
export function judged(kind: TestKindId, typed: Typed, more: object = {}): Judgement {
  const outcome = judgeTest(kind, typed, { plate, plan: checked.plan, ...more });
  if (!outcome.ok) throw new Error(outcome.findings.map((f) => f.message).join('; '));
  return outcome.judgement;
}
