/** How fast a dynamometer's log of a million rows becomes points of a load test. */
import { line } from './pace.mjs';

const ROWS = 1_000_000;

/** @param core the compiled core @param records the compiled readers of files */
export function benchRunLog({ steadyWindows }, { readRunLog }) {
  const rows = ['time s;current A;input W;torque N·m;speed rpm;winding °C'];
  for (let i = 0; i < ROWS; i++) {
    // Two hundred and fifty loads, held for sixteen seconds at 250 rows a second.
    const load = 5 + ((Math.floor(i / 4000) * 7) % 30);
    const shake = 1 + 0.001 * Math.sin(i * 12.9898);
    rows.push(
      `${(i / 250).toFixed(3)};${(3 + 0.2 * load * shake).toFixed(3)};${(200 + 160 * load * shake).toFixed(1)};${(load * shake).toFixed(3)};${(1500 - 1.3 * load).toFixed(1)};85.0`,
    );
  }
  const csv = rows.join('\n');
  // Whoever reads a file has no second copy of it.
  rows.length = 0;
  const from = performance.now();
  const read = readRunLog(csv);
  const parsed = performance.now();
  const found = steadyWindows(read.value);
  const done = performance.now();
  line(
    `Dynamometer log of ${ROWS} rows (${(csv.length / 1e6).toFixed(0)} MB), read and ${found.value.length} windows found`,
    `${(parsed - from).toFixed(0)} + ${(done - parsed).toFixed(0)} ms`,
    '2 s',
  );
}
