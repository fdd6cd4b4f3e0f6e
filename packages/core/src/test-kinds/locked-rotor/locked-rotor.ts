/** Locked rotor at reduced volts: what it would draw and pull at rated volts, and whether the phases draw alike. */
import { quantity, required, type ReadingOf } from '../../language/forms/index.ts';
import {
  codeLetter,
  lockedAtRated,
  lockedKvaPerHp,
  statorCopperLoss,
} from '../../physics/performance/index.ts';
import {
  CP,
  asRead,
  derive,
  finding,
  given,
  judgeFigure,
  lowerIsBetter,
  unbalance,
  verdictOf,
  worse,
  type Finding,
  type JudgedFigure,
  type Judgement,
  type LimitScale,
  type Verdict,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest, type TestContext } from '../define-test.ts';

const FORM = [
  required(quantity('voltage', 'Line volts', 'voltage', 1, 15000, 'as much as drives about rated current')),
  required(quantity('u', 'Current U', 'current', 0, 20000)),
  required(quantity('v', 'Current V', 'current', 0, 20000)),
  required(quantity('w', 'Current W', 'current', 0, 20000)),
  required(quantity('frequency', 'Frequency', 'frequency', 5, 500)),
  quantity('power', 'Power in, all three phases', 'power', 0, 5000),
  quantity('torque', 'Torque at the shaft', 'torque', 0, 100000),
  quantity('leadOhm', 'Lead to lead, right before', 'resistance', 0.000001, 20000),
] as const;
type Reading = ReadingOf<typeof FORM>;

/** Cage motors started straight from the line draw five to eight times. Common practice, no source. */
const STARTING: LimitScale = {
  from: 0,
  to: 14,
  kind: 'linear',
  bands: [
    { from: 0, to: 3, verdict: 'stop' },
    { from: 3, to: 4.5, verdict: 'watch' },
    { from: 4.5, to: 8.5, verdict: 'sound' },
    { from: 8.5, to: 11, verdict: 'watch' },
    { from: 11, to: 14, verdict: 'stop' },
  ],
  limits: [
    { at: 3, name: 'least 3' },
    { at: 11, name: 'limit 11' },
  ],
  source: CP,
};
const HP_KW = 0.746;
const mean = (r: Reading) => (r.u + r.v + r.w) / 3;

function check(r: Partial<Reading>, { plate }: TestContext): Finding[] {
  const found: Finding[] = [];
  const stop = (code: string, message: string, ...fields: string[]) =>
    found.push(finding('stop', `locked.${code}`, message, fields));
  const { voltage, u, v, w, power, leadOhm } = r;
  if (voltage === undefined || u === undefined || v === undefined || w === undefined) return found;
  const amperes = (u + v + w) / 3;
  if (amperes === 0) stop('no-current', 'No phase carried a current: nothing was connected.', 'u', 'v', 'w');
  const watts = power === undefined ? null : 1000 * power;
  if (watts !== null && watts > Math.sqrt(3) * voltage * amperes)
    stop(
      'more-watts-than-volt-amperes',
      `${showNumber(watts, 4)} W are more than ${showNumber(voltage, 4)} V and ${showNumber(amperes, 3)} A carry: was it watts? A bare figure is kW here.`,
      'power',
    );
  else if (watts !== null && leadOhm !== undefined && watts <= statorCopperLoss(amperes, leadOhm))
    stop(
      'less-than-copper',
      `The stator’s copper alone takes ${showNumber(statorCopperLoss(amperes, leadOhm), 3)} W at this current: watts or ohms are wrong.`,
      'leadOhm',
    );
  if (plate.voltageV && voltage > 1.1 * plate.voltageV)
    stop(
      'over-rated',
      `${showNumber(voltage, 4)} V are over the plate’s: with the rotor locked that burns it.`,
      'voltage',
    );
  return found;
}

function judge(r: Reading, { plate }: TestContext): Judgement {
  const figures: JudgedFigure[] = [];
  const reasons: string[] = [];
  let atBest: Verdict = 'sound';
  const doubt = (reason: string) => {
    atBest = worse(atBest, 'watch');
    reasons.push(reason);
  };
  const { voltageV, currentA, powerKw } = plate;
  const spread = judgeFigure(
    derive(
      {
        id: 'lockedUnbalance',
        name: 'Current unbalance, locked',
        symbol: 'u_I',
        unit: '%',
        formula: 'u_I = 100 · largest deviation from the mean / mean',
        source: `definition as for voltages in NEMA MG 1; ${CP}`,
        inputs: {
          u: given('I_U', r.u, 'A', 'read'),
          v: given('I_V', r.v, 'A', 'read'),
          w: given('I_W', r.w, 'A', 'read'),
        },
        value: (x) => 100 * unbalance([x.u, x.v, x.w]),
      },
      true,
    ),
    lowerIsBetter({ from: 0, watch: 5, limit: 10, to: 20, name: 'limit 10 %', source: CP }),
  );
  if (voltageV && currentA) {
    const ratio = derive(
      {
        id: 'startingCurrent',
        name: 'Starting current at rated volts, of the plate’s',
        symbol: 'I_L/I_N',
        unit: '',
        formula: 'I_L/I_N = I · (V_N / V) / I_N',
        source:
          'IEEE 112, locked rotor at reduced volts (from memory): in proportion, saturation makes it larger',
        inputs: {
          i: given('I', mean(r), 'A', 'mean of three'),
          v: given('V', r.voltage, 'V', 'this test'),
          vn: given('V_N', voltageV, 'V', 'plate'),
          n: given('I_N', currentA, 'A', 'plate'),
        },
        value: (x) => (x.i * x.vn) / x.v / x.n,
      },
      true,
    );
    const judged = judgeFigure(ratio, STARTING);
    figures.push(judged);
    const at = lockedAtRated({
      currentA: mean(r),
      torqueNm: r.torque ?? 0,
      powerW: 1000 * (r.power ?? 0),
      testVoltageV: r.voltage,
      ratedVoltageV: voltageV,
    });
    reasons.push(
      `At ${showNumber(voltageV, 4)} V it would draw ${showNumber(at.currentA, 3)} A${powerKw ? `, code letter ${codeLetter(lockedKvaPerHp(voltageV, at.currentA, powerKw / HP_KW))}` : ''}${r.torque === undefined ? '' : ` and pull ${showNumber(at.torqueNm, 3)} N·m`}; saturation makes it somewhat more.`,
    );
    if (judged.verdict !== 'sound')
      reasons.push(
        ratio.value > 6
          ? 'High: turns too few, circuits too many, or delta where star belongs.'
          : 'Low: turns too many, star where delta belongs, or bars of the cage broken.',
      );
    if (r.voltage < 0.03 * voltageV)
      doubt(
        `${showNumber(r.voltage, 3)} V are only ${showNumber((100 * r.voltage) / voltageV, 2)} % of rated: what is carried up from there is a guess.`,
      );
  } else doubt('The plate has no volts or no current that can be read: the starting current is not judged.');
  if (plate.frequencyHz && r.frequency !== plate.frequencyHz)
    doubt(
      `Read at ${showNumber(r.frequency, 3)} Hz: reactances go with the frequency, so the starting current at ${showNumber(plate.frequencyHz, 3)} Hz is smaller than the volts alone say.`,
    );
  if (powerKw && r.torque !== undefined && plate.speedRpm && voltageV)
    figures.push({
      figure: derive(
        {
          id: 'startingTorque',
          name: 'Starting torque, of the rated',
          symbol: 'T_L/T_N',
          unit: '',
          formula: 'T_L/T_N = T · (V_N/V)² / (9549 · P / n)',
          source: 'IEEE 112, locked rotor at reduced volts (from memory)',
          inputs: {
            t: given('T', r.torque, 'N·m', 'this test'),
            v: given('V', r.voltage, 'V', 'this test'),
            vn: given('V_N', voltageV, 'V', 'plate'),
            p: given('P', powerKw, 'kW', 'plate'),
            n: given('n', plate.speedRpm, 'rpm', 'plate'),
          },
          value: (x) => (x.t * (x.vn / x.v) ** 2) / ((9549 * x.p) / x.n),
        },
        true,
      ),
    });
  if (r.power !== undefined)
    figures.push({
      figure: asRead('lockedPower', 'Power, locked', {
        ...given('P', 1000 * r.power, 'W', 'read'),
        source: 'this test',
      }),
    });
  figures.push(spread);
  if (spread.verdict !== 'sound')
    reasons.push(
      'The currents differ with the rotor at rest: turn the shaft a tooth further and read again. If the odd phase moves with the rotor, it is the cage; if it stays, it is winding or supply.',
    );
  const verdict = worse(atBest, verdictOf(figures));
  return {
    verdict,
    figures,
    reasons,
    next:
      spread.verdict !== 'sound'
        ? 'Repeat at three or four places of the rotor, a few seconds each.'
        : verdict === 'sound'
          ? 'With the no-load run kept too, the circuit and the curves of the motor are drawn from both.'
          : figures[0]!.verdict !== 'sound' && figures[0]!.figure.id === 'startingCurrent'
            ? 'Compare turns, circuits and connection with the card.'
            : 'See to what is said above, then read again.',
  };
}

const PLATE = { powerKw: 11, voltageV: 400, currentA: 22, frequencyHz: 50, speedRpm: 1460 };
export const lockedRotor = defineTest({
  id: 'locked-rotor',
  title: 'Locked rotor',
  body: 'motor',
  form: FORM,
  leftToShop: true,
  stages: ['final'],
  caution: {
    name: 'Locked shaft',
    text: 'The lock holds the whole starting torque: check it and the direction before power, stand clear. A few seconds a reading: winding and cage heat very fast.',
  },
  check,
  hookUp: {
    instrument: 'supply, analyser',
    clips: [
      { name: 'L1', to: ['U'], live: true },
      { name: 'L2', to: ['V'], live: true },
      { name: 'L3', to: ['W'], live: true },
      { name: 'earth', to: ['frame'] },
    ],
    words:
      'Shaft locked by an arm on a scale. Raise the volts from nothing to about rated current; seconds only.',
  },
  judge,
  nominal: ({ plate: { voltageV, currentA, frequencyHz } }) =>
    voltageV && currentA
      ? {
          typed: {
            voltage: String(Math.round(voltageV / 6.5)),
            u: String(currentA),
            v: String(currentA),
            w: String(currentA),
            frequency: String(frequencyHz ?? 50),
          },
          expected: false,
        }
      : null,
  expected: ({ plate: { voltageV, currentA } }) =>
    voltageV && currentA
      ? `about ${Math.round(voltageV / 8.5)} to ${Math.round(voltageV / 4.5)} V drive the rated ${showNumber(currentA, 3)} A`
      : null,
  examples: {
    sound: {
      typed: {
        voltage: '62',
        u: '22.1',
        v: '22',
        w: '21.9',
        frequency: '50',
        power: '1.05 kW',
        torque: '1.7',
        leadOhm: '0.6',
      },
      plate: PLATE,
    },
    stop: { typed: { voltage: '25', u: '22', v: '22', w: '22', frequency: '50' }, plate: PLATE },
  },
});
