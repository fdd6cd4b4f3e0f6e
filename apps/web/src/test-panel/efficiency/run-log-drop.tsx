/** Points of a load test out of a dynamometer's log: read from a file or from the machine, steady stretches found and shown. */
import { COPPER_IEEE, ohmAt, type Finding, type SteadyWindow } from '@norther/core';
import { line } from 'd3';
import { useState } from 'react';
import { FindingList } from '../../kit/finding-list.tsx';
import { Key } from '../../kit/key.tsx';
import { XyChart } from '../../kit/xy-chart.tsx';
import { useBench } from '../bench-api.ts';
import { CsvDrop } from '../csv-drop.tsx';
import { INSTRUMENT } from '../measured-with.tsx';
import { valuesOf } from '../values-of.ts';
import type { TestViewProps } from '../views.ts';
import type { RunLogAnswer, RunLogQuestion } from './run-log.worker.ts';

const MISSING: Finding = {
  code: 'log.no-cold-ohm',
  severity: 'watch',
  message:
    'The log has no ohms: type the resistance from lead to lead, cold, and its temperature below; then take the points.',
  fields: ['leadOhm'],
};

export function RunLogDrop(props: TestViewProps) {
  const { type, open } = props;
  const [found, setFound] = useState<RunLogAnswer | null>(null);
  const [reading, setReading] = useState(false);
  const bench = useBench('dynamometer', props.instrument);
  const { leadOhm, leadAt } = valuesOf('efficiency', props) as { leadOhm?: number; leadAt?: number };
  const read = async (question: RunLogQuestion) => {
    setReading(true);
    try {
      setFound(await readOnce(question));
    } finally {
      setReading(false);
    }
  };
  const ask = async () => {
    const last = await bench?.last();
    if (!last?.log) return;
    await read({ log: last.log });
    type({ [INSTRUMENT]: last.instrument });
  };
  const ready =
    leadOhm !== undefined && leadAt !== undefined && found?.windows?.every((w) => w.windingC !== null);
  return (
    <div className="mt-3">
      {found?.windows && <Trace answer={found} />}
      {found && (
        <FindingList
          findings={[...found.findings, ...(found.windows && !ready ? [missingOf(found.windows)] : [])]}
        />
      )}
      {found?.windows && (
        <Key
          primary={!open || ready === true}
          disabled={!ready}
          onClick={() => type({ points: pointsOf(found.windows!, leadOhm!, leadAt!) })}
        >
          Take {found.windows.length} points
        </Key>
      )}
      <CsvDrop
        label="Log of a dynamometer"
        button={found ? 'Another log' : 'Read a log'}
        words={
          reading
            ? 'Reading the log …'
            : 'CSV with time s, current A, input W, torque N·m, speed rpm, winding °C. Steady stretches become points.'
        }
        onFile={(f) => void f.text().then((csv) => read({ csv }))}
      >
        {bench && (
          <Key disabled={bench.busy} onClick={() => void ask()}>
            Read {bench.name}
          </Key>
        )}
      </CsvDrop>
    </div>
  );
}

const missingOf = (windows: readonly SteadyWindow[]): Finding =>
  windows.every((w) => w.windingC !== null)
    ? MISSING
    : {
        ...MISSING,
        code: 'log.no-winding-temperature',
        message:
          'The log has no temperature of the winding: without it the ohms of a point are not known. Type the points by hand.',
      };

const pointsOf = (windows: readonly SteadyWindow[], leadOhm: number, leadAt: number) =>
  windows
    .map((w) =>
      [
        w.currentA.toFixed(3),
        w.inputW.toFixed(1),
        w.torqueNm.toFixed(3),
        w.speedRpm.toFixed(2),
        ohmAt(leadOhm, leadAt, w.windingC!, COPPER_IEEE).toPrecision(5),
        w.windingC!.toFixed(1),
      ].join('; '),
    )
    .join('\n');

function Trace({ answer }: { readonly answer: RunLogAnswer }) {
  const windows = answer.windows!;
  const times = answer.trace.map(([t]) => t);
  const most = 1.15 * Math.max(...answer.trace.map(([, nm]) => nm));
  return (
    <>
      <h3 className="text-[15px]">
        Torque over the time{' '}
        <span className="font-normal text-graphite">
          {answer.rows} rows, {windows.length} steady stretches
        </span>
      </h3>
      <XyChart
        label="Torque over the time, steady stretches marked"
        x={{ from: times[0]!, to: times.at(-1)!, unit: 's' }}
        y={{ from: 0, to: most, unit: 'N·m' }}
        height={150}
      >
        {(x, y) => (
          <>
            {windows.map((w, i) => (
              <g key={w.fromS}>
                <rect
                  x={x(w.fromS)}
                  width={Math.max(2, x(w.toS) - x(w.fromS))}
                  y={14}
                  height={y(0) - 14}
                  fill="var(--wash)"
                />
                <text
                  x={(x(w.fromS) + x(w.toS)) / 2}
                  y={26}
                  fontSize="12"
                  textAnchor="middle"
                  className="font-fig"
                  fill="var(--copper)"
                >
                  {i + 1}
                </text>
              </g>
            ))}
            <path
              d={
                line<readonly [number, number]>(
                  ([t]) => x(t),
                  ([, nm]) => y(nm),
                )(answer.trace as [number, number][]) ?? ''
              }
              fill="none"
              stroke="var(--ink)"
              strokeWidth="1.5"
            />
          </>
        )}
      </XyChart>
    </>
  );
}

async function readOnce(question: RunLogQuestion): Promise<RunLogAnswer> {
  const worker = new Worker(new URL('./run-log.worker.ts', import.meta.url), { type: 'module' });
  try {
    return await new Promise<RunLogAnswer>((resolve, reject) => {
      worker.onmessage = ({ data }: MessageEvent<RunLogAnswer>) => resolve(data);
      worker.onerror = () => reject(new Error('The log could not be read.'));
      worker.postMessage(question);
    });
  } finally {
    worker.terminate();
  }
}
