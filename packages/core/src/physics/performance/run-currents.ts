/** Line currents of a run, without load and at rated load, against the plate and each other. */
import { quantity, required, type ReadingOf } from '../../language/forms/index.ts';
import {
  derive,
  finding,
  type Finding,
  given,
  lowerIsBetter,
  CP,
  judgeFigure,
  verdictOf,
  worse,
  type JudgedFigure,
  type Judgement,
  type LimitScale,
  type Verdict,
  unbalance,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { deratingFor } from './voltage-unbalance.ts';

export const RUN_FORM = [
  required(quantity('voltage', 'Line volts, U-V', 'voltage', 10, 15000)),
  required(quantity('u', 'Current U', 'current', 0, 5000)),
  required(quantity('v', 'Current V', 'current', 0, 5000)),
  required(quantity('w', 'Current W', 'current', 0, 5000)),
  quantity('voltsVW', 'Line volts V-W', 'voltage', 10, 15000, 'with the next, where the supply is in doubt'),
  quantity('voltsWU', 'Line volts W-U', 'voltage', 10, 15000),
] as const;
export type RunReading = ReadingOf<typeof RUN_FORM>;

export const ROTATING = {
  name: 'Spinning shaft',
  text: 'Guard shut, loose sleeves off, key secured or taken out. Follow local rules for machine tests.',
};

/** @returns a refusal when no phase carried a current, or the three line volts are of no one supply */
export function noCurrent({ u, v, w, voltage, voltsVW, voltsWU }: Partial<RunReading>): Finding[] {
  const found: Finding[] = [];
  if (u === 0 && v === 0 && w === 0)
    found.push(
      finding('stop', 'test.no-current', 'All three currents are zero: was the motor running?', [
        'u',
        'v',
        'w',
      ]),
    );
  if ((voltsVW === undefined) !== (voltsWU === undefined))
    found.push(
      finding(
        'stop',
        'test.volts-missing',
        'Two of the three line volts say nothing about the third: read it too.',
        [voltsVW === undefined ? 'voltsVW' : 'voltsWU'],
      ),
    );
  else if (voltage !== undefined && voltsVW !== undefined && voltsWU !== undefined) {
    const all = [voltage, voltsVW, voltsWU];
    // A wrong clip reads against earth, which is a factor of √3.
    if (Math.max(...all) > 1.3 * Math.min(...all))
      found.push(
        finding(
          'stop',
          'test.volts-of-two-kinds',
          'One of the line volts is far off the others: was it read against earth?',
          ['voltage', 'voltsVW', 'voltsWU'],
        ),
      );
  }
  return found;
}

function currentShare(n: RunReading, ratedA: number, name: string) {
  return derive(
    {
      id: 'currentShare',
      name,
      symbol: 'i',
      unit: '%',
      formula: 'i = 100 · (I_U + I_V + I_W) / (3 · I_rated)',
      source: CP,
      inputs: {
        u: given('I_U', n.u, 'A', 'read'),
        v: given('I_V', n.v, 'A', 'read'),
        w: given('I_W', n.w, 'A', 'read'),
        rated: given('I_rated', ratedA, 'A', 'plate'),
      },
      value: (x) => (100 * (x.u + x.v + x.w)) / (3 * x.rated),
    },
    true,
  );
}

function currentSpread(n: RunReading, limit: number, source: string): JudgedFigure {
  const figure = derive(
    {
      id: 'currentUnbalance',
      name: 'Current unbalance',
      symbol: 'u_I',
      unit: '%',
      formula: 'u_I = 100 · largest deviation from the mean / mean',
      source: `definition as for voltages in NEMA MG 1; ${CP}`,
      inputs: {
        u: given('I_U', n.u, 'A', 'read'),
        v: given('I_V', n.v, 'A', 'read'),
        w: given('I_W', n.w, 'A', 'read'),
      },
      value: (x) => 100 * unbalance([x.u, x.v, x.w]),
    },
    true,
  );
  return judgeFigure(
    figure,
    lowerIsBetter({ from: 0, watch: limit / 2, limit, to: 2 * limit, name: `limit ${limit} %`, source }),
  );
}

/** What a plate says of rated load; left out where it cannot be read. */
export interface RatedRun {
  readonly voltageV?: number;
  readonly currentA?: number;
}

/** Volts of the run against the plate's: nearer than 5 % it is a run, beyond 10 % it proves nothing. Common practice. */
export function voltageDoubt(
  n: { readonly voltage: number },
  plate: RatedRun,
): { readonly verdict: Verdict; readonly reasons: string[] } {
  if (!plate.voltageV)
    return {
      verdict: 'watch',
      reasons: ['The plate has no volts that can be read: nobody knows whether these are rated.'],
    };
  const off = Math.abs(n.voltage / plate.voltageV - 1);
  if (off <= 0.05) return { verdict: 'sound', reasons: [] };
  return {
    verdict: off > 0.1 ? 'stop' : 'watch',
    reasons: [
      `Run at ${showNumber(n.voltage, 3)} V, the plate says ${showNumber(plate.voltageV, 3)} V: the currents are not those of the plate${off > 0.1 ? ', and the run proves nothing' : ''}.`,
    ],
  };
}

/** Line volts as unequal as this are seen in the currents some six times over. Common practice, no source. */
const CURRENTS_PER_VOLTS = 6;

/** Unequal line volts, where all three were read: judged, and held against the currents. */
function supplyOf(
  n: RunReading,
  currentsPercent: number,
): { figure: JudgedFigure; reasons: string[] } | null {
  if (n.voltsVW === undefined || n.voltsWU === undefined) return null;
  const figure = derive(
    {
      id: 'voltageUnbalance',
      name: 'Unbalance of the line volts',
      symbol: 'u_V',
      unit: '%',
      formula: 'u_V = 100 · largest deviation from the mean / mean',
      source: 'NEMA MG 1, unbalanced voltages (from memory)',
      inputs: {
        uv: given('V_UV', n.voltage, 'V', 'read'),
        vw: given('V_VW', n.voltsVW, 'V', 'read'),
        wu: given('V_WU', n.voltsWU, 'V', 'read'),
      },
      value: (x) => 100 * unbalance([x.uv, x.vw, x.wu]),
    },
    true,
  );
  const percent = figure.value;
  const share = deratingFor(percent);
  return {
    figure: judgeFigure(
      figure,
      lowerIsBetter({
        from: 0,
        watch: 1,
        limit: 5,
        to: 8,
        name: 'limit 5 %',
        source: 'NEMA MG 1, unbalanced voltages: derated from 1 %, not run beyond 5 % (from memory)',
      }),
    ),
    reasons: [
      ...(percent > 1
        ? [
            share === null
              ? `The line volts differ by ${showNumber(percent, 2)} %: no motor is to run on such a supply.`
              : `The line volts differ by ${showNumber(percent, 2)} %: on this supply it carries ${showNumber(100 * share, 2)} % of its rated power.`,
          ]
        : []),
      ...(percent > 0.3 && currentsPercent > 2 && currentsPercent <= 1.5 * CURRENTS_PER_VOLTS * percent
        ? ['Volts this unequal explain the unequal currents: look at the supply before the winding.']
        : []),
    ],
  };
}

/** The next thing to do about what was found, and only about that. */
function nextOf(
  volts: Verdict,
  share: Verdict | undefined,
  unbalanced: Verdict | undefined,
  words: { readonly sound: string; readonly share: string },
): string {
  if (volts === 'stop') return 'Run it again at the volts of the plate.';
  if (unbalanced !== undefined && unbalanced !== 'sound')
    return 'Change two supply leads over: if the odd current stays with the supply, it is the supply; if it moves, it is the motor.';
  if (share !== undefined && share !== 'sound') return words.share;
  if (share === undefined) return 'Read the plate’s amperes, and judge the run against them.';
  return volts === 'sound' ? words.sound : 'Run it again nearer to the volts of the plate.';
}

/** What tells one kind of run from another. */
export interface RunJudgement {
  /** Of the mean current as a share of the plate's. */
  readonly name: string;
  readonly scale: LimitScale;
  /** What the share says. */
  readonly sayShare: (percent: number, verdict: Verdict) => string;
  readonly unequal: string;
  /** Most that the currents may differ [%], and who says so. */
  readonly mostUnequal: { readonly percent: number; readonly source: string };
  /** What is taken for granted, and keeps it from being sound. */
  readonly assumed?: string | null;
  readonly next: { readonly sound: string; readonly share: string };
}

/** Any run: the mean current against the plate's, the three against each other, the volts against the plate's. */
export function judgeRun(r: RunReading, plate: RatedRun, kind: RunJudgement): Judgement {
  const share = plate.currentA ? judgeFigure(currentShare(r, plate.currentA, kind.name), kind.scale) : null;
  const spread = currentSpread(r, kind.mostUnequal.percent, kind.mostUnequal.source);
  const volts = voltageDoubt(r, plate);
  const assumed = share && kind.assumed ? kind.assumed : null;
  const supply = supplyOf(r, spread.figure.value);
  const figures = [...(share ? [share] : []), spread, ...(supply ? [supply.figure] : [])];
  const doubts: Verdict[] = [volts.verdict, share && !assumed ? 'sound' : 'watch'];
  return {
    verdict: doubts.reduce(worse, verdictOf(figures)),
    figures,
    reasons: [
      share ? kind.sayShare(share.figure.value, share.verdict!) : 'The plate has no current to compare with.',
      ...(assumed ? [assumed] : []),
      ...(spread.verdict === 'sound' ? [] : [kind.unequal]),
      ...(supply?.reasons ?? []),
      ...volts.reasons,
    ],
    next: nextOf(volts.verdict, share?.verdict, spread.verdict, kind.next),
  };
}
