/** Surge comparison on the test panel: the waves, each pulse against the one before, ring and damping, likely causes. */
import {
  fieldsOfWaves,
  SURGE_PHASES,
  surgeCauses,
  surgeLevels,
  TEST_KINDS,
  WAVE_FIELDS,
  type Finding,
  type SurgeWaves,
} from '@norther/core';
import { useMemo, useState } from 'react';
import { useReadingWavesQuery } from '../../app/api.ts';
import { FindingList } from '../../kit/finding-list.tsx';
import { Key } from '../../kit/key.tsx';
import { PhaseBox } from '../../kit/marks.tsx';
import { useBench } from '../bench-api.ts';
import { CsvDrop } from '../csv-drop.tsx';
import { HookUpDrawing } from '../hook-up.tsx';
import { INSTRUMENT } from '../measured-with.tsx';
import type { TestViewProps } from '../views.ts';
import { PulseBars } from './pulse-bars.tsx';
import { TurnMap } from './turn-map.tsx';
import { readWavesOnce, useAnalysedWaves } from './use-waves.ts';
import { WaveChart } from './wave-chart.tsx';

/** Waves that were read now, else those of the reading that is kept. */
function useWaves({ file, latest, typed, open }: TestViewProps): SurgeWaves | null {
  const drafted = open ? typed['waves'] : undefined;
  const kept = !open && latest && latest.waveCount > 0 ? latest.id : null;
  const stored = useReadingWavesQuery({ number: file.motor.number, id: kept ?? '' }, { skip: !kept });
  return useMemo(
    () => (drafted ? (JSON.parse(drafted) as SurgeWaves) : kept ? (stored.data ?? null) : null),
    [drafted, kept, stored.data],
  );
}

const numbersOf = (props: TestViewProps) =>
  TEST_KINDS.surge.read(props.open ? props.typed : (props.latest?.typed ?? {}), props.context)
    .values as never;

export function SurgeChart(props: TestViewProps) {
  const { type, typed, context } = props;
  /** Of a file whose heading left something open. */
  const [text, setText] = useState<string | null>(null);
  const [refused, setRefused] = useState<readonly Finding[]>([]);
  const [reading, setReading] = useState(false);
  const bench = useBench('surge-tester', props.instrument);
  const waves = useWaves(props);
  const analysed = useAnalysedWaves(waves);
  const found = surgeCauses(numbersOf(props), context);
  const take = async (from: Parameters<typeof readWavesOnce>[0], more: Record<string, string>) => {
    setReading(true);
    try {
      const { read: got, refused: why } = await readWavesOnce(from);
      setRefused(why);
      if (!got) return;
      const emptied = Object.fromEntries(WAVE_FIELDS.map((id) => [id, '']));
      const notes = got.fileFindings.filter((f) => f.severity === 'watch').map((f) => f.message);
      type({
        ...emptied,
        ...fieldsOfWaves(got.analysis, got.findings),
        fileNotes: notes.join(' '),
        waves: JSON.stringify(got.waves),
        ...more,
      });
    } finally {
      setReading(false);
    }
  };
  const read = (csv: string, time: string | undefined) => {
    setText(csv);
    return take({ csv, time }, {});
  };
  const ask = async () => {
    const last = await bench?.last();
    if (last?.waves) await take({ waves: last.waves }, { [INSTRUMENT]: last.instrument });
  };
  const choose = async (f: File) => read(await f.text(), typed['waveTime']);
  const { voltageV } = context.plate;
  return (
    <section aria-label="Waves" className="mb-3">
      {waves && analysed ? (
        <>
          <WaveChart waves={waves} analysis={analysed.analysis} odd={found?.odd ?? null} />
          <RingTable analysis={analysed.analysis} odd={found?.odd.phase ?? null} />
          <h3 className="mt-3 text-[15px]">
            Pulse to pulse{' '}
            <span className="font-normal text-graphite">
              each against the one before, both brought to one height
            </span>
          </h3>
          <PulseBars analysis={analysed.analysis} />
        </>
      ) : (
        <EmptyWaves voltageV={voltageV ?? null} />
      )}
      <CsvDrop
        label="Waves of a surge test"
        button={waves ? 'Other waves' : 'Read a file'}
        words={
          reading
            ? 'Reading the waves …'
            : 'CSV with the columns time µs, U 1600 V, V 1600 V, W 1600 V. Or drop it here.'
        }
        onFile={(f) => void choose(f)}
      >
        {bench && (
          <Key primary={!waves} disabled={bench.busy} onClick={() => void ask()}>
            Read {bench.name}
          </Key>
        )}
      </CsvDrop>
      {refused.length > 0 && (
        <div className="mt-2">
          <FindingList findings={refused} />
          {text !== null && refused.some((f) => f.fields.includes('waveTime')) && (
            <div className="mt-2 flex gap-2">
              {(['us', 'ms', 's'] as const).map((unit) => (
                <Key
                  key={unit}
                  onClick={() => {
                    type({ waveTime: unit });
                    void read(text, unit);
                  }}
                >
                  {{ us: 'Microseconds', ms: 'Milliseconds', s: 'Seconds' }[unit]}
                </Key>
              ))}
            </div>
          )}
        </div>
      )}
    </section>
  );
}

function RingTable({
  analysis,
  odd,
}: {
  readonly analysis: NonNullable<ReturnType<typeof useAnalysedWaves>>['analysis'];
  readonly odd: string | null;
}) {
  return (
    <table className="mt-2 w-full text-[15px]">
      <thead>
        <tr className="border-b border-ink text-left text-[13px] text-graphite">
          <th className="font-medium">Phase</th>
          <th className="text-right font-medium">Ring, kHz</th>
          <th className="text-right font-medium">Damping, 1/ms</th>
          <th className="text-right font-medium">Largest pulse to pulse, %</th>
        </tr>
      </thead>
      <tbody>
        {SURGE_PHASES.map((p) => {
          const ring = analysis.ring[p];
          const worst = Math.max(...analysis.pulses[p].map((s) => s.percent), 0);
          return (
            <tr key={p} className={`border-b border-grid ${p === odd ? 'font-[650] text-carmine' : ''}`}>
              <td className="py-0.5">
                <PhaseBox phase={p} />
              </td>
              <td className="fig text-right">{ring ? (ring.hz / 1000).toFixed(2) : 'does not ring'}</td>
              <td className="fig text-right">{ring ? (ring.dampingPerS / 1000).toFixed(1) : ''}</td>
              <td className="fig text-right">
                {analysis.pulses[p].length > 0 ? worst.toFixed(1) : 'one level'}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** What will stand here, and how to connect: before anything is read. */
function EmptyWaves({ voltageV }: { readonly voltageV: number | null }) {
  const levels = voltageV ? surgeLevels(voltageV) : null;
  return (
    <div className="grid gap-3">
      <HookUpDrawing hookUp={TEST_KINDS.surge.hookUp} />
      <div className="text-[15px]">
        <p>
          <b>Rotor out.</b> Pulse U with V and W grounded, then V, then W, on one range. Raise it in steps,
          such as from a quarter of the level.
        </p>
        {levels && (
          <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-3 gap-y-1">
            <dt className="fig text-right">{Math.round(levels.shopRulePeakV)} V</dt>
            <dd>2U + 1000, peak; common practice</dd>
            <dt className="fig text-right">{Math.round(levels.testPeakV)} V</dt>
            <dd>3.5 per unit, new; IEEE 522, from memory</dd>
            <dt className="fig text-right">{Math.round(levels.maintenancePeakV)} V</dt>
            <dd>three quarters of it, in service</dd>
          </dl>
        )}
      </div>
    </div>
  );
}

/** Beside the verdict: what may be behind it, and the map. */
export function SurgeBeside(props: TestViewProps) {
  const found = surgeCauses(numbersOf(props), props.context);
  if (!found) return null;
  return (
    <section className="mt-4" aria-label="Likely causes">
      <div className="flex items-baseline justify-between border-b-2 border-ink">
        <h2 className="text-[17px]">Likely causes</h2>
        <span className="text-[13px] text-graphite">by how near they come, no probability</span>
      </div>
      <ol>
        {found.causes.slice(0, 4).map((c, i) => (
          <li key={c.title} className="flex gap-3 border-b border-grid py-1 text-[15px] leading-snug">
            <span className="fig text-graphite">{i + 1}</span>
            <span>
              <b>{c.title}</b>
              <span className="block text-[14px] text-graphite">{c.why}</span>
            </span>
          </li>
        ))}
      </ol>
      <TurnMap odd={found.odd} causes={found.causes} curve={found.curve} />
    </section>
  );
}
