/** Points of a load test as they are written down, a line a point: amperes; watts in; N·m; rpm; Ω lead to lead; °C of the winding. Source: none; the columns are those that IEEE 112 method B needs. */
import { readFigureLines } from '../../language/forms/index.ts';
import type { LoadPoint } from '../../physics/performance/index.ts';
import { refuse, type Outcome } from '../../language/quantity/index.ts';

export function readLoadPoints(text: string): Outcome<readonly LoadPoint[]> {
  const read = readFigureLines(text, {
    field: 'points',
    code: 'efficiency.point',
    line: 'Point',
    most: 60,
    columns: [
      { name: 'currentA', unit: 'A' },
      { name: 'inputW', unit: 'W' },
      { name: 'torqueNm', unit: 'N·m', own: /^Nm$/ },
      { name: 'speedRpm', unit: 'rpm' },
      { name: 'lineOhm', unit: 'Ω', own: /^ohm$/ },
      { name: 'windingC', unit: '°C', own: /^C$/ },
    ],
  });
  if (!read.ok) return read;
  for (const [i, p] of read.value.entries()) {
    const no = (why: string) =>
      refuse<readonly LoadPoint[]>('efficiency.point-unreadable', `Point ${i + 1}: ${why}`, 'points');
    if (!(p.currentA > 0 && p.inputW > 0 && p.speedRpm > 0 && p.lineOhm > 0 && p.torqueNm >= 0))
      return no('amperes, watts, rpm and ohms must be over 0.');
    if (p.windingC < -20 || p.windingC > 250) return no(`${p.windingC} °C is no temperature of a winding.`);
  }
  return read;
}
