/** The fields of a surge test that recorded waves fill, so that typed and recorded figures are judged by one rule. */
import type { Typed } from '../../language/forms/index.ts';
import type { Finding } from '../../language/quantity/index.ts';
import { SURGE_PHASES, type SurgePhase, type WaveAnalysis } from '../../physics/surge/index.ts';

/** Enough digits for every limit, few enough to read. */
const figure = (value: number) => String(Number(value.toPrecision(6)));

/** Fields that waves fill; somebody else's figures in them do not stay. */
export const WAVE_FIELDS = [
  'testVoltage',
  'waveNotes',
  'areaUV',
  'areaVW',
  'areaWU',
  ...SURGE_PHASES.flatMap((p) => [`ring${p}`, `damping${p}`, `pulse${p}`, `leaves${p}`]),
] as const;

/** @param doubts of the recording, which keep it from being sound */
export function fieldsOfWaves(a: WaveAnalysis, doubts: readonly Finding[] = []): Typed {
  const fields: Record<string, string> = { testVoltage: `${figure(a.comparedV)} V` };
  const notes = doubts.map((f) => f.message).join(' ');
  if (notes) fields['waveNotes'] = notes.slice(0, 600);
  const put = (id: string, value: number | null | undefined, unit: string) => {
    if (value !== null && value !== undefined && Number.isFinite(value))
      fields[id] = `${figure(value)}${unit}`;
  };
  put('areaUV', a.areaPercent.uv, '');
  put('areaVW', a.areaPercent.vw, '');
  put('areaWU', a.areaPercent.wu, '');
  for (const p of SURGE_PHASES) {
    put(`ring${p}`, a.ring[p]?.hz, ' Hz');
    put(`damping${p}`, a.ring[p] && a.ring[p].dampingPerS / 1000, '');
    const worst = worstPulse(a, p);
    put(`pulse${p}`, worst?.percent, '');
    put(`leaves${p}`, firstOut(a, p), ' V');
  }
  return fields;
}

const worstPulse = (a: WaveAnalysis, p: SurgePhase) =>
  a.pulses[p].reduce<(typeof a.pulses)[SurgePhase][number] | null>(
    (w, s) => (!w || s.percent > w.percent ? s : w),
    null,
  );

/** A pulse that leaves the one before by more than that is out [%]. Common practice, no source. */
export const PULSE_LIMIT = 10;

/** The first level whose pulse left the one before it; null where none did. */
export const firstOut = (a: WaveAnalysis, p: SurgePhase): number | null =>
  a.pulses[p].find((s) => s.percent > PULSE_LIMIT)?.setV ?? null;
