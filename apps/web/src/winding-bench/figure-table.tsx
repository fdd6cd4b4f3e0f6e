/** The bench's figures: as found, proposed and as wound side by side, each on its scale, each opening its working. */
import { FIGURE_IDS, showShort, type Figure, type FigureId, type Judged } from '@norther/core';
import { LimitScale } from '../kit/limit-scale.tsx';
import { VERDICT_WORD, VerdictMark } from '../kit/marks.tsx';
import { ROLE_NAME, type Role } from './bench-state.ts';

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
  'copperLoss',
  'ampereLoading',
  'magnetisingCurrent',
  'gapDensityPeak',
  'slotsPerPolePerPhase',
  'seriesTurns',
  'turnArea',
];
export const SHOWN: readonly FigureId[] = [...ORDER, ...FIGURE_IDS.filter((id) => !ORDER.includes(id))];

export interface FigureColumn {
  readonly role: Role;
  readonly analysis: {
    readonly figures: Readonly<Partial<Record<string, Figure>>>;
    readonly judged: Readonly<Partial<Record<string, Judged>>>;
  } | null;
}

export function FigureTable<Id extends string = FigureId>({
  columns,
  order = SHOWN as readonly string[] as readonly Id[],
  main,
  chosen,
  onChoose,
}: {
  /** As found first; what stands beside it is compared with it. */
  readonly columns: readonly FigureColumn[];
  /** Which figures, in which order. */
  readonly order?: readonly Id[];
  readonly main: Role;
  readonly chosen: Id | null;
  readonly onChoose: (id: Id) => void;
}) {
  const shown = columns.find((c) => c.role === main)?.analysis;
  if (!shown) return null;
  const found = columns[0]!.analysis;
  return (
    <table className="w-full border-collapse">
      <thead>
        <tr className="border-b-2 border-ink text-right text-[13px]">
          <th className="text-left font-medium text-graphite">figure</th>
          {columns.map((c) => (
            <th
              key={c.role}
              className={`pl-2 whitespace-nowrap ${c.role === main && columns.length > 1 ? 'font-[650] text-copper' : 'font-medium text-graphite'}`}
            >
              {ROLE_NAME[c.role]}
            </th>
          ))}
          <th className="w-[96px] pl-2 text-left font-medium text-graphite">where it stands</th>
        </tr>
      </thead>
      <tbody>
        {order
          .filter((id) => shown.figures[id])
          .map((id) => {
            const figure = shown.figures[id]!;
            const judged = shown.judged[id];
            const before = main === 'as-found' ? undefined : found?.figures[id]?.value;
            const moved = (value: number | undefined) =>
              value !== undefined &&
              found?.figures[id] !== undefined &&
              Math.abs(value - found.figures[id].value) > 1e-9 * Math.abs(value);
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
                    className={`w-full py-[3.5px] text-left text-[14px] -outline-offset-2 max-xl:py-2.5 ${chosen === id ? 'font-[650] text-copper' : ''}`}
                  >
                    {figure.name} <span className="fig text-[13px] text-graphite">{figure.unit}</span>
                  </button>
                </th>
                {columns.map((c) => {
                  const value = c.analysis?.figures[id]?.value;
                  return (
                    <td
                      key={c.role}
                      className={`fig py-[3.5px] pl-2 text-right text-[15px] whitespace-nowrap ${moved(value) ? 'font-bold' : ''}`}
                    >
                      {value === undefined ? '–' : showShort(value, 4)}
                    </td>
                  );
                })}
                <td className="pl-2">
                  {judged && (
                    <span className="flex items-center gap-1" title={VERDICT_WORD[judged.verdict]}>
                      <LimitScale
                        scale={judged.scale}
                        value={figure.value}
                        before={moved(figure.value) ? (before ?? null) : null}
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
