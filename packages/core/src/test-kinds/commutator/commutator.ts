/** The running face of a commutator: true, even, and the mica below the copper. */
import { choice, quantity, required, type ReadingOf } from '../../language/forms/index.ts';
import {
  asRead,
  CP,
  given,
  judgeFigure,
  lowerIsBetter,
  usualRange,
  verdictOf,
  worse,
  type JudgedFigure,
  type Judgement,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest } from '../define-test.ts';

const FORM = [
  required(quantity('runOut', 'Run-out of the face', 'length', 0, 3, 'dial gauge, one turn')),
  required(quantity('barStep', 'Largest step, bar to bar', 'length', 0, 1)),
  required(quantity('micaDepth', 'Mica below the copper', 'length', 0, 6, 'least of four places')),
  required(
    choice('edges', 'Edges of the bars', { chamfered: 'chamfered, no burr', sharp: 'sharp, or with burrs' }),
  ),
  choice('film', 'Film, of one that ran', {
    even: 'even, brown to grey',
    patchy: 'patchy',
    grooved: 'grooved or streaked',
    'burnt-pitch': 'bars burnt a pole pitch apart',
    'burnt-one': 'one or two bars burnt',
  }),
  quantity('diameter', 'Diameter of the face', 'length', 5, 2000),
  quantity('least', 'Wears out at', 'length', 5, 2000),
] as const;
type Reading = ReadingOf<typeof FORM>;

const FILM: Readonly<Record<string, string>> = {
  patchy: 'The film is patchy: uneven brush pressure, oil, or another grade of brush.',
  grooved: 'The film is grooved or streaked: dust, a hard brush, or too little current for the grade.',
  'burnt-pitch': 'Bars are burnt a pole pitch apart: an open riser or coil, or equalizers that are open.',
  'burnt-one': 'One or two bars are burnt: look at their risers and read them bar to bar.',
};

function judge(r: Reading): Judgement {
  const figures: JudgedFigure[] = [];
  const of = (id: string, name: string, mm: number, scale: Parameters<typeof judgeFigure>[1]) =>
    figures.push(judgeFigure(asRead(id, name, { ...given('x', mm, 'mm', 'read'), source: CP }), scale));
  of(
    'runOut',
    'Run-out',
    r.runOut,
    lowerIsBetter({ from: 0, watch: 0.03, limit: 0.08, to: 0.3, name: 'limit 0.08', source: CP }),
  );
  of(
    'barStep',
    'Step from bar to bar',
    r.barStep,
    lowerIsBetter({ from: 0, watch: 0.003, limit: 0.01, to: 0.04, name: 'limit 0.01', source: CP }),
  );
  // Level mica lifts the brushes; a slot that is too deep fills with dust.
  of('micaDepth', 'Mica below the copper', r.micaDepth, {
    ...usualRange({ from: 0, low: 0.5, high: 1.6, limit: 2.2, to: 3, source: CP }),
    bands: [
      { from: 0, to: 0.2, verdict: 'stop' },
      { from: 0.2, to: 0.5, verdict: 'watch' },
      { from: 0.5, to: 1.6, verdict: 'sound' },
      { from: 1.6, to: 3, verdict: 'watch' },
    ],
    limits: [{ at: 0.2, name: 'least 0.2' }],
  });
  const reasons: string[] = [];
  const [runOut, step, mica] = figures;
  if (runOut!.verdict !== 'sound')
    reasons.push(`It runs out by ${showNumber(r.runOut, 2)} mm: the brushes jump and burn the bars.`);
  if (step!.verdict !== 'sound')
    reasons.push(`Steps of ${showNumber(r.barStep, 2)} mm from bar to bar: loose or high bars.`);
  if (mica!.verdict !== 'sound')
    reasons.push(
      r.micaDepth < 1
        ? `Mica only ${showNumber(r.micaDepth, 2)} mm below the copper: it wears level and lifts the brushes.`
        : `Mica ${showNumber(r.micaDepth, 2)} mm below the copper: so deep a slot fills with carbon dust.`,
    );
  let verdict = verdictOf(figures);
  if (r.edges === 'sharp') {
    verdict = worse(verdict, 'watch');
    reasons.push('Sharp edges shave the brushes, and burrs bridge the slots: chamfer and brush them out.');
  }
  if (r.film && r.film !== 'even') {
    verdict = worse(verdict, 'watch');
    reasons.push(FILM[r.film]!);
  }
  if (r.diameter !== undefined && r.least !== undefined && r.diameter < r.least) {
    verdict = 'stop';
    reasons.push(
      `${showNumber(r.diameter, 4)} mm is under the ${showNumber(r.least, 4)} mm at which it is worn out: no copper is left to hold the bars.`,
    );
  }
  return {
    verdict,
    figures,
    reasons: [
      ...(reasons.length > 0 ? reasons : ['True, even, and undercut clean.']),
      `Run-out ${showNumber(r.runOut, 2)}, step ${showNumber(r.barStep, 2)}, mica ${showNumber(r.micaDepth, 2)} mm below.`,
    ],
    next:
      verdict === 'sound'
        ? 'Blow it out, and go on to balance.'
        : verdict === 'stop'
          ? 'Turn it true between its bearings, undercut, chamfer, measure again; a worn one is replaced.'
          : 'See to what is said above, then measure again.',
  };
}

const FINE = { runOut: '0.01', barStep: '0.002', micaDepth: '0.9', edges: 'chamfered' };
export const commutator = defineTest({
  id: 'commutator',
  title: 'Commutator',
  body: 'rotor',
  form: FORM,
  stages: ['incoming', 'varnished', 'final'],
  caution: {
    name: 'Turning, mica dust, copper chips',
    text: 'Dust extraction and eye protection on; no sleeves or gloves near the turning armature.',
  },
  hookUp: {
    instrument: 'dial gauge, depth gauge',
    clips: [{ name: 'dial gauge', to: ['face, in its own bearings'] }],
    words: 'Turn it by hand in its bearings or on its journals; once round slowly, then bar by bar.',
  },
  judge,
  nominal: () => ({ typed: FINE, expected: false }),
  expected: () => 'run-out under 0.03 mm, mica 0.5 to 1.6 mm below',
  examples: { sound: { typed: FINE }, stop: { typed: { ...FINE, runOut: '0.15' } } },
});
