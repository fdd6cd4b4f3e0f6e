/** What an ohmmeter reads between the leads that can be reached, with what must be joined for it; each pair by itself. */
import { traceCurrent, type ConnectionList } from '../connection/index.ts';
import type { WindingLayout } from '../layout/index.ts';
import type { Figures } from './figure-ids.ts';

export interface LinePairs {
  /** Between which leads, and what is joined meanwhile. */
  readonly words: string;
  /** U-V, V-W, W-U at 20 °C [Ω]; Infinity where nothing joins them. */
  readonly ohm20: readonly [number, number, number];
}

const RESISTIVITY_20 = 1 / 58; // Ω·mm²/m, IEC 60028

/**
 * @param turns mean turns of a coil
 * @returns null where no mean turn or wire is known
 * Source: the winding's network, node potentials; IEC 60028 for copper. First principles.
 */
export function linePairs(
  layout: WindingLayout,
  list: ConnectionList,
  figures: Figures,
  turns: number,
): LinePairs | null {
  const { meanTurn, turnArea } = figures;
  if (!meanTurn || !turnArea) return null;
  // As the plate's volts want it; of two speeds the higher.
  const hookup =
    list.hookups.find((h) => h.voltsRatio === 1 && h.poles === layout.poles && h.open.length === 0) ??
    list.hookups.find((h) => h.voltsRatio === 1 && h.poles === layout.poles) ??
    list.hookups[0]!;
  const coilOhm = (RESISTIVITY_20 * turns * (meanTurn.value / 1000)) / turnArea.value;
  const between = (i: number, k: number) => {
    const others = hookup.lines.filter((_, m) => m !== i && m !== k);
    return (
      coilOhm *
      traceCurrent(layout, list.joints, {
        into: hookup.lines[i]!,
        outOf: hookup.lines[k]!,
        joined: [...hookup.joined, ...others],
      }).resistanceCoils
    );
  };
  const together = (leads: readonly string[]) => leads.join(' with ');
  const joined = hookup.joined.map((j) => j.join(', '));
  return {
    words: `${hookup.lines.map(together).join(', ')}${joined.length > 0 ? `, with ${joined.join(' and ')} joined` : ''}${list.hookups.length > 1 ? ` (${hookup.name})` : ''}.`,
    ohm20: [between(0, 1), between(1, 2), between(2, 0)],
  };
}
