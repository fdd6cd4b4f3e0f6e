/** The best windings of a search in their order, and the chosen one in figures. */
import { showCandidate, showShort, showWires, type Candidate } from '@norther/core';
import { memo, useState } from 'react';
import { Key } from '../kit/key.tsx';

export interface RankedWinding {
  readonly candidate: Candidate;
  /** Among the best, from 0; null for a dot of the plot. */
  readonly place: number | null;
}

export function Ranked({
  best,
  chosen,
  onChoose,
  onOpen,
}: {
  readonly best: readonly Candidate[];
  readonly chosen: RankedWinding | null;
  readonly onChoose: (choice: RankedWinding) => void;
  readonly onOpen: (candidate: Candidate) => void;
}) {
  return (
    <>
      {chosen && (
        <section aria-label="Chosen winding" className="mb-2 border-b-2 border-copper pb-2">
          <p className="fig text-[19px] font-bold">{showCandidate(chosen.candidate)}</p>
          <p className="fig text-[15px]">{showWires(chosen.candidate.wires)}</p>
          <table className="my-1 w-full text-[14px]">
            <tbody>
              {(
                [
                  ['loss, 75 °C', chosen.candidate.lossW, 'W'],
                  ['copper', chosen.candidate.copperKg, 'kg'],
                  ['slot fill', chosen.candidate.fill, ''],
                  ['current density', chosen.candidate.currentDensity, 'A/mm²'],
                  ['teeth', chosen.candidate.toothT, 'T'],
                  ['back iron', chosen.candidate.backIronT, 'T'],
                  ['gap', chosen.candidate.gapT, 'T'],
                  ['winding factor', chosen.candidate.windingFactor, ''],
                ] as const
              ).map(([label, value, unit]) => (
                <tr key={label} className="border-b border-grid">
                  <td className="py-0.5 text-graphite">{label}</td>
                  <td className="fig text-right">{showShort(value, 4)}</td>
                  <td className="fig w-14 pl-1 text-[13px] text-graphite">{unit}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <Key primary onClick={() => onOpen(chosen.candidate)}>
            Open on the bench
          </Key>
        </section>
      )}
      <BestTable best={best} place={chosen?.place ?? null} onChoose={onChoose} />
    </>
  );
}

/** Rows shown at first. */
const FIRST = 20;

/** Rows of their own: choosing one must not draw all the others again. */
const BestTable = memo(function BestTable({
  best,
  place,
  onChoose,
}: {
  readonly best: readonly Candidate[];
  readonly place: number | null;
  readonly onChoose: (choice: RankedWinding) => void;
}) {
  const [all, setAll] = useState(false);
  return (
    <>
      <table className="w-full table-fixed text-[14px]">
        <thead>
          <tr className="border-b-2 border-ink text-left text-[13px] text-graphite">
            <th className="w-8 font-medium">no.</th>
            <th className="font-medium">winding</th>
            <th className="w-14 text-right font-medium">W</th>
            <th className="w-11 text-right font-medium">kg</th>
            <th className="w-11 text-right font-medium">fill</th>
          </tr>
        </thead>
        <tbody>
          {(all ? best : best.slice(0, FIRST)).map((c, i) => (
            <tr
              key={i}
              className={`border-b border-grid ${place === i ? 'bg-wash' : ''}`}
              onClick={() => onChoose({ candidate: c, place: i })}
            >
              <td>
                <button
                  type="button"
                  className="fig px-1 py-1 max-xl:min-h-12"
                  aria-label={`Choose ${i + 1}`}
                >
                  {i + 1}
                </button>
              </td>
              <td className="fig text-[13px] leading-tight">
                {showCandidate(c)}
                <span className="block text-graphite">{showWires(c.wires)}</span>
              </td>
              <td className="fig text-right">{c.lossW.toFixed(0)}</td>
              <td className="fig text-right">{c.copperKg.toFixed(1)}</td>
              <td className="fig text-right">{c.fill.toFixed(2)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {best.length > FIRST && (
        <p className="no-print mt-2">
          <Key onClick={() => setAll(!all)}>{all ? `The first ${FIRST}` : `All ${best.length}`}</Key>
        </p>
      )}
    </>
  );
});
