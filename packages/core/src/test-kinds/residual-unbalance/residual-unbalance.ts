/** Residual unbalance of a rotor against what its mass, speed and grade permit. */
import {
  derive,
  given,
  lowerIsBetter,
  taken,
  type Figure,
  judgeFigure,
  verdictOf,
  worse,
  finding,
  type Finding,
  type Judgement,
} from '../../language/quantity/index.ts';
import { PLANES } from '../../physics/balance/index.ts';
import { ROTATING } from '../../physics/performance/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest, type TestContext } from '../define-test.ts';
import { balanceJob, jobDoubts, sharesOf, type BalanceJob } from './balance-job.ts';
import { BALANCE_FORM, type BalanceReading } from './form.ts';
import { ruleOf, toleranceOf } from './tolerance.ts';
import { checkUnphased, unphasedOf, type Unphased } from './unphased.ts';

/** Entries that would make any rotor pass. */
function impossible(r: Partial<BalanceReading>, { plate }: TestContext): Finding[] {
  const found: Finding[] = [...jobDoubts(r)];
  const stop = (code: string, message: string, field: string) =>
    found.push(finding('stop', `test.${code}`, message, [field]));
  found.push(...checkUnphased(r));
  if (r.plane1 === undefined && !r.runs?.trim() && !r.unphased?.trim())
    found.push(
      finding('stop', 'balance.no-residual', 'A residual is missing: type it, or enter the runs.', [
        'plane1',
      ]),
    );
  const rule = ruleOf(r as BalanceReading);
  if (rule === 'customer' && r.permitted === undefined)
    stop('no-figure', 'The customer’s figure is missing.', 'permitted');
  if (rule === 'velocity' && r.velocity === undefined)
    stop('no-velocity', 'The velocity that is allowed is missing.', 'velocity');
  for (const plane of ['plane1', 'plane2'] as const)
    if (r[plane] === 0)
      stop('zero-residual', 'No rotor has a residual of 0: enter the least the machine shows.', plane);
  if (plate.speedRpm && r.speed && r.speed < 0.9 * plate.speedRpm)
    stop(
      'speed-below-plate',
      `${Math.round(r.speed)} rpm is not the service speed: the plate says ${Math.round(plate.speedRpm)}. The tolerance goes by the service speed, not by that of the machine.`,
      'speed',
    );
  if (plate.massKg && r.mass && r.mass > 0.8 * plate.massKg)
    stop(
      'rotor-heavier',
      `A rotor of ${showNumber(r.mass, 3)} kg in a motor of ${showNumber(plate.massKg, 3)} kg cannot be: weigh it again.`,
      'mass',
    );
  return found;
}

function judge(r: BalanceReading): Judgement {
  const { figure: whole, words: by, source } = toleranceOf(r);
  const job = balanceJob(r);
  const unphased = unphasedOf(r);
  // Of runs the last one counts, whatever was typed as a residual before.
  const [read1, read2] = job
    ? (job.now?.map((v) => v.magnitude) ?? [])
    : unphased
      ? [unphased.residualGmm]
      : [r.plane1, r.plane2];
  if (read1 === undefined || !Number.isFinite(read1)) return notYet(job, whole);
  const shares = sharesOf(r, 1);
  const planes: [id: string, name: string, read: number, part: number][] =
    read2 !== undefined
      ? [
          ['plane1', 'Drive end, of its tolerance', read1, shares.aGmm],
          ['plane2', 'Other end, of its tolerance', read2, shares.bGmm],
        ]
      : [['plane1', 'Residual, of the tolerance', read1, 1]];
  const judged = planes.map(([id, name, read, part]) =>
    judgeFigure(
      derive(
        {
          id: `${id}Share`,
          name,
          symbol: 'U/U_per',
          unit: '×',
          formula: 'U / (share · U_per)',
          source,
          inputs: {
            U: given('U', read, 'g·mm', job ? `run ${job.runs.length}` : 'balancing machine'),
            s: given(
              'share',
              part,
              '',
              r.centreFromDrive === undefined ? 'planes alike' : 'centre of gravity',
            ),
            per: taken(whole),
          },
          value: (v) => v.U / (v.s * v.per),
        },
        true,
      ),
      lowerIsBetter({
        from: 0,
        watch: 0.8,
        limit: 1,
        to: 3,
        name: by,
        source: `${source}; watch from 0.8: common practice`,
      }),
    ),
  );
  const worstFirst = judged.slice().sort((a, b) => b.figure.value - a.figure.value);
  const doubts = [
    ...(read2 !== undefined
      ? []
      : [
          'One plane only: that is enough for a narrow disc; a rotor longer than a third of its diameter has two.',
        ]),
    ...(unphased?.doubts ?? []),
    ...(job?.solved.findings.map((f) => f.message) ?? []),
    ...noise(job),
    ...atBearings(job),
  ];
  const verdict = doubts.length > 0 ? worse('watch', verdictOf(judged)) : verdictOf(judged);
  const first = worstFirst[0]!.figure;
  const of = planes.find(([id]) => first.id === `${id}Share`)!;
  return {
    verdict,
    figures: [...worstFirst, { figure: whole }],
    reasons: [
      read2 !== undefined
        ? `${of[1].split(',')[0]}: ${showNumber(of[2], 3)} g·mm, ${showNumber(first.value, 3)} times its share of ${showNumber(of[3] * whole.value, 3)} g·mm (${showNumber(whole.value, 3)} for the whole rotor by ${by}).`
        : `${showNumber(of[2], 3)} g·mm, ${showNumber(first.value, 3)} times the tolerance of ${showNumber(whole.value, 3)} g·mm for the whole rotor by ${by}.`,
      ...doubts,
    ],
    next:
      verdict === 'stop'
        ? (sayStep(job) ??
          sayUnphased(unphased) ??
          'Correct at the angle the machine shows and spin again; guard shut.')
        : verdict === 'watch'
          ? doubts.length > 0
            ? 'See to what is said above, then spin again.'
            : 'Within tolerance, close to it: correct once more if it is quickly done.'
          : 'Mark the rotor with the motor number and go on.',
  };
}

function sayUnphased(u: Unphased | null): string | null {
  if (!u) return null;
  const parts = u.correction.parts.map((p) => `${showNumber(p.massG, 3)} g ${sayPlace(p.place, p.angleDeg)}`);
  return u.corrected
    ? 'The correction did not bring it within: take the four runs anew from here.'
    : `Trials off. Add ${parts.join(' and ') || 'less than one step of weight'} in plane A, and enter what it reads then. Guard shut.`;
}

/** Runs that do not yet tell where the unbalance is. */
function notYet(job: BalanceJob | null, whole: Figure): Judgement {
  return {
    verdict: 'watch',
    figures: [{ figure: whole }],
    reasons: [
      job && job.solved.untried.length > 0
        ? `What a weight does is not known yet: plane ${job.solved.untried.join(' and ')} had no trial weight.`
        : 'The runs cannot be solved: two of them are alike, or a trial did nothing.',
      `It is held against ${showNumber(whole.value, 3)} g·mm for the whole rotor once it can be told.`,
      ...(job?.solved.findings.map((f) => f.message) ?? []),
    ],
    next: sayStep(job) ?? 'Spin again with another trial weight.',
  };
}

/** The tolerance is that of the bearing planes: weights far from them can be within theirs and still shake a bearing. */
function atBearings(job: BalanceJob | null): string[] {
  if (!job?.atBearings || job.step.kind !== 'within') return [];
  const out = job.atBearings.findIndex((times) => times > 1);
  return out < 0
    ? []
    : [
        `Carried over to the bearings it is ${showNumber(job.atBearings[out]!, 3)} times the share of the ${out === 0 ? 'drive-end' : 'other'} bearing, although both planes are within: correct on until the bearing is.`,
      ];
}

/** A residual within what the readings scatter by is no figure. */
function noise(job: BalanceJob | null): string[] {
  const scatter = job?.solved.scatterGmm ?? null;
  if (!job?.now || scatter === null) return [];
  return job.now.flatMap((v, p) =>
    v.magnitude < scatter && scatter > 0.5 * job.shareGmm[p]!
      ? [
          `Plane ${PLANES[p]}: ${showNumber(v.magnitude, 2)} g·mm is less than the ${showNumber(scatter, 2)} g·mm by which the runs scatter, and those are over half its tolerance.`,
        ]
      : [],
  );
}

const sayPlace = (place: number | null, angleDeg: number) =>
  place === null ? `at ${showNumber(angleDeg, 3)}°` : `at place ${place} (${showNumber(angleDeg, 3)}°)`;

/** The one thing to do, in words; null where there are no runs. */
export function sayStep(job: BalanceJob | null): string | null {
  if (!job) return null;
  const { step } = job;
  switch (step.kind) {
    case 'within':
      return null;
    case 'spin':
      return `Spin run ${step.run}.`;
    case 'trial':
      return `Trial: ${showNumber(step.massG, 2)} g in plane ${step.plane} ${sayPlace(step.place, step.angleDeg)}, then spin run ${job.runs.length + 1}. Guard shut.`;
    case 'add': {
      const parts = step.correction.parts.map(
        (p) => `${showNumber(p.massG, 3)} g ${sayPlace(p.place, p.angleDeg)}`,
      );
      const drill =
        step.depthMm === null ? '' : ` Or take ${showNumber(step.depthMm, 3)} mm away at the heavy spot.`;
      return parts.length > 0
        ? `Add ${parts.join(' and ')} in plane ${step.plane}.${drill} Then spin again; guard shut.`
        : `Plane ${step.plane} wants less than one step of weight: take lighter ones.${drill}`;
    }
  }
}

export const balance = defineTest({
  id: 'balance',
  title: 'Rotor balance',
  body: 'rotor',
  form: BALANCE_FORM,
  stages: ['final'],
  caution: ROTATING,
  check: impossible,
  hookUp: {
    instrument: 'balancing machine',
    clips: [
      { name: 'pick-up A', to: ['drive-end bearing'] },
      { name: 'pick-up B', to: ['other bearing'] },
      { name: 'once a turn', to: ['mark on the shaft'] },
    ],
    words: 'The mark is the zero of all angles; half a key in the keyway.',
  },
  judge,
  charts: (r) => {
    const job = balanceJob(r);
    if (!job || job.solved.heavy.length < 2) return [];
    return [
      {
        title: 'Residual by run, whatever was on the rotor',
        x: { name: 'run', unit: 'number' },
        y: { name: 'unbalance', unit: 'g·mm' },
        lines: [
          ...job.shareGmm.map((_, p) => ({
            name: `plane ${PLANES[p]}`,
            as: 'line' as const,
            points: job.solved.heavy.map((heavy, k) => [k + 1, heavy[p]!.magnitude] as const),
          })),
          {
            name: 'tolerance',
            as: 'dashed' as const,
            points: [
              [1, Math.max(...job.shareGmm)],
              [job.runs.length, Math.max(...job.shareGmm)],
            ] as const,
          },
        ],
      },
    ];
  },
  // Scales are in shares of what is permitted, whatever the rotor weighs.
  nominal: ({ plate }) => ({
    typed: { mass: '10', speed: String(plate.speedRpm ?? 1500), plane1: '1', plane2: '1' },
    expected: false,
  }),
  examples: {
    sound: { typed: { mass: '30', speed: '1500', grade: '2.5', plane1: '100', plane2: '120' } },
    stop: { typed: { mass: '30', speed: '1500', grade: '2.5', plane1: '900', plane2: '120' } },
  },
});
