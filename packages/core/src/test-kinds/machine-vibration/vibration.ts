/** Vibration of the running motor at both bearings, against the standard, with what its spectrum points to. */
import { criteriaOf } from '../criteria/index.ts';
import {
  assumed,
  choice,
  quantity,
  readFigureLines,
  required,
  lines,
  type ReadingOf,
} from '../../language/forms/index.ts';
import { ROTATING } from '../../physics/performance/index.ts';
import {
  derive,
  finding,
  given,
  judgeFigure,
  lowerIsBetter,
  verdictOf,
  worse,
  type Finding,
  type Judgement,
  type Outcome,
  type Verdict,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import {
  convertVibration,
  overallRms,
  spectrumCauses,
  vibrationLimits,
  type SpectrumLine,
  type VibrationReading,
} from '../../physics/vibration/index.ts';
import { defineTest, type TestContext } from '../define-test.ts';

const place = <const Id extends string>(id: Id, label: string) => quantity(id, label, 'ratio', 0, 2000);
const FORM = [
  required(
    choice('unit', 'Read as', {
      'mm/s rms': 'mm/s, rms',
      'in/s peak': 'in/s, peak',
      'um pp': 'µm, peak to peak',
      'g peak': 'g, peak',
    }),
  ),
  required(quantity('speed', 'Speed while read', 'speed', 30, 60000)),
  assumed(
    choice('mounting', 'Stands', {
      free: 'on springs or rubber, finished motor',
      rigid: 'bolted down, finished motor',
      'in-place-rigid': 'in its place, on a stiff base',
      'in-place-flexible': 'in its place, on a soft base',
    }),
    'free',
  ),
  quantity('shaftHeight', 'Shaft height', 'length', 40, 1000, 'feet to shaft: 132 for a frame of that name'),
  required(place('driveH', 'Drive end, horizontal')),
  required(place('driveV', 'Drive end, vertical')),
  place('driveA', 'Drive end, axial'),
  required(place('fanH', 'Other end, horizontal')),
  required(place('fanV', 'Other end, vertical')),
  place('fanA', 'Other end, axial'),
  choice('switchedOff', 'When switched off', {
    'at-once': 'it is gone at once',
    'with-speed': 'it dies with the speed',
  }),
  lines(
    'spectrum',
    'Peaks of the spectrum',
    [
      ['frequency', 'Hz'],
      ['velocity, rms', 'mm/s'],
    ],
    'a line a peak: Hz; mm/s rms',
    4000,
  ),
] as const;
type Reading = ReadingOf<typeof FORM>;
const PLACES = ['driveH', 'driveV', 'driveA', 'fanH', 'fanV', 'fanA'] as const;
const NAMES: Readonly<Record<(typeof PLACES)[number], string>> = {
  driveH: 'drive end, horizontal',
  driveV: 'drive end, vertical',
  driveA: 'drive end, axial',
  fanH: 'other end, horizontal',
  fanV: 'other end, vertical',
  fanA: 'other end, axial',
};

export const readSpectrum = (spectrum: string): Outcome<readonly SpectrumLine[]> =>
  readFigureLines(spectrum, {
    field: 'spectrum',
    code: 'vibration.peak',
    line: 'Peak',
    most: 400,
    columns: [
      { name: 'frequencyHz', unit: 'Hz' },
      { name: 'mmS', unit: 'mm/s' },
    ],
  });

const asRead = (unit: Reading['unit'], value: number): VibrationReading =>
  unit === 'mm/s rms'
    ? { velocityMmSRms: value }
    : unit === 'in/s peak'
      ? { velocityInSPeak: value }
      : unit === 'um pp'
        ? { displacementUmPp: value }
        : { accelerationGPeak: value };

/** Of every place that was read, as if it shook once a turn where it was not read as a velocity [mm/s rms]. */
const velocities = (r: Pick<Reading, 'unit' | 'speed'> & Partial<Reading>) =>
  PLACES.flatMap((id) =>
    r[id] === undefined
      ? []
      : [{ id, mmS: convertVibration(asRead(r.unit, r[id]), r.speed / 60).velocityMmSRms! }],
  );

function check(r: Partial<Reading>, { plate }: TestContext): Finding[] {
  const found: Finding[] = [];
  const stop = (code: string, message: string, ...fields: string[]) =>
    found.push(finding('stop', `vibration.${code}`, message, fields));
  if (r.speed !== undefined && plate.speedRpm && r.speed > 1.15 * plate.speedRpm)
    stop(
      'speed-over-plate',
      `${Math.round(r.speed)} rpm is over the plate’s ${Math.round(plate.speedRpm)}: which is right?`,
      'speed',
    );
  if (r.unit !== undefined && r.speed !== undefined) {
    const all = velocities({ ...r, unit: r.unit, speed: r.speed });
    if (all.length > 0 && all.every((p) => p.mmS === 0))
      stop('dead', 'Every place reads 0: was the pick-up connected?', ...all.map((p) => p.id));
    for (const p of all)
      if (p.mmS > 200)
        stop(
          'impossible',
          `${showNumber(p.mmS, 3)} mm/s at the ${NAMES[p.id]} would shake it off its base: is it ${r.unit === 'in/s peak' ? 'mm/s' : 'the unit that was chosen'}?`,
          p.id,
          'unit',
        );
  }
  if (r.spectrum?.trim()) {
    const read = readSpectrum(r.spectrum);
    if (!read.ok) found.push(...read.findings);
    else if (read.value.some((l) => !(l.frequencyHz > 0 && l.mmS >= 0)))
      stop('peak-empty', 'Every peak needs a frequency over 0 and a velocity.', 'spectrum');
  }
  return found;
}

/** The smallest frame has the smallest limit. */
const SMALLEST_FRAME_MM = 56;

function judge(r: Reading, { plate, criteria }: TestContext): Judgement {
  const reasons: string[] = [];
  let atBest: Verdict = 'sound';
  const doubt = (reason: string) => {
    atBest = worse(atBest, 'watch');
    reasons.push(reason);
  };
  const all = velocities(r);
  const most = all.reduce((a, b) => (b.mmS > a.mmS ? b : a));
  const limits = vibrationLimits(
    r.mounting,
    r.shaftHeight ?? SMALLEST_FRAME_MM,
    (criteria ?? criteriaOf(null)).vibrationGrade,
  );
  const figure = derive(
    {
      id: 'vibration',
      name: 'Largest vibration',
      symbol: 'v',
      unit: 'mm/s',
      formula:
        r.unit === 'mm/s rms' ? 'v as read, rms' : 'v from what was read, for a single sinusoid once a turn',
      source: limits.source,
      inputs: {
        v: given('v', most.mmS, 'mm/s', NAMES[most.id]),
        n: given('n', r.speed, 'rpm', 'read'),
      },
      value: (x) => x.v,
    },
    true,
  );
  const figures = [
    judgeFigure(
      figure,
      lowerIsBetter({
        from: 0,
        watch: limits.watchMmS,
        limit: limits.limitMmS,
        to: 2.5 * limits.limitMmS,
        name: limits.name,
        source: limits.source,
      }),
    ),
  ];
  reasons.push(`Most at the ${NAMES[most.id]}: ${showNumber(most.mmS, 3)} mm/s rms, ${limits.name}.`);
  if (r.unit !== 'mm/s rms')
    doubt(
      'Brought to rms velocity as a single sinusoid once a turn: with other frequencies in it the true figure is another.',
    );
  if (r.shaftHeight === undefined && (r.mounting === 'free' || r.mounting === 'rigid'))
    doubt('Shaft height not given: the limit of the smallest frames is taken.');
  if (plate.speedRpm && r.speed < 0.9 * plate.speedRpm)
    doubt(
      `Read at ${Math.round(r.speed)} rpm, the plate says ${Math.round(plate.speedRpm)}: at its own speed it shakes otherwise.`,
    );
  const axial = Math.max(r.driveA ?? 0, r.fanA ?? 0);
  if (figures[0]!.verdict !== 'sound') {
    if (r.switchedOff === 'at-once')
      reasons.push(
        'Gone at once when switched off: electrical, an uneven gap or unequal phases, not the balance.',
      );
    else if (
      axial > 0 &&
      Math.max(...all.filter((p) => !p.id.endsWith('A')).map((p) => p.mmS)) < 1.5 * valueAxial(r)
    )
      reasons.push('Much of it is axial: alignment, or a bearing that sits askew.');
  }
  const read = r.spectrum?.trim() ? readSpectrum(r.spectrum) : null;
  const lines = read?.ok ? read.value : [];
  if (lines.length > 0) {
    const causes = spectrumCauses(lines, { speedRpm: r.speed, lineHz: plate.frequencyHz ?? null });
    const [first] = causes;
    if (first)
      reasons.push(`${showNumber(100 * first.share, 2)} % of the spectrum’s energy lies ${first.words}.`);
    const sum = overallRms(lines.map((l) => l.mmS));
    if (r.unit === 'mm/s rms' && sum > 1.25 * most.mmS)
      doubt(
        `The peaks add up to ${showNumber(sum, 3)} mm/s, more than any place read: the spectrum is of another run or in another unit.`,
      );
  }
  const verdict = worse(atBest, verdictOf(figures));
  return {
    verdict,
    figures,
    reasons,
    next:
      figures[0]!.verdict === 'sound'
        ? verdict === 'sound'
          ? 'Keep it with the motor: the next visit is held against it.'
          : 'See to what is said above, then it can be judged.'
        : r.switchedOff === undefined
          ? 'Switch off and watch the needle: gone at once is electrical, dying with the speed is mechanical.'
          : r.switchedOff === 'at-once'
            ? 'Measure the air gap all round and the phase currents.'
            : 'Check feet, key and coupling half first, then the balance of the rotor.',
  };
}
const valueAxial = (r: Reading) => {
  const axial = velocities(r).filter((p) => p.id.endsWith('A'));
  return axial.length === 0 ? 0 : Math.max(...axial.map((p) => p.mmS));
};

const EXAMPLE = { unit: 'mm/s rms', speed: '1460', mounting: 'free', shaftHeight: '160' };
const PLATE = { powerKw: 11, speedRpm: 1460, frequencyHz: 50 };
export const vibration = defineTest({
  id: 'vibration',
  title: 'Vibration',
  body: 'motor',
  form: FORM,
  leftToShop: true,
  stages: ['incoming', 'final'],
  caution: ROTATING,
  check,
  hookUp: {
    instrument: 'vibration meter',
    clips: [
      { name: 'horizontal', to: ['bearing housing'] },
      { name: 'vertical', to: ['bearing housing'] },
      { name: 'axial', to: ['bearing housing'] },
    ],
    words:
      'On solid metal at the bearing, not on cowl or fin; both ends, motor on rubber unless it is bolted down.',
  },
  judge,
  charts: ({ spectrum }) => {
    const read = spectrum?.trim() ? readSpectrum(spectrum) : null;
    return read?.ok
      ? [
          {
            title: 'Spectrum of the vibration',
            x: { name: 'frequency', unit: 'Hz' },
            y: { name: 'velocity', unit: 'mm/s' },
            // Each peak as a stroke from nothing.
            lines: read.value.map((l) => ({
              name: `${l.frequencyHz} Hz`,
              as: 'line',
              points: [
                [l.frequencyHz, 0],
                [l.frequencyHz, l.mmS],
              ],
            })),
          },
        ]
      : [];
  },
  nominal: ({ plate }) => ({
    typed: {
      ...EXAMPLE,
      speed: String(plate.speedRpm ?? 1450),
      driveH: '1',
      driveV: '1',
      fanH: '1',
      fanV: '1',
    },
    expected: false,
  }),
  expected: () => 'grade A on springs: 1.6 mm/s to frame 132, 2.2 to 280, 2.8 above',
  examples: {
    sound: {
      typed: { ...EXAMPLE, driveH: '0.9', driveV: '0.8', driveA: '0.5', fanH: '0.7', fanV: '0.8' },
      plate: PLATE,
    },
    stop: { typed: { ...EXAMPLE, driveH: '3.4', driveV: '2.8', fanH: '2.2', fanV: '1.9' }, plate: PLATE },
  },
});
