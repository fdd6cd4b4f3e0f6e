/** Cure judged by the time of the part at temperature, not of the oven's air. */
import {
  assumed,
  choice,
  quantity,
  required,
  text,
  type ReadingOf,
  type Typed,
} from '../../language/forms/index.ts';
import {
  derive,
  finding,
  given,
  type Finding,
  type LimitScale,
  judgeFigure,
  type Judgement,
  type Verdict,
  worse,
} from '../../language/quantity/index.ts';
import { showMinutes, showNumber } from '../../language/units/index.ts';
import {
  activationEnergy,
  BURNT,
  doubtsOfLog,
  equivalentMinutes,
  LONGEST_GAP,
  minutesAbove,
  WARM,
  type LogPoint,
} from '../../physics/heat/index.ts';
import { HOT_SURFACE } from '../../language/safety/index.ts';
import { thinned } from '../chart.ts';
import { defineTest, type TestContext } from '../define-test.ts';

const FORM = [
  required(quantity('target', 'Bake at', 'temperature', 60, 260, 'from the varnish data sheet')),
  required(quantity('minutes', 'for', 'duration', 5, 2880, 'such as 6 h')),
  assumed(quantity('tolerance', 'Counts from this much below', 'temperature-difference', 0, 30), '5'),
  quantity('otherTarget', 'Second line of the sheet: at', 'temperature', 60, 260, 'to count by equivalence'),
  quantity('otherMinutes', 'it takes', 'duration', 1, 20160),
  choice('logUnit', 'Log’s temperatures', { C: '°C', F: '°F', K: 'K' }, 'where its heading does not say'),
  choice(
    'logTime',
    'Log’s times',
    { min: 'minutes', s: 'seconds', h: 'hours', 'h:min': 'hours:minutes', 'min:s': 'minutes:seconds' },
    'where its heading does not say',
  ),
  text('logNotes', 'What was left out of the log', 'written by what read it', 600),
] as const;

/** Entries that can be read in two ways are asked about. */
function readTwoWays(typed: Typed): Finding[] {
  const found: Finding[] = [];
  const bare = (id: string) =>
    /^\d+([.,]\d+)?$/.test(typed[id]?.trim() ?? '') ? Number(typed[id]!.replace(',', '.')) : null;
  const time = bare('minutes');
  if (time !== null && time <= 24)
    found.push(
      finding(
        'stop',
        'test.hours-or-minutes',
        `${time} hours or ${time} minutes? Write ${time} h or ${time} min.`,
        ['minutes'],
      ),
    );
  const target = bare('target');
  if (target !== null && target >= 200 && target <= 260)
    found.push(
      finding(
        'stop',
        'test.celsius-or-fahrenheit',
        `${target} °C, or ${target} °F which is ${showNumber(((target - 32) * 5) / 9, 4)} °C? Write the unit.`,
        ['target'],
      ),
    );
  return found;
}

/** A second line of the data sheet is whole, and of the two the hotter one is the shorter one. */
function secondLine({
  target,
  minutes,
  otherTarget,
  otherMinutes,
}: Partial<ReadingOf<typeof FORM>>): Finding[] {
  if (otherTarget === undefined && otherMinutes === undefined) return [];
  if (otherTarget === undefined || otherMinutes === undefined)
    return [
      finding('stop', 'cure.half-line', 'The second line of the sheet needs its temperature and its time.', [
        otherTarget === undefined ? 'otherTarget' : 'otherMinutes',
      ]),
    ];
  if (target === undefined || minutes === undefined) return [];
  return activationEnergy({ celsius: target, minutes }, { celsius: otherTarget, minutes: otherMinutes }) ===
    null
    ? [
        finding(
          'stop',
          'cure.lines-contradict',
          'Of the two lines of the sheet the hotter one has to be the shorter one, and both of the same material: these two are not.',
          ['otherTarget', 'otherMinutes'],
        ),
      ]
    : [];
}

function judge(r: ReadingOf<typeof FORM>, context: TestContext): Judgement {
  const log = context.log ?? [];
  const { tolerance } = r;
  const threshold = r.target - tolerance;
  const wanted = r.minutes;
  const part = minutesAbove(
    log.map((p) => ({ minute: p.minute, value: p.partC })),
    threshold,
    LONGEST_GAP,
  );
  const withAir = log.filter((p) => p.airC !== undefined);
  const air =
    withAir.length > 1
      ? minutesAbove(
          withAir.map((p) => ({ minute: p.minute, value: p.airC! })),
          threshold,
          LONGEST_GAP,
        ).total
      : null;
  const cured = derive(
    {
      id: 'curedMinutes',
      name: 'Part at temperature, unbroken',
      symbol: 't',
      unit: 'min',
      formula: 't = longest time with θ_part ≥ θ_bake − Δ, straight between readings',
      source: `${'data sheet of the varnish'}; counting from Δ below: common practice, no published source`,
      inputs: {
        bake: given('θ_bake', r.target, '°C', 'data sheet'),
        d: given('Δ', tolerance, 'K', 'typed, or as assumed'),
        readings: given('n', log.length, 'readings', 'log'),
      },
      value: () => part.longest,
    },
    true,
  );
  const scale: LimitScale = {
    from: 0,
    to: 1.5 * wanted,
    kind: 'linear',
    bands: [
      { from: 0, to: 0.95 * wanted, verdict: 'stop' },
      { from: 0.95 * wanted, to: wanted, verdict: 'watch' },
      { from: wanted, to: 1.5 * wanted, verdict: 'sound' },
    ],
    limits: [{ at: wanted, name: `wanted ${showMinutes(wanted)}` }],
    source: 'data sheet of the varnish; watch from 95 %: common practice',
  };
  const { otherTarget, otherMinutes } = r;
  const energy =
    otherTarget === undefined || otherMinutes === undefined
      ? null
      : activationEnergy(
          { celsius: r.target, minutes: wanted },
          { celsius: otherTarget, minutes: otherMinutes },
        );
  const equivalent =
    energy === null
      ? null
      : derive(
          {
            id: 'equivalentMinutes',
            name: 'Cure by equivalence',
            symbol: 't_eq',
            unit: 'min',
            formula: 't_eq = ∫ exp(E/R · (1/T_bake − 1/T)) dt, between readings too',
            source: 'Arrhenius; E from the two lines of the data sheet',
            inputs: {
              energy: given('E', energy / 1000, 'kJ/mol', 'two lines of the data sheet'),
              bake: given('θ_bake', r.target, '°C', 'data sheet'),
              readings: given('n', log.length, 'readings', 'log'),
            },
            value: () =>
              equivalentMinutes(
                log.map((p) => ({ minute: p.minute, value: p.partC })),
                r.target,
                energy,
              ),
          },
          true,
        );
  // A sheet with two lines says what warmer and colder minutes are worth: then they all count.
  const counted = equivalent ?? cured;
  const judged = judgeFigure(counted, scale);
  const hottest = Math.max(...log.map((p) => p.partC));
  const reasons = [
    `The part was at ${showNumber(threshold, 3)} °C or more for ${showMinutes(part.longest)} of ${showMinutes(wanted)}${part.total - part.longest > 1 ? `, ${showMinutes(part.total)} with breaks` : ''}.`,
  ];
  if (equivalent)
    reasons.push(
      `By the two lines of the sheet the whole log is worth ${showMinutes(equivalent.value)} at ${showNumber(r.target, 4)} °C; that is what counts.`,
    );
  if (air !== null && air - part.longest > 5)
    reasons.push(
      `The oven's air was there for ${showMinutes(air)}: its clock runs ${showMinutes(air - part.longest)} ahead of the part.`,
    );
  const notes = r.logNotes?.trim();
  const doubts = [
    ...doubtsOfLog(log, r.target),
    ...(notes ? [{ verdict: 'watch' as const, reason: notes }] : []),
  ];
  reasons.push(...doubts.map((d) => d.reason));
  if (hottest > r.target + WARM)
    reasons.push(
      `The part reached ${showNumber(hottest, 3)} °C, ${showNumber(hottest - r.target, 2)} K over the programme${hottest > r.target + BURNT ? ': varnish and insulation have suffered' : ''}.`,
    );
  const heat = hottest > r.target + BURNT ? 'stop' : hottest > r.target + WARM ? 'watch' : 'sound';
  const verdict = doubts.reduce<Verdict>((v, d) => worse(v, d.verdict), worse(judged.verdict!, heat));
  const lying = doubts.find((d) => d.verdict === 'stop');
  const short = wanted - counted.value;
  return {
    verdict,
    figures: equivalent ? [judged, { figure: cured }] : [judged],
    reasons,
    next: lying
      ? 'Read the log again, from the right sensor and column, before anything is concluded from it.'
      : heat === 'stop'
        ? 'Hold it: look at varnish and insulation, measure insulation, and ask the varnish maker’s data.'
        : judged.verdict === 'sound' && verdict !== 'sound'
          ? 'See to what is said above; then cool, and measure insulation and resistance again.'
          : judged.verdict === 'sound'
            ? 'Cool, then measure insulation and resistance again.'
            : `Bake again: at least ${showMinutes(short)} more at ${showNumber(r.target, 4)} °C, counted from the part's thermocouple.`,
  };
}

export const cure = defineTest({
  id: 'cure',
  title: 'Cure log',
  body: 'stator',
  form: FORM,
  stages: ['varnished'],
  needsLog: true,
  caution: { name: 'Hot part, vapour', text: `Fan on, no flame. ${HOT_SURFACE}` },
  check: (r, _context, typed) => [...readTwoWays(typed), ...secondLine(r)],
  charts: (_, { log }) =>
    log && log.length > 1
      ? [
          {
            title: 'Temperatures of the cure',
            x: { name: 'time', unit: 'min' },
            y: { name: 'temperature', unit: '°C' },
            lines: [
              { name: 'part', as: 'line', points: thinned(log.map((p) => [p.minute, p.partC] as const)) },
              {
                name: 'air',
                as: 'dashed',
                points: thinned(log.flatMap((p) => (p.airC == null ? [] : [[p.minute, p.airC] as const]))),
              },
            ],
          },
        ]
      : [],
  hookUp: {
    instrument: 'oven log',
    clips: [
      { name: 'part', to: ['on the winding or core'] },
      { name: 'air', to: ['free in the oven'] },
    ],
    words: 'The sensor of the part touches core or end turns, not the shelf.',
  },
  judge,
  examples: {
    sound: { typed: { target: '150', minutes: '2 h' }, log: exampleLog(150) },
    stop: { typed: { target: '150', minutes: '6 h' }, log: exampleLog(150) },
  },
});

/** Three hours at temperature after an hour of heating. */
function exampleLog(bakeC: number): LogPoint[] {
  return Array.from({ length: 25 }, (_, i) => ({
    minute: 10 * i,
    partC: Math.min(bakeC, 20 + ((bakeC - 20) * i) / 6),
  }));
}
