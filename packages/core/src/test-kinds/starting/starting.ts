/** What brings the start winding in and takes it out: the capacitors measured, the switch tried. */
import { choice, quantity, required, type ReadingOf } from '../../language/forms/index.ts';
import { hasSwitch, runsWithCapacitor, type SinglePhasePlate } from '../../machine-kinds/index.ts';
import {
  CP,
  derive,
  finding,
  given,
  judgeFigure,
  verdictOf,
  worse,
  type Finding,
  type JudgedFigure,
  type Judgement,
  type LimitScale,
  type Verdict,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest, type TestContext } from '../define-test.ts';

const FORM = [
  quantity('startCapacitor', 'Start capacitor, measured', 'capacitance', 0, 10000),
  quantity('runCapacitor', 'Run capacitor, measured', 'capacitance', 0, 1000),
  required(
    choice('switch', 'Starting switch', {
      works: 'closed at rest, opens running up',
      welded: 'does not open',
      open: 'does not close at rest',
      none: 'there is none',
    }),
  ),
] as const;
type Reading = ReadingOf<typeof FORM>;

/** Tolerance of metallised run capacitors ±5 %, of electrolytic start capacitors −0/+20 %, wider in use: common practice. */
const scaleOf = (kind: 'start' | 'run'): LimitScale => {
  const [low, watchLow, watchHigh, high] = kind === 'run' ? [-15, -8, 8, 15] : [-20, -10, 25, 40];
  return {
    from: -60,
    to: 60,
    kind: 'linear',
    bands: [
      { from: -60, to: low!, verdict: 'stop' },
      { from: low!, to: watchLow!, verdict: 'watch' },
      { from: watchLow!, to: watchHigh!, verdict: 'sound' },
      { from: watchHigh!, to: high!, verdict: 'watch' },
      { from: high!, to: 60, verdict: 'stop' },
    ],
    limits: [
      { at: low!, name: `${low} %` },
      { at: high!, name: `+${high} %` },
    ],
    source: CP,
  };
};

/** @returns a refusal of a capacitor that the reading leaves out although the plate has it */
function leftOut(reading: Partial<Reading>, { plate }: TestContext): Finding[] {
  const of = plate as SinglePhasePlate;
  return (['startCapacitor', 'runCapacitor'] as const).flatMap((id) => {
    const wanted = id === 'startCapacitor' ? of.startCapacitorUf : of.runCapacitorUf;
    return wanted !== undefined && reading[id] === undefined
      ? [
          finding(
            'stop',
            'test.capacitor-not-measured',
            `The plate has a ${id === 'startCapacitor' ? 'start' : 'run'} capacitor of ${wanted} µF: measure it, discharged and off its leads.`,
            [id],
          ),
        ]
      : [];
  });
}

function judge(reading: Reading, { plate: named }: TestContext): Judgement {
  const plate = named as SinglePhasePlate;
  const figures: JudgedFigure[] = [];
  const reasons: string[] = [];
  const doubts: Verdict[] = [];
  let next = '';
  const doubt = (verdict: Verdict, reason: string, then: string) => {
    doubts.push(verdict);
    reasons.push(reason);
    if (!next) next = then;
  };
  /** What is right beside a doubt is said too. */
  const well: string[] = [];
  const capacitor = (kind: 'start' | 'run', measured: number | undefined, stated: number | undefined) => {
    if (measured === undefined) return;
    if (stated === undefined)
      return doubt(
        'watch',
        `The plate does not say what the ${kind} capacitor is to be: ${showNumber(measured, 3)} µF is kept, not judged.`,
        'Read the can, and write its µF on the plate.',
      );
    const figure = derive(
      {
        id: `${kind}Capacitor`,
        name: `${kind === 'start' ? 'Start' : 'Run'} capacitor against the plate`,
        symbol: 'ΔC',
        unit: '%',
        formula: 'ΔC = 100 · (C / C_plate − 1)',
        source: CP,
        inputs: {
          c: given('C', measured, 'µF', 'measured'),
          plate: given('C_plate', stated, 'µF', 'plate'),
        },
        value: (v) => 100 * (v.c / v.plate - 1),
      },
      true,
    );
    const judged = judgeFigure(figure, scaleOf(kind));
    figures.push(judged);
    if (judged.verdict === 'sound') return void well.push(`The ${kind} capacitor is within its tolerance.`);
    doubt(
      judged.verdict!,
      measured === 0
        ? `The ${kind} capacitor measures nothing: it is open.`
        : figure.value < 0
          ? `The ${kind} capacitor has lost ${showNumber(-figure.value, 2)} % of its capacitance.`
          : `The ${kind} capacitor is ${showNumber(figure.value, 2)} % over what the plate says: is it the right one?`,
      `Fit another ${kind} capacitor of ${showNumber(stated, 3)} µF for the same volts.`,
    );
  };
  capacitor('start', reading.startCapacitor, plate.startCapacitorUf);
  capacitor('run', reading.runCapacitor, plate.runCapacitorUf);
  const wanted = hasSwitch(plate.starts);
  if (reading.switch === 'welded')
    doubt(
      'stop',
      'The switch does not open: the start winding stays on and burns.',
      'Replace or free the switch, and try it again.',
    );
  else if (reading.switch === 'open')
    doubt(
      'stop',
      'The switch does not close at rest: the motor hums and does not start.',
      'Clean or replace the contacts, and try it again.',
    );
  else if (plate.starts && (reading.switch === 'none') === wanted)
    doubt(
      wanted ? 'stop' : 'watch',
      wanted
        ? 'A motor that starts like this has a switch, and none was found.'
        : 'A motor with a permanent capacitor alone has no switch, and one was found: is the plate right?',
      wanted
        ? 'Look for the switch, or for a relay in its place.'
        : 'Read again how it starts, on plate and leads.',
    );
  else if (!plate.starts)
    doubt(
      'watch',
      'The plate does not say how the motor starts, so the switch is not judged.',
      'Say on the plate how it starts.',
    );
  return {
    verdict: doubts.reduce(worse, verdictOf(figures)),
    figures,
    reasons:
      reasons.length > 0
        ? [...reasons, ...well]
        : [
            figures.length > 0
              ? 'Capacitance and switch are as they must be.'
              : runsWithCapacitor(plate.starts)
                ? 'The switch is as it must be.'
                : 'The switch is as it must be; there is no capacitor.',
          ],
    next: next || 'Tie the leads down; go on to the run.',
  };
}

export const starting = defineTest({
  id: 'starting',
  title: 'Switch and capacitor',
  body: 'rotor',
  form: FORM,
  stages: ['incoming', 'final'],
  caution: {
    name: 'Stored charge',
    text: 'A capacitor keeps its charge with the motor unplugged: discharge it through a resistor, then short it, before anybody touches it. Electrolytic cans can burst.',
  },
  check: leftOut,
  hookUp: {
    instrument: 'capacitance meter',
    clips: [
      { name: 'meter', to: ['capacitor, discharged'] },
      { name: 'ohmmeter', to: ['switch'] },
    ],
    words: 'Capacitor off its leads and discharged through a resistor. Try the switch at rest and by hand.',
  },
  judge,
  nominal: ({ plate: named }) => {
    const { startCapacitorUf: start, runCapacitorUf: run, starts } = named as SinglePhasePlate;
    if (start === undefined && run === undefined) return null;
    return {
      typed: {
        ...(start === undefined ? {} : { startCapacitor: String(start) }),
        ...(run === undefined ? {} : { runCapacitor: String(run) }),
        switch: hasSwitch(starts) ? 'works' : 'none',
      },
      expected: true,
    };
  },
  expected: ({ plate: named }) => {
    const plate = named as SinglePhasePlate;
    const said = [
      plate.startCapacitorUf === undefined ? null : `start ${showNumber(plate.startCapacitorUf, 3)} µF`,
      plate.runCapacitorUf === undefined ? null : `run ${showNumber(plate.runCapacitorUf, 3)} µF`,
    ].filter((x) => x !== null);
    return said.length > 0 ? `by the plate ${said.join(', ')}` : null;
  },
  examples: {
    sound: {
      typed: { startCapacitor: '84', switch: 'works' },
      plate: { starts: 'capacitor-start', startCapacitorUf: 80 } as SinglePhasePlate,
    },
    stop: {
      typed: { startCapacitor: '84', switch: 'welded' },
      plate: { starts: 'capacitor-start', startCapacitorUf: 80 } as SinglePhasePlate,
    },
  },
});
