/**
 * What usually lies behind a pattern, what would confirm it, and what has to change so that it does not come back.
 * Source: common practice, no source. A kind of machine adds what is its own (`MachineKind.failureCauses`).
 */
import type { FailurePattern, PatternId } from './pattern.ts';

export interface LikelyCause {
  /** Stable key; what a record names. */
  readonly id: string;
  readonly cause: string;
  /** What to look at or measure before it is believed. */
  readonly confirmedBy: readonly string[];
  /** What the customer has to change. */
  readonly change: string;
}

const cause = (id: string, words: string, confirmedBy: readonly string[], change: string): LikelyCause => ({
  id,
  cause: words,
  confirmedBy,
  change,
});

const OVERLOAD = cause(
  'overload',
  'More load than the plate allows, or blocked',
  [
    'Current at the customer’s load against the plate',
    'Setting of the overload relay',
    'What it drives: turn it by hand',
  ],
  'Set the overload relay to the plate current; free or match the driven machine.',
);
const COOLING = cause(
  'cooling',
  'Cooling blocked, or run slowly without a blower',
  [
    'Fins, screens and fan: photo as it came',
    'Speed range where a drive feeds it',
    'Air temperature where it stands',
  ],
  'Keep the air path clean; a blower of its own below half speed.',
);
const VOLTAGE = cause(
  'voltage',
  'Voltage too low or too high, or connected for the other one',
  ['Links in the terminal box against the plate', 'Volts at the terminals under load'],
  'Correct the links or the supply; within 10 % of the plate.',
);
const STARTS = cause(
  'starts',
  'Started too often, or held at standstill',
  ['Starts an hour as it is used', 'Rotor bars: darkened, cracked'],
  'Fewer starts an hour, a soft start, or a motor made for it.',
);
const SURGE = cause(
  'surge',
  'Voltage spikes: switching, lightning, or the pulses of a drive on a long cable',
  [
    'Fed by a drive? Length of the cable',
    'Black spot in the first turns, the rest sound',
    'Surge arresters and switchgear',
  ],
  'A filter at the drive or a shorter cable; wire and insulation for drive duty.',
);
const TURN_FAULT = cause(
  'turn-fault',
  'Enamel nicked when the coil was made or laid in',
  [
    'The place within the coil: crossing wires, slot corner',
    'Same reel or winder in other motors',
    'Turns of the burnt coil against the others',
  ],
  'Nothing at the customer’s: it is ours, or the last shop’s.',
);
const MISCONNECTED = cause(
  'misconnected',
  'A group reversed or with other turns',
  ['Polarity as it was joined, from the photo of the connection end', 'Count of turns in the burnt group'],
  'Nothing at the customer’s: the winding was wrong.',
);
const LAMINATION = cause(
  'lamination',
  'A burr or a loose tooth of the core has cut the liner',
  ['Core test of the day', 'The slot under good light after burn-off'],
  'Nothing at the customer’s; the core is mended before it is wound.',
);
const HALF_FED = cause(
  'half-fed',
  'Only one half was fed: a contactor of the half-winding start, or links for the other voltage',
  [
    'Second contactor and its timer',
    'Links in the terminal box',
    'Which groups belong to the leads that were fed',
  ],
  'Mend the starter; time both halves to close within the maker’s limit.',
);

/** By pattern, most likely first; those that hold for every kind of machine. */
const CAUSES: Readonly<Record<PatternId, readonly LikelyCause[]>> = {
  'one-winding': [MISCONNECTED],
  'two-windings': [],
  'half-the-coils': [HALF_FED, MISCONNECTED],
  'all-even': [OVERLOAD, COOLING, VOLTAGE, STARTS],
  'slot-exit': [
    cause(
      'movement',
      'The coil moved at the slot exit and chafed through its cuff',
      ['Ties and blocking of the overhang', 'Starts an hour', 'Length of the cuff against the others'],
      'Fewer hard starts; a soft start. Ours: longer cuff, more ties.',
    ),
    SURGE,
    TURN_FAULT,
  ],
  'in-slot': [LAMINATION, SURGE, OVERLOAD],
  'one-group': [TURN_FAULT, MISCONNECTED, SURGE],
  'one-coil': [TURN_FAULT, SURGE],
  'line-end-coil': [SURGE, TURN_FAULT],
  'between-phases': [
    cause(
      'phase-paper',
      'Phase paper shifted or missing',
      ['The paper between the two groups', 'Marks of the press or of a lead over it'],
      'Nothing at the customer’s: it is ours, or the last shop’s.',
    ),
    SURGE,
    cause(
      'contamination',
      'Oil, salt or metal dust bridged the overhang',
      ['What came off with the wipe', 'Seals and where it stands'],
      'Seal or move the motor; clean it on a schedule.',
    ),
  ],
  rubbed: [
    cause(
      'bearing',
      'A bearing failed and the rotor came down on the stator',
      ['Bearing seats, races and grease', 'Rub all round the rotor, at one place of the stator'],
      'Grease as the plate says; belt tension and alignment.',
    ),
    cause(
      'shaft',
      'Bent shaft or worn end-shield seat',
      ['Run-out of the shaft', 'Bore of both seats', 'Rub at one place of the rotor, all round the stator'],
      'Alignment and belt pull within the maker’s limit.',
    ),
  ],
  wet: [
    cause(
      'water',
      'Water came in, or condensed while it stood',
      ['Seals, gland, drain holes', 'Water line inside', 'Heater while it stands still'],
      'Open the drains, mend gland and seals, a standstill heater.',
    ),
  ],
  dirty: [COOLING],
  loose: [
    cause(
      'vibration',
      'Vibration, or a winding that was never bonded',
      ['Balance and mounting', 'Varnish in the slots when coils are pulled'],
      'Mount and align it; look for what shakes it.',
    ),
  ],
  lead: [
    cause(
      'joint',
      'A bad crimp or solder joint, or a lead too thin',
      ['The joint under the sleeve', 'Square of the lead against the current'],
      'Nothing at the customer’s, unless the terminal nut was loose: tighten to its torque.',
    ),
  ],
};

export const generalCauses = ({ id }: FailurePattern): readonly LikelyCause[] => CAUSES[id];

/** Said where a motor that lost a line comes; which windings burn is for its kind to say. */
export const LOST_LINE: LikelyCause = cause(
  'lost-line',
  'It ran on two lines: one was lost',
  [
    'Fuses, contactor tips, terminals: which line is open',
    'Which windings are sound against the lines',
    'Overload relay: does it notice a lost line?',
  ],
  'Mend the supply; a relay that trips when a line is lost.',
);
export const UNBALANCED: LikelyCause = cause(
  'unbalanced',
  'Voltages between the lines far from equal',
  ['Volts of all three pairs under load: more than 1 % apart?', 'Single-phase loads on the same supply'],
  'Balance the supply; derate the motor until it is.',
);
