/** Line currents of a run, without load and at rated load, against the plate and each other. */
import { quantity } from '../fields/index.ts';
import {
  derive,
  finding,
  type Finding,
  given,
  lowerIsBetter,
  type LimitScale,
  CP,
  judgeFigure,
  verdictOf,
  worse,
  type JudgedFigure,
  type Judgement,
  type Verdict,
  unbalance,
} from '../quantity/index.ts';
import { showNumber } from '../units/index.ts';

export const RUN_FIELDS = [
  quantity('voltage', 'Line voltage', 'voltage', 10, 15000),
  quantity('u', 'Current U', 'current', 0, 5000),
  quantity('v', 'Current V', 'current', 0, 5000),
  quantity('w', 'Current W', 'current', 0, 5000),
] as const;

type Numbers = Readonly<Record<string, number>>;
interface RunContext {
  readonly currentA?: number;
  readonly voltageV?: number;
  readonly poles?: number;
}

/** @returns a refusal when no phase carried a current */
export function doubtRun({ u, v, w }: Numbers): Finding[] {
  if (u !== 0 || v !== 0 || w !== 0) return [];
  return [
    finding('stop', 'test.no-current', 'All three currents are zero: was the motor running?', [
      'u',
      'v',
      'w',
    ]),
  ];
}

function share(n: Numbers, ratedA: number, name: string) {
  return derive(
    {
      id: 'currentShare',
      name,
      symbol: 'i',
      unit: '%',
      formula: 'i = 100 · (I_U + I_V + I_W) / (3 · I_rated)',
      source: CP,
      inputs: {
        u: given('I_U', n['u']!, 'A', 'read'),
        v: given('I_V', n['v']!, 'A', 'read'),
        w: given('I_W', n['w']!, 'A', 'read'),
        rated: given('I_rated', ratedA, 'A', 'plate'),
      },
      value: (x) => (100 * (x.u + x.v + x.w)) / (3 * x.rated),
    },
    true,
  );
}

function spread(n: Numbers): JudgedFigure {
  const figure = derive(
    {
      id: 'currentUnbalance',
      name: 'Current unbalance',
      symbol: 'u_I',
      unit: '%',
      formula: 'u_I = 100 · largest deviation from the mean / mean',
      source: `definition as for voltages in NEMA MG 1; ${CP}`,
      inputs: {
        u: given('I_U', n['u']!, 'A', 'read'),
        v: given('I_V', n['v']!, 'A', 'read'),
        w: given('I_W', n['w']!, 'A', 'read'),
      },
      value: (x) => 100 * unbalance([x.u, x.v, x.w]),
    },
    true,
  );
  return judgeFigure(
    figure,
    lowerIsBetter({ from: 0, watch: 5, limit: 10, to: 20, name: 'limit 10 %', source: CP }),
  );
}

/** Volts of the run against the plate's: nearer than 5 % it is a run, beyond 10 % it proves nothing. Common practice. */
function voltageDoubt(
  n: Numbers,
  context: RunContext,
): { readonly verdict: Verdict; readonly reasons: string[] } {
  if (!context.voltageV)
    return {
      verdict: 'watch',
      reasons: ['The plate has no volts that can be read: nobody knows whether these are rated.'],
    };
  const off = Math.abs(n['voltage']! / context.voltageV - 1);
  if (off <= 0.05) return { verdict: 'sound', reasons: [] };
  return {
    verdict: off > 0.1 ? 'stop' : 'watch',
    reasons: [
      `Run at ${showNumber(n['voltage']!, 3)} V, the plate says ${showNumber(context.voltageV, 3)} V: the currents are not those of the plate${off > 0.1 ? ', and the run proves nothing' : ''}.`,
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

function noLoadScale(poles: number | undefined): LimitScale {
  // Two and four poles 20–45 %, six to eight 30–60 %, more 40–75 %: common practice, no source.
  const [low, high] = !poles || poles <= 4 ? [20, 45] : poles <= 8 ? [30, 60] : [40, 75];
  return {
    from: 0,
    to: 120,
    kind: 'linear',
    bands: [
      { from: 0, to: low, verdict: 'watch' },
      { from: low, to: high, verdict: 'sound' },
      { from: high, to: high + 20, verdict: 'watch' },
      { from: high + 20, to: 120, verdict: 'stop' },
    ],
    limits: [{ at: high + 20, name: `limit ${high + 20} %` }],
    source: CP,
  };
}

export function judgeNoLoad(
  n: Numbers,
  _t: Readonly<Record<string, string>>,
  context: RunContext,
): Judgement {
  const figures: JudgedFigure[] = [];
  const reasons: string[] = [];
  if (context.currentA) {
    const figure = share(n, context.currentA, 'No-load current of the plate’s');
    figures.push(judgeFigure(figure, noLoadScale(context.poles)));
    if (figures[0]!.verdict === 'stop')
      reasons.push('Far too much magnetising current: turns or circuits wrong, or delta where star belongs.');
    else if (figures[0]!.verdict === 'watch')
      reasons.push(
        figure.value > 40
          ? 'High for this number of poles: few turns, a wide gap or a tired core.'
          : 'Low for this number of poles: star where delta belongs, or too many turns.',
      );
    else reasons.push(`${showNumber(figure.value, 3)} % of the plate’s current, usual for this kind.`);
  } else reasons.push('The plate has no current to compare with.');
  const polesVerdict: Verdict[] = [];
  if (!context.poles && context.currentA) {
    polesVerdict.push('watch');
    reasons.push('Nobody has said how many poles it has: two or four are assumed, which draw the least.');
  }
  const unbalanced = spread(n);
  figures.push(unbalanced);
  if (unbalanced.verdict !== 'sound')
    reasons.push('The currents differ: a reversed coil or group, unequal circuits, or unequal supply volts.');
  const volts = voltageDoubt(n, context);
  reasons.push(...volts.reasons);
  const verdict = [volts.verdict, context.currentA ? 'sound' : 'watch', ...polesVerdict].reduce<Verdict>(
    (a, b) => worse(a, b as Verdict),
    verdictOf(figures),
  );
  return {
    verdict,
    figures,
    reasons,
    next: nextOf(volts.verdict, context.currentA ? figures[0]!.verdict : undefined, unbalanced.verdict, {
      sound: 'Go on to the load run.',
      share: 'Compare turns, circuits and connection with the card; then measure the gap and the core.',
    }),
  };
}

export function judgeFullLoad(
  n: Numbers,
  _t: Readonly<Record<string, string>>,
  context: RunContext,
): Judgement {
  const figures: JudgedFigure[] = [];
  const reasons: string[] = [];
  if (context.currentA) {
    const figure = share(n, context.currentA, 'Full-load current of the plate’s');
    figures.push(
      judgeFigure(figure, {
        from: 60,
        to: 140,
        kind: 'linear',
        bands: [
          { from: 60, to: 85, verdict: 'watch' },
          { from: 85, to: 103, verdict: 'sound' },
          { from: 103, to: 110, verdict: 'watch' },
          { from: 110, to: 140, verdict: 'stop' },
        ],
        limits: [{ at: 110, name: 'limit 110 %' }],
        source: CP,
      }),
    );
    reasons.push(
      figures[0]!.verdict === 'stop'
        ? `${showNumber(figure.value, 3)} % of the plate’s current: the winding is not the one the plate was made for, or the load is more than rated.`
        : figure.value < 85
          ? `Only ${showNumber(figure.value, 3)} % of the plate’s current: was it at rated load?`
          : `${showNumber(figure.value, 3)} % of the plate’s current at rated load.`,
    );
  } else reasons.push('The plate has no current to compare with.');
  const unbalanced = spread(n);
  figures.push(unbalanced);
  if (unbalanced.verdict !== 'sound') reasons.push('The currents differ under load.');
  const volts = voltageDoubt(n, context);
  reasons.push(...volts.reasons);
  const verdict = worse(worse(volts.verdict, context.currentA ? 'sound' : 'watch'), verdictOf(figures));
  return {
    verdict,
    figures,
    reasons,
    next: nextOf(volts.verdict, context.currentA ? figures[0]!.verdict : undefined, unbalanced.verdict, {
      sound: 'Let it run to steady temperature, then sign the test.',
      share: 'Check the load first, then turns and circuits against the plan.',
    }),
  };
}
