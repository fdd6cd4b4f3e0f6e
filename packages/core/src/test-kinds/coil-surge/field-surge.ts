/**
 * Coils of the poles pulsed one by one: coils that are alike, on iron that is alike, ring alike.
 * Source: limits of the shop's own rules; the level of a coil by itself is common practice, no source.
 */
import { criteriaOf } from '../criteria/index.ts';
import { choice, required, type ReadingOf } from '../../language/forms/index.ts';
import { commutatorPlanOf, polesOfWinding, type PoleWinding } from '../../machine-kinds/index.ts';
import {
  finding,
  verdictOf,
  worse,
  type Finding,
  type Judgement,
  type Verdict,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { POLE_WINDING_CHOICE } from '../field-drop/field-drop.ts';
import { defineTest, type TestContext } from '../define-test.ts';
import {
  areasOf,
  checkLevel,
  checkPlaces,
  firstIsOdd,
  placesOf,
  rings,
  sayCause,
  SURGE_CAUTION,
  testLevel,
  tooAlike,
  TRIES_TURNS,
  worstPlace,
} from './places.ts';

const FORM = [
  required(choice('winding', 'Which winding', POLE_WINDING_CHOICE)),
  required(choice('iron', 'The coils are', { on: 'on their poles in the frame', out: 'off their poles' })),
  testLevel,
  areasOf('Area of each pole', 'the first pole against itself, that is 0; then the same way round'),
  rings,
] as const;
type Reading = ReadingOf<typeof FORM>;

/** Volts across one coil in service: of a shunt its share of the plate's, of the others what its ohms drop; null where neither follows. */
const workingV = ({ plan: any, plate }: TestContext, winding: PoleWinding): number | null => {
  const plan = commutatorPlanOf(any);
  const poles = polesOfWinding(plan, winding);
  if (!plan || poles === 0) return null;
  if (winding === 'shunt') return plate.voltageV ? plate.voltageV / poles : null;
  const ohm = plan.figures[`${winding}Ohm20`]?.value;
  return ohm && plate.currentA ? (ohm * plate.currentA) / poles : null;
};

function check(r: Partial<Reading>, context: TestContext): Finding[] {
  const plan = commutatorPlanOf(context.plan);
  const poles = plan && r.winding ? polesOfWinding(plan, r.winding) : null;
  if (poles === 0)
    return [
      finding(
        'stop',
        'field-surge.no-such-winding',
        'This machine has no such winding by its plate and card.',
        ['winding'],
      ),
    ];
  const found = checkPlaces(r, poles, 'poles with it');
  found.push(...checkLevel(r.testVoltage, context.plate.voltageV, 'a field'));
  return found;
}

function judge(r: Reading, context: TestContext): Judgement {
  const plan = commutatorPlanOf(context.plan);
  const criteria = context.criteria ?? criteriaOf(null);
  const limit = criteria.number('surgeArea');
  const { areas, rings: rung } = placesOf(r);
  const { judged, place } = worstPlace(areas, (i) => `pole ${i + 1}`, criteria);
  const byFigures = verdictOf([judged]);
  const reasons: string[] = [];
  let atBest: Verdict = 'sound';
  const doubt = (reason: string) => {
    atBest = worse(atBest, 'watch');
    reasons.push(reason);
  };
  const turns = plan?.poleCoils[r.winding]?.turns;
  if (byFigures === 'sound')
    reasons.push('Every coil rings like the first one: none has shorted turns that show.');
  else {
    const odd = oddPole(areas, rung, limit);
    if (odd === null)
      reasons.push(
        `The two coils differ by ${showNumber(areas[place]!, 3)} %; which of them is odd shows only in how fast they ring, or against a third one: fill that in.`,
      );
    else {
      reasons.push(
        areas.length === 2
          ? `The two coils differ by ${showNumber(areas[place]!, 3)} %, and pole ${odd + 1} rings faster: fewer turns work there.`
          : odd === 0
            ? `All the others are unlike pole 1, by ${showNumber(areas[place]!, 3)} % at most: pole 1 is the odd one.`
            : `Pole ${odd + 1} is ${showNumber(areas[odd]!, 3)} % off the first one.`,
        ...sayCause(
          'the coil',
          rung.filter((_, i) => i === odd),
          rung.filter((_, i) => i !== odd && (areas.length === 2 || odd === 0 || areas[i]! <= limit / 2)),
          turns ? { turnsPerCoil: turns, coilsInSeries: 1, groupsInSeries: 1 } : null,
        ),
      );
    }
    if (r.iron === 'on')
      reasons.push(
        'On the poles the iron and the coils beside it weigh in: see that joints are open, shims alike and no other winding of the pole is closed.',
      );
  }
  const alike = tooAlike(areas);
  if (alike) doubt(alike);
  if (!plan) doubt('Without a plan nobody knows whether every pole was pulsed: fill the card.');
  const working = workingV(context, r.winding);
  if (plan && !working)
    doubt(
      'What the coil has in service does not follow from plate and card: whether the level tries its turns cannot be told.',
    );
  else if (working && r.testVoltage < TRIES_TURNS * working)
    doubt(
      `${showNumber(r.testVoltage, 3)} V is under ${TRIES_TURNS} times the ${showNumber(working, 3)} V that a coil has in service: this shows dead shorts only.`,
    );
  if (!context.plate.voltageV)
    doubt('The plate has no volts that can be read: whether the level was right cannot be told.');
  return {
    verdict: worse(atBest, byFigures),
    figures: [judged],
    reasons,
    next:
      byFigures === 'sound'
        ? 'Ground the coils, close their joints again, then measure the drop of each pole.'
        : 'Change its place with a sound one, or lift it from the pole, and pulse again: what moves with the coil is the coil.',
  };
}

/** The pole that is unlike the others; of two the one that rings faster, and null where that was not read. */
function oddPole(
  areas: readonly number[],
  rung: ReturnType<typeof placesOf>['rings'],
  limit: number,
): number | null {
  if (areas.length > 2)
    return firstIsOdd(areas, limit) ? 0 : areas.reduce((a, v, i) => (v > areas[a]! ? i : a), 0);
  if (rung.length < 2 || rung[0]!.kHz === rung[1]!.kHz) return null;
  return rung[0]!.kHz > rung[1]!.kHz ? 0 : 1;
}

const LINE = { machine: 'direct-current', line: '6s 12b 2p lap+ 1-4 T5 0.80 @4 F800 0.40' };
const PLATE = { voltageV: 110 };
export const fieldSurge = defineTest({
  id: 'field-surge',
  title: 'Field coils, surge pole by pole',
  body: 'stator',
  form: FORM,
  leftToShop: true,
  stages: ['incoming', 'before-varnish', 'varnished'],
  caution: SURGE_CAUTION,
  check,
  hookUp: {
    instrument: 'surge tester',
    clips: [
      { name: 'pulse', to: ['start of one coil'], live: true },
      { name: 'ground', to: ['its finish', 'frame'] },
    ],
    words:
      'Joints between the poles open. The same end of every coil on the pulse; the wave of pole 1 kept, then pole 2, the same way round.',
  },
  judge,
  nominal: ({ plan: any }) => {
    const plan = commutatorPlanOf(any);
    const winding = plan?.fields.windings[0];
    return plan && winding
      ? {
          typed: {
            winding,
            iron: 'on',
            testVoltage: '1000',
            areas: Array(polesOfWinding(plan, winding)).fill('0').join('\n'),
          },
          expected: false,
        }
      : null;
  },
  expected: (context) => {
    const working = workingV(context, 'shunt');
    return working
      ? `${showNumber(working, 3)} V across a shunt coil in service; ${showNumber(TRIES_TURNS * working, 3)} V or more try its turns`
      : null;
  },
  examples: {
    sound: {
      typed: { winding: 'shunt', iron: 'on', testVoltage: '600', areas: '0\n2.4' },
      plate: PLATE,
      winding: LINE,
    },
    stop: {
      typed: {
        winding: 'shunt',
        iron: 'on',
        testVoltage: '600',
        areas: '0\n31.5',
        rings: '1.42; 0.31\n1.71; 0.84',
      },
      plate: PLATE,
      winding: LINE,
    },
  },
});
