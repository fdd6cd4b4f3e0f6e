/** Double insulation of a hand tool's armature: winding to core, core to shaft over the sleeve, winding to shaft over both. */
import { choice, quantity, required, type ReadingOf } from '../../language/forms/index.ts';
import {
  asRead,
  CP,
  finding,
  given,
  judgeFigure,
  lowerIsBetter,
  verdictOf,
  worse,
  type Finding,
  type Judgement,
  type Verdict,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest, type TestContext } from '../define-test.ts';

const SOURCE = 'IEC 62841-1, electric strength, tools of 50 to 250 V (from memory)';
/** Volts for a minute, alternating. */
const LEVELS = { basic: 1250, supplementary: 2500, reinforced: 3750 } as const;
type Part = keyof typeof LEVELS;
const PARTS: Readonly<Record<Part, { readonly name: string; readonly between: string }>> = {
  basic: { name: 'Basic', between: 'winding to core' },
  supplementary: { name: 'Supplementary', between: 'core to shaft, over the sleeve' },
  reinforced: { name: 'Both together', between: 'winding to shaft' },
};
const RANGE = [50, 250] as const;
const volts = <const Id extends string>(id: Id, part: Part) =>
  required(quantity(id, `${PARTS[part].name}: volts`, 'voltage', 0, 10_000, PARTS[part].between));
const leak = <const Id extends string>(id: Id, part: Part) =>
  required(quantity(id, `${PARTS[part].name}: current`, 'current', 0, 0.1, 'such as 0.2 mA'));
const FORM = [
  volts('basicVolts', 'basic'),
  leak('basicLeak', 'basic'),
  volts('supplementaryVolts', 'supplementary'),
  leak('supplementaryLeak', 'supplementary'),
  volts('reinforcedVolts', 'reinforced'),
  leak('reinforcedLeak', 'reinforced'),
  required(
    choice('broke', 'Broke down', {
      nothing: 'nothing',
      basic: 'winding to core',
      supplementary: 'core to shaft',
      reinforced: 'winding to shaft',
    }),
  ),
] as const;
type Reading = ReadingOf<typeof FORM>;
const IDS = ['basic', 'supplementary', 'reinforced'] as const;

function check(r: Partial<Reading>, { plate }: TestContext): Finding[] {
  const over = IDS.filter((p) => (r[`${p}Volts`] ?? 0) > 1.25 * LEVELS[p]);
  return [
    ...over.map((p) =>
      finding(
        'stop',
        'double-insulation.too-many-volts',
        `${PARTS[p].name}: ${showNumber(r[`${p}Volts`]!, 4)} V are far over ${LEVELS[p]} V: that hurts insulation that is sound.`,
        [`${p}Volts`],
      ),
    ),
    ...(plate.voltageV !== undefined && (plate.voltageV < RANGE[0] || plate.voltageV > RANGE[1])
      ? [
          finding(
            'watch',
            'double-insulation.other-volts',
            `These levels are for tools of ${RANGE[0]} to ${RANGE[1]} V; this one has ${showNumber(plate.voltageV, 4)} V: take them from the standard.`,
            ['basicVolts'],
          ),
        ]
      : []),
  ];
}

function judge(r: Reading, { plate }: TestContext): Judgement {
  const reasons: string[] = [];
  let atBest: Verdict = 'sound';
  const doubt = (verdict: Verdict, reason: string) => {
    atBest = worse(atBest, verdict);
    reasons.push(reason);
  };
  const figures = IDS.map((p) =>
    judgeFigure(
      asRead(`${p}Leak`, `${PARTS[p].name}, current`, {
        ...given('I', 1000 * r[`${p}Leak`], 'mA', 'read'),
        source: CP,
      }),
      lowerIsBetter({
        from: 0,
        watch: 1,
        limit: 5,
        to: 10,
        name: 'trips at 5 mA',
        source: `${CP}; ${SOURCE}`,
      }),
    ),
  );
  if (r.broke !== 'nothing')
    doubt(
      'stop',
      `It broke down, ${PARTS[r.broke].between}: ${r.broke === 'basic' ? 'a liner or an end turn' : r.broke === 'supplementary' ? 'the sleeve' : 'both insulations, or a path round them'} is through.`,
    );
  for (const p of IDS)
    if (r[`${p}Volts`] < 0.98 * LEVELS[p])
      doubt(
        'watch',
        `${PARTS[p].name}, ${PARTS[p].between}: ${showNumber(r[`${p}Volts`], 4)} V are less than ${LEVELS[p]} V.`,
      );
  if (plate.voltageV === undefined)
    doubt('watch', 'The plate has no volts that can be read: whether these levels hold cannot be told.');
  else if (plate.voltageV < RANGE[0] || plate.voltageV > RANGE[1])
    doubt('watch', `The levels are for ${RANGE[0]} to ${RANGE[1]} V.`);
  const verdict = worse(verdictOf(figures), atBest);
  return {
    verdict,
    figures,
    reasons:
      reasons.length > 0
        ? reasons
        : verdict === 'sound'
          ? ['Both insulations hold, each alone and together.']
          : ['More current passes than through sound insulation: dust, moisture, or a thin place.'],
    next:
      verdict === 'sound'
        ? 'Turn it, balance it, and test once more whole.'
        : verdict === 'stop'
          ? 'Do not assemble it: find the place, renew the sleeve or wind again.'
          : 'See to what is said above, then repeat.',
  };
}

const SOUND = {
  basicVolts: '1250',
  basicLeak: '0.3 mA',
  supplementaryVolts: '2500',
  supplementaryLeak: '0.1 mA',
  reinforcedVolts: '3750',
  reinforcedLeak: '0.2 mA',
  broke: 'nothing',
};
export const doubleInsulation = defineTest({
  id: 'double-insulation',
  title: 'Double insulation',
  body: 'rotor',
  form: FORM,
  stages: ['varnished', 'final'],
  caution: {
    name: 'High voltage',
    text: 'Guarded nest or barrier, both hands on the switch, discharge before the armature is touched. Follow local rules.',
  },
  check,
  hookUp: {
    instrument: 'high-potential tester',
    clips: [
      { name: 'high volts', to: ['all bars, joined by a strap'], live: true },
      { name: 'return', to: ['core; then shaft'] },
    ],
    words:
      'Three times: winding to core, core to shaft with the winding free, winding to shaft with the core free.',
  },
  judge,
  nominal: () => ({ typed: SOUND, expected: false }),
  expected: () => `${LEVELS.basic}, ${LEVELS.supplementary} and ${LEVELS.reinforced} V for a minute`,
  examples: {
    sound: { typed: SOUND, plate: { voltageV: 230 } },
    stop: { typed: { ...SOUND, broke: 'supplementary' }, plate: { voltageV: 230 } },
  },
});
