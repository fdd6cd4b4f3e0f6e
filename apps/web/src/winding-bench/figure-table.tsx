/** The bench's figures: as found beside proposed, each on its scale, each opening its working. */
import { FIGURE_IDS, showShort, type FigureId, type WindingAnalysis } from '@norther/core';
import { LimitScale } from '../kit/limit-scale.tsx';
import { VERDICT_WORD, VerdictMark } from '../kit/marks.tsx';

/** In the order a winder asks for them; the rest stands behind them. */
const ORDER: readonly FigureId[] = [
  'windingFactor',
  'pitchFactor',
  'distributionFactor',
  'gapDensity',
  'toothDensity',
  'backIronDensity',
  'fluxPerPole',
  'currentDensity',
  'slotFillEnamelled',
  'slotFillCopper',
  'voltsPerCoil',
  'voltsPerTurn',
  'meanTurn',
  'phaseResistance20',
  'phaseResistance25',
  'lineResistance20',
  'lineResistance25',
  'copperMass',
  'gapDensityPeak',
  'slotsPerPolePerPhase',
  'seriesTurns',
  'turnArea',
];
export const SHOWN: readonly FigureId[] = [...ORDER, ...FIGURE_IDS.filter((id) => !ORDER.includes(id))];

export function FigureTable({
  found,
  proposed,
  chosen,
  onChoose,
}: {
  readonly found: WindingAnalysis | null;
  readonly proposed: WindingAnalysis | null;
  readonly chosen: FigureId | null;
  readonly onChoose: (id: FigureId) => void;
}) {
  const main = proposed ?? found;
  if (!main) return null;
  const value = (a: WindingAnalysis | null, id: FigureId) => {
    const f = a?.figures[id];
    return f ? showShort(f.value, 4) : '–';
  };
  return (
    <table className="w-full border-collapse">
      <thead>
        <tr className="border-b-2 border-ink text-right text-[13px]">
          <th className="text-left font-medium text-graphite">figure</th>
          <th className="font-medium text-graphite">as found</th>
          {proposed && <th className="font-[650] text-copper">proposed</th>}
          <th className="w-[96px] pl-2 text-left font-medium text-graphite">where it stands</th>
        </tr>
      </thead>
      <tbody>
        {SHOWN.filter((id) => main.figures[id]).map((id) => {
          const figure = main.figures[id]!;
          const judged = main.judged[id];
          const before = proposed ? found?.figures[id]?.value : undefined;
          const moved = before !== undefined && Math.abs(before - figure.value) > 1e-9 * Math.abs(before);
          return (
            <tr
              key={id}
              className={`border-b border-grid ${chosen === id ? 'bg-wash' : ''}`}
              onClick={() => onChoose(id)}
            >
              <th scope="row" className="p-0 text-left font-medium">
                <button
                  type="button"
                  aria-expanded={chosen === id}
                  data-figure={id}
                  className={`w-full py-[3.5px] text-left text-[14px] -outline-offset-2 ${chosen === id ? 'font-[650] text-copper' : ''}`}
                >
                  {figure.name} <span className="fig text-[13px] text-graphite">{figure.unit}</span>
                </button>
              </th>
              <td className="fig py-[3.5px] pl-2 text-right text-[15px] whitespace-nowrap">
                {value(found, id)}
              </td>
              {proposed && (
                <td
                  className={`fig py-[3.5px] pl-2 text-right text-[15px] whitespace-nowrap ${moved ? 'font-bold' : ''}`}
                >
                  {value(proposed, id)}
                </td>
              )}
              <td className="pl-2">
                {judged && (
                  <span className="flex items-center gap-1" title={VERDICT_WORD[judged.verdict]}>
                    <LimitScale
                      scale={judged.scale}
                      value={figure.value}
                      before={moved ? (before ?? null) : null}
                      small
                      width={74}
                    />
                    {judged.verdict !== 'sound' && <VerdictMark verdict={judged.verdict} size={13} />}
                    <span className="sr-only">{VERDICT_WORD[judged.verdict]}</span>
                  </span>
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
