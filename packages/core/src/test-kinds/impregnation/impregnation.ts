/**
 * What was done to impregnate or bond a winding, held against the sheet of the resin, line by line.
 * Source: limits are those of the sheet, typed with the record. The winding's temperature by its resistance: IEC 60034-1,
 * 8.6.2, θ = R₂/R₁ · (235 + θ₁) − 235 for copper.
 */
import {
  choice,
  quantity,
  readForm,
  required,
  type BoundsOf,
  type ReadingOf,
  type Typed,
} from '../../language/forms/index.ts';
import { TREATMENT_KINDS, turnedRound, WANTED_FIELDS } from '../../physics/heat/index.ts';
import {
  CP,
  derive,
  finding,
  given,
  judgeFigure,
  verdictOf,
  type Finding,
  type Judgement,
  type JudgedFigure,
  type LimitScale,
} from '../../language/quantity/index.ts';
import { defineTest } from '../define-test.ts';

const DONE_FIELDS = [
  quantity('partTemp', 'Part when it went in', 'temperature', -10, 250),
  quantity('varnishTemp', 'Varnish', 'temperature', -10, 120),
  quantity('viscosity', 'Cup, s', 'ratio', 1, 10_000, 'seconds to run out'),
  quantity('vacuumReached', 'Vacuum reached', 'pressure', 0.00001, 1.2, 'absolute'),
  quantity('vacuumHeld', 'It stood for', 'duration', 0, 2880),
  quantity('pressureReached', 'Pressure reached', 'pressure', 0, 40),
  quantity('pressureHeld', 'It stood so for', 'duration', 0, 2880),
  quantity('immersed', 'Was under varnish for', 'duration', 0, 2880),
  quantity('drained', 'Drained for', 'duration', 0, 2880),
  quantity('resinTaken', 'Resin taken up', 'mass', 0, 500, 'weighed before and after'),
  quantity('coldOhm', 'Resistance before the current', 'resistance', 0.00001, 20_000),
  quantity('coldTemp', 'Winding was then at', 'temperature', -10, 60),
  quantity('hotOhm', 'Resistance at its end', 'resistance', 0.00001, 20_000),
] as const;
const FORM = [required(choice('kind', 'How', TREATMENT_KINDS)), ...WANTED_FIELDS, ...DONE_FIELDS] as const;
type Reading = ReadingOf<typeof FORM>;
type Id = Exclude<keyof Reading, 'kind'>;

interface Line {
  readonly done: Id | 'bondTemp';
  readonly name: string;
  readonly unit: string;
  readonly least?: Id;
  readonly most?: Id;
  /** Said where it is not within. */
  readonly low?: string;
  readonly high?: string;
}

const LINES: readonly Line[] = [
  {
    done: 'partTemp',
    name: 'Part when it went in',
    unit: '°C',
    least: 'partFrom',
    most: 'partTo',
    low: 'A cold part keeps moisture, and the varnish does not run in.',
    high: 'On a part too hot the varnish gels at its skin and closes the slots.',
  },
  {
    done: 'varnishTemp',
    name: 'Varnish',
    unit: '°C',
    least: 'varnishFrom',
    most: 'varnishTo',
    low: 'Cold varnish is thick and does not fill.',
    high: 'Warm varnish ages in the tank.',
  },
  {
    done: 'viscosity',
    name: 'Viscosity in the cup',
    unit: 's',
    least: 'viscosityLeast',
    most: 'viscosityMost',
    low: 'Too thin: it drains out again; add fresh varnish.',
    high: 'Too thick: it does not run into the slots; thin it, and measure again.',
  },
  {
    done: 'vacuumReached',
    name: 'Vacuum',
    unit: 'bar',
    most: 'vacuum',
    high: 'Air stays in the slots.',
  },
  {
    done: 'vacuumHeld',
    name: 'Vacuum held',
    unit: 'min',
    least: 'vacuumMinutes',
    low: 'Air stays in the slots.',
  },
  {
    done: 'pressureReached',
    name: 'Pressure',
    unit: 'bar',
    least: 'pressure',
    low: 'The resin is not pressed home.',
  },
  {
    done: 'pressureHeld',
    name: 'Pressure held',
    unit: 'min',
    least: 'pressureMinutes',
    low: 'The resin is not pressed home.',
  },
  {
    done: 'immersed',
    name: 'Under varnish',
    unit: 'min',
    least: 'immersion',
    low: 'Taken out before the last bubble rose.',
  },
  {
    done: 'drained',
    name: 'Drained',
    unit: 'min',
    least: 'drain',
    low: 'What drips in the oven is lost and runs.',
  },
  {
    done: 'resinTaken',
    name: 'Resin taken up',
    unit: 'kg',
    least: 'resin',
    low: 'Less than the sheet wants: the slots are not full.',
  },
  {
    done: 'bondTemp',
    name: 'Winding by its resistance',
    unit: '°C',
    least: 'bondFrom',
    most: 'bondTo',
    low: 'Not hot enough to bond: the wires come loose.',
    high: 'Hotter than the enamel bears.',
  },
];

const COPPER_K = 235;

/** Beyond its limits a thing is out at once; a sheet has no range to watch in. */
function scaleFor(value: number, least: number | undefined, most: number | undefined): LimitScale {
  const ends = [value, least, most].filter((x) => x !== undefined);
  const wide = Math.max(Math.max(...ends) - Math.min(...ends), Math.max(...ends.map(Math.abs)) * 0.2, 1e-6);
  const from = Math.min(...ends, Math.max(0, Math.min(...ends) - wide * 0.3));
  const to = Math.max(...ends) + wide * 0.3;
  return {
    from,
    to,
    kind: 'linear',
    bands: [
      ...(least !== undefined && least > from ? [{ from, to: least, verdict: 'stop' as const }] : []),
      { from: Math.max(from, least ?? from), to: Math.min(to, most ?? to), verdict: 'sound' },
      ...(most !== undefined ? [{ from: most, to, verdict: 'stop' as const }] : []),
    ],
    limits: [
      ...(least !== undefined ? [{ at: least, name: 'least' }] : []),
      ...(most !== undefined ? [{ at: most, name: 'most' }] : []),
    ],
    source: 'data sheet of the resin, as typed',
  };
}

function figureOf(r: Reading, line: Line): JudgedFigure | null {
  const [least, most] = [line.least && r[line.least], line.most && r[line.most]];
  if (least === undefined && most === undefined) return null;
  const shape = { id: line.done, name: line.name, unit: line.unit };
  if (line.done !== 'bondTemp') {
    const value = r[line.done];
    if (value === undefined) return null;
    const figure = derive(
      {
        ...shape,
        symbol: 'x',
        formula: 'x as measured',
        source: CP,
        inputs: { x: given('x', value, line.unit, 'measured') },
        value: (v) => v.x,
      },
      true,
    );
    return judgeFigure(figure, scaleFor(value, least, most));
  }
  const { coldOhm, coldTemp, hotOhm } = r;
  if (coldOhm === undefined || coldTemp === undefined || hotOhm === undefined) return null;
  const figure = derive(
    {
      ...shape,
      symbol: 'θ₂',
      formula: 'θ₂ = R₂ / R₁ · (235 + θ₁) − 235',
      source: 'IEC 60034-1, 8.6.2',
      inputs: {
        cold: given('R₁', coldOhm, 'Ω', 'before the current'),
        hot: given('R₂', hotOhm, 'Ω', 'at its end'),
        at: given('θ₁', coldTemp, '°C', 'before the current'),
      },
      value: (v) => (v.hot / v.cold) * (COPPER_K + v.at) - COPPER_K,
    },
    true,
  );
  return judgeFigure(figure, scaleFor(figure.value, least, most));
}

function judge(r: Reading, _context: { readonly bounds: BoundsOf<typeof FORM> }): Judgement {
  const figures: JudgedFigure[] = [];
  const reasons: string[] = [];
  const missing: string[] = [];
  for (const line of LINES) {
    const wanted = [line.least, line.most].some((id) => id !== undefined && r[id] !== undefined);
    if (!wanted) continue;
    const judged = figureOf(r, line);
    if (!judged) {
      missing.push(line.name.toLowerCase());
      continue;
    }
    figures.push(judged);
    if (judged.verdict !== 'stop') continue;
    const least = line.least && r[line.least];
    const low = least !== undefined && judged.figure.value < least;
    reasons.push(`${line.name}: ${low ? line.low : line.high}`);
  }
  const verdict = verdictOf(figures);
  if (missing.length > 0) reasons.push(`Not measured: ${missing.join(', ')}.`);
  return {
    // What the sheet asks for and nobody measured is no proof that it was so.
    verdict: verdict === 'sound' && missing.length > 0 ? 'watch' : verdict,
    figures,
    reasons: [
      ...(verdict === 'stop'
        ? []
        : [
            missing.length > 0
              ? 'What was measured is as the sheet asks.'
              : 'Everything the sheet asks for was so.',
          ]),
      ...reasons,
    ],
    next:
      verdict === 'stop'
        ? 'Do it again before the cure: what is cured wrong is burnt out to be mended.'
        : missing.length > 0
          ? 'Measure what is missing while it can be measured.'
          : 'Drain, wipe the fits, and into the oven.',
  };
}

/** A sheet that asks for nothing proves nothing, and so does one of which nothing was measured. */
function check(r: Partial<Reading>, _context: unknown, typed: Typed): Finding[] {
  const { numbers } = readForm(WANTED_FIELDS, typed);
  if (Object.keys(numbers).length === 0)
    return [
      finding('stop', 'impregnation.no-sheet', 'Take a programme, or type what the sheet asks for.', [
        'kind',
      ]),
    ];
  const turned = turnedRound(numbers);
  if (turned.length > 0) return turned;
  if (LINES.every((line) => figureOf(r as Reading, line) === null))
    return [
      finding(
        'stop',
        'impregnation.nothing-measured',
        'Nothing that the sheet asks for has been measured yet.',
        ['kind'],
      ),
    ];
  return [];
}

export const impregnation = defineTest({
  id: 'impregnation',
  title: 'Impregnation',
  body: 'stator',
  form: FORM,
  stages: ['varnished'],
  leftToShop: true,
  takesFrom: { list: 'treatments', fields: WANTED_FIELDS.map((f) => f.id) },
  caution: {
    name: 'Varnish and resin',
    text: 'Solvent burns and is breathed in: exhaust on, gloves, no flame. A tank under pressure stays shut until its gauge reads zero.',
  },
  check,
  hookUp: {
    instrument: 'scale, cup, clock',
    clips: [{ name: 'weighed', to: ['stator, before and after'] }],
    words: 'Weigh it dry and bare, then drained and cured; the cup tells the flow of the varnish.',
  },
  judge,
  examples: {
    sound: {
      typed: {
        kind: 'vacuum-pressure',
        vacuum: '5 mbar',
        vacuumMinutes: '30',
        pressure: '4',
        pressureMinutes: '60',
        viscosityLeast: '24',
        viscosityMost: '32',
        vacuumReached: '3 mbar',
        vacuumHeld: '35',
        pressureReached: '4.1',
        pressureHeld: '60',
        viscosity: '28',
      },
    },
    stop: {
      typed: {
        kind: 'vacuum-pressure',
        vacuum: '5 mbar',
        vacuumMinutes: '30',
        vacuumReached: '40 mbar',
        vacuumHeld: '35',
      },
    },
  },
});
