/** What is joined and fed at the terminals, for every voltage, stage of a start, and speed. */
import { readNameplate, showShort, type WindingAnalysis } from '@norther/core';
import type { MotorFile } from '../app/api.ts';

export function TerminalsPanel({
  analysis,
  volts,
  file,
}: {
  readonly analysis: WindingAnalysis;
  /** Volts of the plan where they are not those of the plate. */
  readonly volts: number | undefined;
  readonly file: MotorFile;
}) {
  const rated = volts ?? readNameplate(file.motor.plate).plate.voltageV;
  const { hookups } = analysis.connection;
  return (
    <section aria-label="Terminals">
      {hookups.map((h) => (
        <table key={h.name} className="mb-3 w-full text-[14px]">
          <caption className="border-b-2 border-ink pb-0.5 text-left text-[15px] font-[650]">
            {h.name}
            {rated && (
              <span className="fig float-right font-normal">{showShort(rated * h.voltsRatio, 4)} V</span>
            )}
          </caption>
          <tbody>
            {h.lines.map((l, i) => (
              <tr key={i} className="border-b border-grid">
                <td className="py-0.5 text-graphite">L{i + 1}</td>
                <td className="fig text-right text-[16px]">{l.join(' + ')}</td>
              </tr>
            ))}
            {h.joined.map((j) => (
              <tr key={j.join()} className="border-b border-grid">
                <td className="py-0.5 text-graphite">join</td>
                <td className="fig text-right text-[16px]">{j.join(' – ')}</td>
              </tr>
            ))}
            {h.open.length > 0 && (
              <tr className="border-b border-grid">
                <td className="py-0.5 text-graphite">insulate</td>
                <td className="fig text-right text-[16px]">{h.open.join('  ')}</td>
              </tr>
            )}
          </tbody>
        </table>
      ))}
      <p className="text-[13px] text-graphite">
        L1, L2, L3 in this order turn the field with the slot numbers. Marks after IEC 60034-8 or NEMA MG 1,
        from memory.
      </p>
    </section>
  );
}
