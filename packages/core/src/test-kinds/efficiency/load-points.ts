/** Points of a load test as they are written down, a line a point: amperes; watts in; N·m; rpm; Ω lead to lead; °C of the winding. Source: none; the columns are those that IEEE 112 method B needs. */
import type { LoadPoint } from '../../performance/index.ts';
import { good, refuse, type Outcome } from '../../quantity/index.ts';

const COLUMNS = [
  ['currentA', 'A', /^A$/],
  ['inputW', 'W', /^W$/],
  ['torqueNm', 'N·m', /^N·?m$/],
  ['speedRpm', 'rpm', /^rpm$/],
  ['lineOhm', 'Ω', /^(Ω|ohm)$/],
  ['windingC', '°C', /^°?C$/],
] as const satisfies readonly (readonly [keyof LoadPoint, string, RegExp])[];
const MOST = 60;

/** A unit may stand behind a figure; another one than the column's is refused, never converted in silence. */
export function readLoadPoints(text: string): Outcome<LoadPoint[]> {
  const lines = text.split('\n').filter((l) => l.trim());
  if (lines.length > MOST) return refuse('efficiency.too-many-points', `At most ${MOST} points.`, 'points');
  const points: LoadPoint[] = [];
  for (const [i, line] of lines.entries()) {
    const cells = line.split(/;|\t/).map((c) => c.trim());
    const no = (why: string) =>
      refuse<LoadPoint[]>(
        'efficiency.point-unreadable',
        `Point ${i + 1}, “${line.trim().slice(0, 50)}”: ${why}`,
        'points',
      );
    if (cells.length !== COLUMNS.length)
      return no(
        `six figures are wanted, parted by semicolons: ${COLUMNS.map(([, unit]) => unit).join('; ')}.`,
      );
    const point: Partial<Record<keyof LoadPoint, number>> = {};
    for (const [c, [name, unit, own]] of COLUMNS.entries()) {
      const m = /^(-?\d+(?:[.,]\d+)?)\s*([^\d\s].*)?$/.exec(cells[c]!);
      if (!m) return no(`“${cells[c]!}” is no figure in ${unit}.`);
      if (m[2] && !own.test(m[2])) return no(`“${m[2]}” is not ${unit}.`);
      point[name] = Number(m[1]!.replace(',', '.'));
    }
    const p = point as unknown as LoadPoint;
    if (!(p.currentA > 0 && p.inputW > 0 && p.speedRpm > 0 && p.lineOhm > 0 && p.torqueNm >= 0))
      return no('amperes, watts, rpm and ohms must be over 0.');
    if (p.windingC < -20 || p.windingC > 250) return no(`${p.windingC} °C is no temperature of a winding.`);
    points.push(p);
  }
  return good(points);
}
