/** Temperature sensors in the winding: open, short, or reading the winding's temperature. */
import {
  choice,
  quantity,
  readFigureLines,
  required,
  lines,
  type ReadingOf,
} from '../../language/forms/index.ts';
import {
  CP,
  derive,
  finding,
  given,
  judgeFigure,
  lowerIsBetter,
  verdictOf,
  type Finding,
  type Judgement,
  type JudgedFigure,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest } from '../define-test.ts';
import { platinumC, thermocoupleC } from './sensor-curves.ts';

const FORM = [
  required(
    choice('type', 'What they are', {
      pt100: 'platinum, 100 Ω',
      pt1000: 'platinum, 1000 Ω',
      ptc: 'thermistors that switch (PTC)',
      K: 'thermocouples, type K',
      J: 'thermocouples, type J',
      switch: 'thermal switches, closed when cold',
    }),
  ),
  required(quantity('winding', 'Winding, by another thermometer', 'temperature', -20, 150)),
  quantity('terminal', 'Terminals, for thermocouples', 'temperature', -20, 80),
  required(
    lines(
      'sensors',
      'Each sensor',
      [['reading', '']],
      'a line each: ohms, or millivolts of a thermocouple; OL where it is open',
      2000,
    ),
  ),
] as const;
type Reading = ReadingOf<typeof FORM>;

const isCouple = (type: Reading['type']): type is 'K' | 'J' => type === 'K' || type === 'J';
const MOST = 24;
interface Sensor {
  /** null where it is open. */
  readonly value: number | null;
}

function readSensors({ sensors, type }: Pick<Reading, 'sensors' | 'type'>): readonly Sensor[] | Finding[] {
  const found: Sensor[] = [];
  const lines = sensors
    .split('\n')
    .map((l) => l.trim())
    .filter(Boolean);
  if (lines.length > MOST)
    return [finding('stop', 'sensors.too-many', `At most ${MOST} sensors.`, ['sensors'])];
  for (const line of lines) {
    if (/^(OL|open|∞)$/i.test(line)) {
      found.push({ value: null });
      continue;
    }
    const read = readFigureLines(line, {
      field: 'sensors',
      code: 'sensors.line',
      line: `Sensor ${found.length + 1}, line`,
      most: 1,
      columns: [isCouple(type) ? { name: 'value', unit: 'mV' } : { name: 'value', unit: 'Ω', own: /^ohm$/ }],
    });
    if (!read.ok) return [...read.findings];
    found.push({ value: read.value[0]!.value });
  }
  return found;
}
const isFindings = (r: readonly Sensor[] | Finding[]): r is Finding[] => r.length > 0 && 'severity' in r[0]!;

function check(r: Partial<Reading>): Finding[] {
  if (r.sensors === undefined || r.type === undefined) return [];
  const read = readSensors({ sensors: r.sensors, type: r.type });
  if (isFindings(read)) return read;
  if (isCouple(r.type) && r.terminal === undefined)
    return [
      finding(
        'stop',
        'sensors.no-terminal',
        'A thermocouple reads from its terminals on: their temperature is needed.',
        ['terminal'],
      ),
    ];
  if (read.some((s) => s.value !== null && s.value < 0 && !isCouple(r.type!)))
    return [finding('stop', 'sensors.negative', 'No resistance is below 0.', ['sensors'])];
  return [];
}

/** Cold thermistor of one phase; three stand in series. Source: DIN 44081/44082: 20 to 250 Ω each below the switching point (from memory). */
const PTC_COLD = { least: 20, most: 750, hot: 1650 };

function judge(r: Reading): Judgement {
  const read = readSensors(r);
  const sensors = isFindings(read) ? [] : read;
  const figures: JudgedFigure[] = [];
  const reasons: string[] = [];
  let stop = false;
  const bad = (reason: string) => {
    stop = true;
    reasons.push(reason);
  };
  sensors.forEach(({ value }, i) => {
    const name = `Sensor ${i + 1}`;
    if (value === null) return bad(`${name} is open: a broken lead or joint.`);
    if (r.type === 'switch')
      return value > 5
        ? bad(`${name} reads ${showNumber(value, 3)} Ω, a closed contact has hardly any.`)
        : undefined;
    if (r.type === 'ptc')
      return value < PTC_COLD.least
        ? bad(`${name} reads ${showNumber(value, 3)} Ω: shorted, no thermistor is so low.`)
        : value > PTC_COLD.hot
          ? bad(
              `${name} reads ${showNumber(value, 4)} Ω at ${showNumber(r.winding, 2)} °C: it says hot, or a lead is nearly broken.`,
            )
          : value > PTC_COLD.most
            ? bad(`${name} reads ${showNumber(value, 4)} Ω: too much for three in series when cold.`)
            : undefined;
    const shows = isCouple(r.type)
      ? thermocoupleC(r.type, value, r.terminal!)
      : platinumC(value, r.type === 'pt1000' ? 1000 : 100);
    if (shows === null)
      return bad(
        isCouple(r.type)
          ? `${name} reads ${showNumber(value, 3)} mV, which no winding makes.`
          : `${name} reads ${showNumber(value, 4)} Ω: ${value < 10 ? 'shorted' : 'not of this type, or a bad joint in its leads'}.`,
      );
    const off = judgeFigure(
      derive(
        {
          id: `sensor${i + 1}`,
          name: `${name}, off the winding’s temperature`,
          symbol: '|Δθ|',
          unit: 'K',
          formula: '|Δθ| = |θ of the sensor − θ of the winding|',
          source: `${isCouple(r.type) ? 'IEC 60584-1' : 'IEC 60751'} (from memory); limits: ${CP}`,
          inputs: {
            s: given('θ_s', shows, '°C', isCouple(r.type) ? 'from millivolts and terminals' : 'from ohms'),
            w: given('θ', r.winding, '°C', 'winding'),
          },
          value: (v) => Math.abs(v.s - v.w),
        },
        true,
      ),
      lowerIsBetter({ from: 0, watch: 3, limit: 6, to: 15, name: 'limit 6 K', source: CP }),
    );
    figures.push(off);
    if (off.verdict !== 'sound')
      reasons.push(
        `${name} shows ${showNumber(shows, 3)} °C, the winding has ${showNumber(r.winding, 3)}: ${
          isCouple(r.type) && shows < r.winding
            ? 'leads changed over, or of another type'
            : shows > r.winding
              ? 'resistance in its leads, or of another type'
              : 'another type, or not in the winding'
        }.`,
      );
  });
  if (figures.length === 0)
    figures.push({
      figure: derive(
        {
          id: 'sensorsRead',
          name: 'Sensors read',
          symbol: 'n',
          unit: '',
          formula: 'counted',
          source: 'this test',
          inputs: { n: given('n', sensors.length, '', 'lines') },
          value: (v) => v.n,
        },
        true,
      ),
    });
  const verdict = stop ? 'stop' : verdictOf(figures);
  return {
    verdict,
    figures,
    reasons: [
      ...reasons,
      ...(reasons.length === 0
        ? [`All ${sensors.length} read as they must at ${showNumber(r.winding, 3)} °C.`]
        : [`${sensors.length} were read.`]),
    ],
    next:
      verdict === 'sound'
        ? 'Write the type on the lid of the terminal box.'
        : 'Measure again at the sensor’s own joint; a sensor is replaced before varnish, not after.',
  };
}

export const sensors = defineTest({
  id: 'sensors',
  title: 'Temperature sensors',
  body: 'stator',
  form: FORM,
  leftToShop: true,
  stages: ['incoming', 'before-varnish', 'final'],
  caution: {
    name: 'Low volts only',
    text: 'Thermistors are measured with 2.5 V at most. Short sensor leads together and to ground in every high-voltage test of the winding.',
  },
  check,
  hookUp: {
    instrument: 'ohmmeter, low volts',
    clips: [
      { name: 'one side', to: ['sensor'] },
      { name: 'other side', to: ['sensor, other lead'] },
    ],
    words: 'One sensor after the other, at its own terminals; winding leads on earth.',
  },
  judge,
  nominal: () => ({ typed: { type: 'pt100', winding: '20', sensors: '107.79' }, expected: false }),
  expected: () => 'at 20 °C: Pt100 107.8 Ω, Pt1000 1078 Ω; thermistors 20 to 250 Ω each',
  examples: {
    sound: { typed: { type: 'pt100', winding: '22', sensors: '108.6\n108.5\n108.7' } },
    stop: { typed: { type: 'pt100', winding: '22', sensors: '108.6\nOL\n108.7' } },
  },
});
