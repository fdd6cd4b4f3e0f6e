/** Watts of the no-load run: core, friction and copper parted, where the readings say enough. */
import { readFigureLines } from '../../language/forms/index.ts';
import type { Nameplate } from '../../winding/nameplate/index.ts';
import {
  separateNoLoad,
  statorCopperLoss,
  type NoLoadPoint,
  type NoLoadSeparation,
} from '../../physics/performance/index.ts';
import {
  asRead,
  finding,
  given,
  type Finding,
  type JudgedFigure,
  type Outcome,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import type { Chart } from '../chart.ts';

export interface LossReading {
  readonly voltage: number;
  readonly u: number;
  readonly v: number;
  readonly w: number;
  readonly power?: number;
  readonly leadOhm?: number;
  readonly series?: string;
}
const SOURCE = 'IEEE 112 and IEC 60034-2-1, separation of no-load losses (from memory)';
/** The friction's line goes through the points up to that share of the rated volts. Source: IEC 60034-2-1 has about 50 % (from memory). */
const LOW_SHARE = 0.55;

/** Points at other volts, from the highest down. */
export const readSeries = (series: string): Outcome<readonly NoLoadPoint[]> =>
  readFigureLines(series, {
    field: 'series',
    code: 'no-load.point',
    line: 'Point',
    most: 40,
    columns: [
      { name: 'voltageV', unit: 'V' },
      { name: 'currentA', unit: 'A' },
      { name: 'powerW', unit: 'W' },
      { name: 'lineOhm', unit: 'Ω', own: /^ohm$/ },
    ],
  });

/** @returns null where no series was read, or it does not reach the plate's volts */
export function separationOf(series: string | undefined, plate: Nameplate): NoLoadSeparation | null {
  if (!series?.trim() || !plate.voltageV) return null;
  const read = readSeries(series);
  if (!read.ok) return null;
  const parted = separateNoLoad(read.value, LOW_SHARE * plate.voltageV, plate.voltageV);
  return parted.ok ? parted.value : null;
}

/** What cannot be: more watts than volt-amperes, less than the copper takes, a series that says nothing. */
export function checkLosses(r: Partial<LossReading>, plate: Nameplate): Finding[] {
  const found: Finding[] = [];
  const stop = (code: string, message: string, field: string) =>
    found.push(finding('stop', `no-load.${code}`, message, [field]));
  const { voltage, u, v, w, power, leadOhm, series } = r;
  if (power !== undefined && voltage !== undefined && u !== undefined && v !== undefined && w !== undefined) {
    const amperes = (u + v + w) / 3;
    const watts = 1000 * power;
    if (watts > Math.sqrt(3) * voltage * amperes)
      stop(
        'more-watts-than-volt-amperes',
        `${showNumber(watts, 4)} W are more than ${showNumber(voltage, 4)} V and ${showNumber(amperes, 3)} A carry: was it watts? A bare figure is kW here.`,
        'power',
      );
    else if (leadOhm !== undefined && watts <= statorCopperLoss(amperes, leadOhm))
      stop(
        'less-than-copper',
        `Copper alone takes ${showNumber(statorCopperLoss(amperes, leadOhm), 3)} W at this current: watts or ohms are wrong.`,
        'leadOhm',
      );
  }
  if (!series?.trim()) return found;
  const read = readSeries(series);
  if (!read.ok) return [...found, ...read.findings];
  read.value.forEach((p, i) => {
    if (!(p.voltageV > 0 && p.currentA > 0 && p.powerW > 0 && p.lineOhm > 0))
      stop('point-empty', `Point ${i + 1}: volts, amperes, watts and ohms must be over 0.`, 'series');
    else if (p.powerW > Math.sqrt(3) * p.voltageV * p.currentA)
      stop(
        'point-more-watts',
        `Point ${i + 1}: ${p.powerW} W are more than its volts and amperes carry.`,
        'series',
      );
    else if (p.powerW <= statorCopperLoss(p.currentA, p.lineOhm))
      stop(
        'point-less-than-copper',
        `Point ${i + 1}: the copper alone takes more than ${p.powerW} W.`,
        'series',
      );
  });
  if (found.length > 0 || !plate.voltageV) return found;
  const parted = separateNoLoad(read.value, LOW_SHARE * plate.voltageV, plate.voltageV);
  if (!parted.ok)
    found.push(...parted.findings.map((f) => finding('stop', f.code, f.message, ['series'], f.because)));
  return found;
}

/** Watts less copper over the square of the volts, and the line that the friction is read from. */
export function lossCharts(series: string | undefined, plate: Nameplate): Chart[] {
  const parted = separationOf(series, plate);
  const read = series?.trim() ? readSeries(series) : null;
  if (!parted || !read?.ok) return [];
  const most = Math.max(...read.value.map((p) => p.voltageV)) ** 2;
  return [
    {
      title: 'No-load watts less copper',
      x: { name: 'volts squared', unit: 'V²' },
      y: { name: 'power less copper', unit: 'W' },
      lines: [
        {
          name: 'read',
          as: 'points',
          points: read.value.map((p, i) => [p.voltageV ** 2, parted.withoutCopperW[i]!]),
        },
        {
          name: 'line of the low volts',
          as: 'dashed',
          points: [
            [0, parted.frictionW],
            [most, parted.frictionW + parted.slopeWPerV2 * most],
          ],
        },
      ],
    },
  ];
}

/** Figures and what they say; nothing of them is judged but what cannot be. */
export function lossFigures(
  r: LossReading,
  plate: Nameplate,
): {
  readonly figures: readonly JudgedFigure[];
  readonly reasons: readonly string[];
  readonly impossible: boolean;
} {
  const figures: JudgedFigure[] = [];
  const reasons: string[] = [];
  const watts = (id: string, name: string, value: number, from: string) =>
    figures.push({ figure: asRead(id, name, { ...given('P', value, 'W', from), source: SOURCE }) });
  const parted = separationOf(r.series, plate);
  if (parted) {
    watts('friction', 'Friction and windage', parted.frictionW, 'the line through the low volts, at 0 V');
    watts('coreLoss', 'Core loss at rated volts', parted.coreRatedW, 'the measured curve less friction');
    if (parted.frictionW <= 0 || parted.coreRatedW <= 0)
      return {
        figures,
        reasons: [
          `The line through the low volts cuts at ${showNumber(parted.frictionW, 3)} W, and leaves ${showNumber(parted.coreRatedW, 3)} W for the core: one of them cannot be. Look at the watts of the lowest points.`,
        ],
        impossible: true,
      };
    reasons.push(
      `Without load ${showNumber(parted.frictionW, 3)} W go into friction and windage, ${showNumber(parted.coreRatedW, 3)} W into the core at rated volts: both are wanted by the load test.`,
    );
  } else if (r.power !== undefined && r.leadOhm !== undefined) {
    const copper = statorCopperLoss((r.u + r.v + r.w) / 3, r.leadOhm);
    watts('rotational', 'Core, friction and windage together', 1000 * r.power - copper, 'input less copper');
    reasons.push(
      `${showNumber(copper, 3)} W of it heat the copper, ${showNumber(1000 * r.power - copper, 3)} W go into core, friction and windage; only a series at falling volts parts those.`,
    );
  } else if (r.power !== undefined)
    reasons.push('Without the resistance from lead to lead the watts cannot be parted.');
  return { figures, reasons, impossible: false };
}
