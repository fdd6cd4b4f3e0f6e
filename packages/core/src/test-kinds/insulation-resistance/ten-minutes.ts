/** Insulation resistance read again and again for ten minutes: its figures, and whether it rises as it must. */
import { readFigureLines } from '../../language/forms/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import type { Chart } from '../chart.ts';

export const readMinutes = (minutes: string) =>
  readFigureLines(minutes, {
    field: 'byMinute',
    code: 'insulation.minute',
    line: 'Reading',
    most: 200,
    columns: [
      { name: 'minute', unit: 'min' },
      { name: 'mohm', unit: 'MΩ', own: /^(MOhm|Mohm)$/ },
    ],
  });

/** The reading at a time, within two seconds of it. */
export function atMinute(minutes: string | undefined, minute: number): number | undefined {
  const read = minutes?.trim() ? readMinutes(minutes) : null;
  return read?.ok ? read.value.find((p) => Math.abs(p.minute - minute) <= 2 / 60)?.mohm : undefined;
}

export function checkMinutes(minutes: string | undefined, oneMinute: number | undefined): Finding[] {
  if (!minutes?.trim()) return [];
  const read = readMinutes(minutes);
  if (!read.ok) return [...read.findings];
  const stop = (code: string, message: string) => [
    finding('stop', `insulation.${code}`, message, ['byMinute']),
  ];
  if (read.value.some((p, i) => i > 0 && p.minute <= read.value[i - 1]!.minute))
    return stop('time-runs-back', 'The minutes of the readings must rise.');
  if (read.value.some((p) => !(p.mohm > 0)))
    return stop('zero-reading', 'A reading of 0 MΩ is a dead ground: find it first.');
  const last = read.value.at(-1);
  if (last && last.minute > 60)
    return stop(
      'seconds',
      `${last.minute} minutes? Were the times seconds: write ${showNumber(last.minute / 60, 3)} min.`,
    );
  const own = atMinute(minutes, 1);
  if (
    own !== undefined &&
    oneMinute !== undefined &&
    Number.isFinite(oneMinute) &&
    Math.abs(own / oneMinute - 1) > 0.02
  )
    return stop(
      'two-figures',
      `After one minute ${showNumber(oneMinute, 4)} MΩ is typed, the list says ${showNumber(own, 4)} MΩ.`,
    );
  return [];
}

/** A drop while the volts stay on, larger than a needle's shake. Common practice, no source. */
const DROP = 0.1;

/** @returns why the curve is not that of a sound winding; null where it rises or stays */
export function sayFall(minutes: string | undefined): string | null {
  const read = minutes?.trim() ? readMinutes(minutes) : null;
  if (!read?.ok) return null;
  let most = 0;
  for (const p of read.value) {
    if (p.mohm < (1 - DROP) * most)
      return `It falls to ${showNumber(p.mohm, 3)} MΩ at ${showNumber(p.minute, 2)} min while the volts stay on: a path that carries more the longer it is tried, moisture or a track.`;
    most = Math.max(most, p.mohm);
  }
  return null;
}

export function minutesChart(minutes: string | undefined): Chart[] {
  const read = minutes?.trim() ? readMinutes(minutes) : null;
  return read?.ok && read.value.length > 1
    ? [
        {
          title: 'Insulation resistance while the volts stay on',
          x: { name: 'time', unit: 'min' },
          y: { name: 'as read', unit: 'MΩ' },
          lines: [{ name: 'read', as: 'line', points: read.value.map((p) => [p.minute, p.mohm]) }],
        },
      ]
    : [];
}
