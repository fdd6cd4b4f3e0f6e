/** Slip rings: true running, what is left of them, their face, and what lies between them. Source: common practice, no source. */
import { bounded, choice, quantity, required, type ReadingOf } from '../../language/forms/index.ts';
import {
  asRead,
  CP,
  given,
  higherIsBetter,
  judgeFigure,
  lowerIsBetter,
  verdictOf,
  worse,
  type JudgedFigure,
  type Judgement,
  type Verdict,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest } from '../define-test.ts';

const FORM = [
  required(quantity('runOut', 'Run-out, worst ring', 'length', 0, 5, 'once round, in its own bearings')),
  required(
    choice('face', 'Face', {
      even: 'even, dull shine',
      grooved: 'grooved',
      spotted: 'flat spots or burns',
      pitted: 'pitted from standing',
    }),
  ),
  required(
    bounded(
      quantity(
        'between',
        'Ring to ring and to shaft',
        'insulation-resistance',
        0,
        10_000_000,
        'leads off, at 500 V',
      ),
    ),
  ),
  quantity('diameter', 'Diameter, smallest ring', 'length', 5, 2000),
  quantity('least', 'worn out at', 'length', 5, 2000),
] as const;
type Reading = ReadingOf<typeof FORM>;
const RUN_OUT = lowerIsBetter({
  from: 0,
  watch: 0.05,
  limit: 0.1,
  to: 0.3,
  name: 'limit 0.10 mm',
  source: CP,
});
const FACE: Readonly<Record<Exclude<Reading['face'], 'even'>, readonly [Verdict, string]>> = {
  grooved: ['watch', 'Grooved: brushes of the wrong grade or dust; turn them, and stagger the brushes.'],
  spotted: ['stop', 'Flat spots or burns lift the brushes: turn the rings before it runs.'],
  pitted: ['watch', 'Pitted where the brushes stood: polish, and lift the brushes where it stands for long.'],
};

function judge(r: Reading): Judgement {
  const reasons: string[] = [];
  let atBest: Verdict = 'sound';
  const doubt = (verdict: Verdict, reason: string) => {
    atBest = worse(atBest, verdict);
    reasons.push(reason);
  };
  const figures: JudgedFigure[] = [
    judgeFigure(
      asRead('ringRunOut', 'Run-out', { ...given('r', r.runOut, 'mm', 'read'), source: CP }),
      RUN_OUT,
    ),
    judgeFigure(
      asRead('betweenRings', 'Between the rings', {
        ...given('R', Math.min(r.between, 10_000_000), 'MΩ', 'read'),
        source: CP,
      }),
      higherIsBetter({
        from: 0.1,
        limit: 1,
        sound: 10,
        to: 10_000,
        name: 'least 1 MΩ',
        kind: 'log',
        source: CP,
      }),
    ),
  ];
  if (r.face !== 'even') doubt(...FACE[r.face]);
  if (figures[0]!.verdict !== 'sound')
    reasons.push(`${showNumber(r.runOut, 2)} mm out of true: the brushes follow it, bounce and burn.`);
  if (figures[1]!.verdict !== 'sound')
    reasons.push(
      `${showNumber(r.between, 2)} MΩ between rings: carbon dust, oil, or the insulation under a ring.`,
    );
  if (r.diameter !== undefined && r.least !== undefined && r.diameter < r.least)
    doubt(
      'stop',
      `${showNumber(r.diameter, 4)} mm is under the ${showNumber(r.least, 4)} mm at which a ring is worn out.`,
    );
  const verdict = worse(verdictOf(figures), atBest);
  return {
    verdict,
    figures,
    reasons: [
      ...(reasons.length > 0 ? reasons : ['True, even, and clean between.']),
      `Run-out ${showNumber(r.runOut, 2)} mm, ${showNumber(Math.min(r.between, 10_000_000), 3)} MΩ between.`,
    ],
    next:
      verdict === 'sound'
        ? 'Bed the brushes, and go on.'
        : verdict === 'stop'
          ? 'Turn the rings true between their bearings, clean, measure again; a worn set is replaced.'
          : 'See to what is said above, then measure again.',
  };
}

const FINE = { runOut: '0.02', face: 'even', between: '500' };
export const slipRings = defineTest({
  id: 'slip-rings',
  title: 'Slip rings',
  body: 'rotor',
  form: FORM,
  stages: ['incoming', 'varnished', 'final'],
  caution: {
    name: 'Turning, copper chips, carbon dust',
    text: 'Extraction and eye protection on; no sleeves or gloves near the turning rotor.',
  },
  hookUp: {
    instrument: 'dial gauge, insulation tester',
    clips: [
      { name: 'dial gauge', to: ['each ring, in its own bearings'] },
      { name: 'tester', to: ['ring to ring', 'ring to shaft'] },
    ],
    words: 'Leads of the winding taken off the rings for the insulation.',
  },
  judge,
  nominal: () => ({ typed: FINE, expected: false }),
  expected: () => 'run-out under 0.05 mm, over 10 MΩ between',
  examples: { sound: { typed: FINE }, stop: { typed: { ...FINE, runOut: '0.25' } } },
});
