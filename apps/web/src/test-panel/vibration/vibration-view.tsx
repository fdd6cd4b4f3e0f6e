/** Vibration on the test panel: the peaks of the spectrum, with the frequencies at which causes are seen. */
import { readSpectrum, spectrumCauses } from '@norther/core';
import { readSpectrumCsv } from '@norther/records';
import { useState } from 'react';
import type { Finding } from '@norther/core';
import { FindingList } from '../../kit/finding-list.tsx';
import { XyChart } from '../../kit/xy-chart.tsx';
import { CsvDrop } from '../csv-drop.tsx';
import { valuesOf } from '../values-of.ts';
import type { TestViewProps } from '../views.ts';

export function VibrationAbove(props: TestViewProps) {
  const { type, context } = props;
  const [refused, setRefused] = useState<readonly Finding[]>([]);
  const { spectrum, speed } = valuesOf('vibration', props) as { spectrum?: string; speed?: number };
  const read = spectrum?.trim() ? readSpectrum(spectrum) : null;
  const lines = read?.ok ? read.value : [];
  const turn = speed === undefined ? null : speed / 60;
  const lineHz = context.plate.frequencyHz ?? null;
  const marks = [
    ...(turn === null ? [] : [[turn, 'once a turn'] as const, [2 * turn, 'twice'] as const]),
    ...(lineHz === null ? [] : [[2 * lineHz, 'twice the line’s'] as const]),
  ];
  const most = 1.1 * Math.max(2.5 * (lineHz ?? 50), ...lines.map((l) => l.frequencyHz));
  const causes = speed === undefined ? [] : spectrumCauses(lines, { speedRpm: speed, lineHz });
  const choose = async (file: File) => {
    const got = readSpectrumCsv(await file.text());
    setRefused(got.ok ? [] : got.findings);
    if (got.ok) type({ spectrum: got.value.map((l) => `${l.frequencyHz}; ${l.mmS}`).join('\n') });
  };
  return (
    <section aria-label="Spectrum" className="mb-3">
      {lines.length > 0 && (
        <>
          <XyChart
            label="Spectrum of the vibration"
            x={{ from: 0, to: most, unit: 'Hz' }}
            y={{ from: 0, to: 1.2 * Math.max(...lines.map((l) => l.mmS)), unit: 'mm/s' }}
            height={190}
          >
            {(x, y) => (
              <>
                {marks.map(([hz, name], i) => (
                  <g key={name}>
                    <path d={`M${x(hz)} ${y(0)}V14`} stroke="var(--graphite)" strokeDasharray="3 3" />
                    <text
                      x={x(hz) + 4}
                      y={24 + 14 * i}
                      fontSize="12"
                      fill="var(--graphite)"
                      stroke="var(--paper)"
                      strokeWidth="4"
                      paintOrder="stroke"
                    >
                      {name}
                    </text>
                  </g>
                ))}
                {lines.map((l, i) => (
                  <path
                    key={i}
                    d={`M${x(l.frequencyHz)} ${y(0)}V${y(l.mmS)}`}
                    stroke="var(--copper)"
                    strokeWidth="3"
                  />
                ))}
              </>
            )}
          </XyChart>
          {causes.length > 0 && (
            <ol className="mt-1 text-[14px]">
              {causes.map((c) => (
                <li key={c.id} className="flex gap-3 border-b border-grid py-0.5">
                  <span className="fig w-12 text-right">{Math.round(100 * c.share)} %</span> {c.words}
                </li>
              ))}
            </ol>
          )}
        </>
      )}
      <CsvDrop
        label="Spectrum of a vibration meter"
        button={lines.length > 0 ? 'Another spectrum' : 'Read a spectrum'}
        words="CSV with the columns frequency Hz and velocity mm/s rms. Or drop it here; peaks can be typed too."
        onFile={(f) => void choose(f)}
      />
      {refused.length > 0 && <FindingList findings={refused} />}
    </section>
  );
}
