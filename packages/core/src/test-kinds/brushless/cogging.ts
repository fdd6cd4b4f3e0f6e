/** Cogging of a brushless motor: torque at standstill, turned by hand or slowly, and how often it comes round. */
import { quantity, required, type ReadingOf } from '../../language/forms/index.ts';
import { toothCoilPlanOf } from '../../machine-kinds/index.ts';
import {
  CP,
  derive,
  given,
  judgeFigure,
  lowerIsBetter,
  verdictOf,
  worse,
  type JudgedFigure,
  type Judgement,
  type Verdict,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest, type TestContext } from '../define-test.ts';

const FORM = [
  required(quantity('peak', 'Torque, peak to peak', 'torque', 0, 1000, 'such as 45 mN·m')),
  quantity('cycles', 'Cycles in one turn', 'count', 1, 20_000, 'counted'),
  quantity('drag', 'Mean drag', 'torque', 0, 1000),
] as const;
type Reading = ReadingOf<typeof FORM>;

function judge({ peak, cycles, drag }: Reading, { plan, plate }: TestContext): Judgement {
  const figures: JudgedFigure[] = [];
  const reasons: string[] = [];
  let atBest: Verdict = 'sound';
  const doubt = (verdict: Verdict, reason: string) => {
    atBest = worse(atBest, verdict);
    reasons.push(reason);
  };
  const { powerKw, speedRpm } = plate;
  if (powerKw && speedRpm) {
    const rated = (1000 * powerKw) / ((2 * Math.PI * speedRpm) / 60);
    figures.push(
      judgeFigure(
        derive(
          {
            id: 'coggingShare',
            name: 'Cogging, peak to peak, of rated torque',
            symbol: 'T_c/T_N',
            unit: '%',
            formula: '100 · T_c / (P / ω)',
            source: CP,
            inputs: {
              Tc: given('T_c', peak, 'N·m', 'read'),
              TN: given('T_N', rated, 'N·m', 'plate: power over speed'),
            },
            value: (v) => (100 * v.Tc) / v.TN,
          },
          true,
        ),
        lowerIsBetter({ from: 0, watch: 5, limit: 12, to: 40, name: 'limit 12 %', source: CP }),
      ),
    );
    if (figures[0]!.verdict !== 'sound')
      reasons.push(
        `${showNumber(figures[0]!.figure.value, 2)} % of rated torque: a magnet missing or of another strength, an eccentric rotor, or teeth that are not alike.`,
      );
  } else doubt('watch', 'Power and speed of the plate are wanted to hold it against.');
  const row = toothCoilPlanOf(plan)?.row;
  if (cycles !== undefined && row?.cogging) {
    if (cycles === row.cogging) reasons.push(`${cycles} cycles in a turn, as teeth and poles have it.`);
    else if (cycles === row.slots)
      doubt(
        'watch',
        `${cycles} cycles in a turn is the number of teeth, not ${row.cogging}: one magnet differs from the others.`,
      );
    else if (cycles === row.poles)
      doubt(
        'watch',
        `${cycles} cycles in a turn is the number of poles, not ${row.cogging}: one tooth differs, or the rotor stands out of centre.`,
      );
    else
      doubt(
        'watch',
        `${cycles} cycles in a turn; teeth and poles give ${row.cogging}. Count again, or the card has other numbers.`,
      );
  }
  const verdict = worse(figures.length > 0 ? verdictOf(figures) : 'watch', atBest);
  return {
    verdict,
    figures,
    reasons: [
      ...(reasons.length > 0 ? reasons : ['Little, against its rated torque.']),
      `${showNumber(1000 * peak, 3)} mN·m peak to peak${drag === undefined ? '' : `, ${showNumber(1000 * drag, 3)} mN·m of drag`}.`,
    ],
    next:
      verdict === 'sound'
        ? 'Go on to the back-EMF.'
        : 'Count the cycles in one turn: as many as teeth point to a magnet, as many as poles to a tooth or the centre.',
  };
}

const SOUND = { peak: '40 mN·m' };
const PLATE = { powerKw: 0.5, speedRpm: 3000 };
export const cogging = defineTest({
  id: 'cogging',
  title: 'Cogging',
  body: 'motor',
  form: FORM,
  stages: ['incoming', 'final'],
  leftToShop: true,
  hookUp: {
    instrument: 'torque gauge or spring balance on an arm',
    clips: [{ name: 'gauge', to: ['shaft'] }],
    words: 'Leads open, nothing joined. Turn slowly through a whole turn, note the greatest and the least.',
  },
  judge,
  nominal: () => ({ typed: SOUND, expected: false }),
  expected: ({ plan }) => {
    const row = toothCoilPlanOf(plan)?.row;
    return row?.cogging
      ? `${row.cogging} cycles in a turn, under 5 % of rated torque`
      : 'under 5 % of rated torque';
  },
  examples: {
    sound: { typed: SOUND, plate: PLATE },
    stop: { typed: { peak: '400 mN·m' }, plate: PLATE },
  },
});
