/** Search: all windings of this core within limits, ranked and plotted; the chosen one goes to the bench. */
import {
  DEFAULT_LIMITS,
  DEFAULT_SETTINGS,
  missingForSearch,
  coreOf,
  showShort,
  showWires,
  supplyOf,
  unconnectedWindingOf,
  validCircuits,
  type Candidate,
  type FigureId,
  type SearchLimits,
  type SearchRank,
  type WindingAnalysis,
} from '@norther/core';
import { stockOf } from '@norther/records';
import { useEffect, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useShopQuery, type MotorFile } from '../app/api.ts';
import { useCard } from '../data-card/use-card.ts';
import { Key } from '../kit/key.tsx';
import { MotorSheet } from '../kit/motor-sheet.tsx';
import { Sheet, View } from '../kit/sheet.tsx';
import { AXES, SearchPlot, type Axis, type FoundPoint } from './search-plot.tsx';
import { useSearch } from './use-search.ts';

/** The winding as found, on the axes of the plot. */
function foundPoint(analysis: WindingAnalysis | null): FoundPoint | null {
  if (!analysis) return null;
  const value = (id: FigureId) => analysis.figures[id]?.value ?? NaN;
  return {
    copperKg: value('copperMass'),
    lossW: value('copperLoss'),
    fill: value('slotFillEnamelled'),
    toothT: value('toothDensity'),
    currentDensity: value('currentDensity'),
  };
}

export function Search() {
  return <MotorSheet>{(file) => <Bench key={file.motor.number} file={file} />}</MotorSheet>;
}

const LIMITS: readonly (readonly [keyof SearchLimits, string, string])[] = [
  ['toothT', 'Teeth, at most', 'T'],
  ['backIronT', 'Back iron, at most', 'T'],
  ['gapLeastT', 'Gap, at least', 'T'],
  ['gapMostT', 'Gap, at most', 'T'],
  ['currentDensity', 'Current density, at most', 'A/mm²'],
  ['fill', 'Slot fill, at most', ''],
  ['windingFactorLeast', 'Winding factor, at least', ''],
];
const RANKS: Readonly<Record<SearchRank, string>> = {
  'least-loss': 'least loss',
  'least-copper': 'least copper',
  'easiest-to-insert': 'easiest to insert',
  'lowest-density': 'lowest current density',
};

interface Asked {
  readonly spanFrom: string;
  readonly spanTo: string;
  readonly turnsFrom: string;
  readonly turnsTo: string;
  readonly sizes: string;
  readonly strands: string;
}

function Bench({ file }: { file: MotorFile }) {
  const found = useCard(file, 'as-found');
  const proposal = useCard(file, 'proposed', found.typed);
  const { data: shop } = useShopQuery();
  const navigate = useNavigate();
  const { progress, running, start, cancel } = useSearch();
  const { card, analysis } = found.checked;
  const winding = unconnectedWindingOf(card);
  const core = coreOf(card);
  const supply = supplyOf(found.plate, card);
  const missing = missingForSearch(core, supply);
  const pitch = winding ? Math.round(analysis?.layout.meanPitch ?? winding.pitch) : 1;
  const turns = analysis?.layout.meanTurns ?? winding?.turnsPerCoil ?? 10;
  const [limits, setLimits] = useState<Readonly<Record<keyof SearchLimits, string>>>(
    () =>
      Object.fromEntries(Object.entries(DEFAULT_LIMITS).map(([k, v]) => [k, String(v)])) as Record<
        keyof SearchLimits,
        string
      >,
  );
  const [asked, setAsked] = useState<Asked>({
    spanFrom: `1-${Math.max(2, Math.ceil(0.67 * (winding ? winding.slots / winding.poles : 3)) + 1)}`,
    spanTo: `1-${Math.max(pitch, Math.floor(winding ? winding.slots / winding.poles : 3)) + 1}`,
    turnsFrom: String(Math.max(1, Math.round(turns * 0.5))),
    turnsTo: String(Math.round(turns * 4)),
    sizes: '2',
    strands: '10',
  });
  const [both, setBoth] = useState(true);
  const [rank, setRank] = useState<SearchRank>('least-loss');
  const [axes, setAxes] = useState<readonly [Axis, Axis]>(['copperKg', 'lossW']);
  const [chosen, setChosen] = useState<{ candidate: Candidate; place: number | null } | null>(null);

  const number = (text: string) => Number(text.replace(',', '.').replace(/^1[-–](?=\d)/, ''));
  const wrong = [
    ...LIMITS.filter(([k]) => !(number(limits[k]) > 0)).map(([, label]) => label),
    ...(Object.entries(asked) as [keyof Asked, string][])
      .filter(([, v]) => !(Number.isInteger(number(v)) && number(v) >= 1))
      .map(([k]) => k),
  ];
  const go = () => {
    if (!winding || wrong.length > 0 || missing.length > 0) return;
    setChosen(null);
    const circuits = analysis ? validCircuits(analysis.layout) : [1];
    const pitches: number[] = [];
    for (let p = number(asked.spanFrom) - 1; p <= number(asked.spanTo) - 1; p++) pitches.push(p);
    start({
      winding,
      core,
      supply,
      stock: stockOf(shop?.reels ?? []),
      bundles: {
        mostSizes: Math.min(3, number(asked.sizes)) as 1 | 2 | 3,
        mostStrands: Math.min(40, number(asked.strands)),
        ...(card.slotOpening ? { widestMm: card.slotOpening * 0.95 } : {}),
      },
      limits: Object.fromEntries(LIMITS.map(([k]) => [k, number(limits[k])])) as unknown as SearchLimits,
      pitches,
      turns: { from: number(asked.turnsFrom), to: number(asked.turnsTo) },
      circuits,
      connections: both ? ['star', 'delta'] : [card.connection ?? 'star'],
      emfRatio: found.shop.analysis.emfRatio ?? DEFAULT_SETTINGS.emfRatio,
      stackingFactor: found.shop.analysis.stackingFactor ?? DEFAULT_SETTINGS.stackingFactor,
      linerThicknessMm: found.shop.analysis.linerThicknessMm ?? DEFAULT_SETTINGS.linerThicknessMm,
      wedgeThicknessMm: found.shop.analysis.wedgeThicknessMm ?? DEFAULT_SETTINGS.wedgeThicknessMm,
      rank,
      keep: 60,
    });
  };
  const open = (c: Candidate) => {
    const span =
      winding?.kind === 'concentric' && winding.pitches
        ? winding.pitches.map((_, j) => `1-${c.pitch + winding.pitches!.length - 1 - 2 * j + 1}`).join(',')
        : `1-${c.pitch + 1}`;
    proposal.type({
      span,
      turns: String(c.turns),
      circuits: String(c.circuits),
      connection: c.connection,
      wires: showWires(c.wires),
    });
    void navigate(`/motor/${encodeURIComponent(file.motor.number)}/winding`);
  };
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.key === 'Escape' && running) cancel();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [running, cancel]);

  if (!winding || missing.length > 0)
    return (
      <Sheet file={file}>
        <View letter="A" name="Search" className="p-6">
          <h2 className="text-[21px]">A search needs the core first.</h2>
          <p className="text-[15px]">
            {winding
              ? `Missing: ${missing.join(', ')}.`
              : 'Slots, poles, a span, turns and a wire to begin from.'}{' '}
            <Link to={`/motor/${encodeURIComponent(file.motor.number)}/card`} className="underline">
              The data card
            </Link>{' '}
            and the plate say the rest.
          </p>
        </View>
      </Sheet>
    );
  const best = progress?.best ?? [];
  const ask = (id: keyof Asked, label: string) => (
    <label className="block min-w-0 text-[13px] text-graphite">
      {label}
      <input
        name={id}
        value={asked[id]}
        onChange={(e) => setAsked({ ...asked, [id]: e.target.value })}
        className="fig h-8 w-full border-[1.5px] border-b-2 border-pencil border-b-ink bg-field px-2 text-right text-[15px] text-ink outline-none focus:border-b-copper max-xl:h-12"
      />
    </label>
  );
  return (
    <Sheet file={file} columns="3fr 6fr 3fr">
      <View letter="A" name="What to search" className="overflow-auto px-3 py-2">
        <form
          onSubmit={(e) => {
            e.preventDefault();
            go();
          }}
          className="space-y-2.5"
        >
          <div className="grid grid-cols-2 gap-x-3 gap-y-1.5">
            {ask('spanFrom', 'Span from')}
            {ask('spanTo', 'to')}
            {ask('turnsFrom', 'Turns from')}
            {ask('turnsTo', 'to')}
            {ask('sizes', 'Wire sizes in one turn')}
            {ask('strands', 'Strands, at most')}
          </div>
          <label className="flex items-center gap-2 text-[14px]">
            <input
              type="checkbox"
              checked={both}
              onChange={(e) => setBoth(e.target.checked)}
              className="size-4 accent-(--copper)"
            />
            star and delta
          </label>
          <h2 className="border-b-2 border-ink text-[15px]">Limits</h2>
          {LIMITS.map(([id, label, unit]) => (
            <label key={id} className="flex items-center justify-between gap-2 text-[14px]">
              {label}
              <span className="flex items-center border-[1.5px] border-b-2 border-pencil border-b-ink bg-field">
                <input
                  name={id}
                  value={limits[id]}
                  aria-invalid={!(number(limits[id]) > 0)}
                  onChange={(e) => setLimits({ ...limits, [id]: e.target.value })}
                  className="fig h-8 w-16 bg-transparent px-2 text-right text-[15px] outline-none max-xl:h-12"
                />
                <span className="fig w-14 border-l border-hair px-1.5 text-[13px] text-graphite">{unit}</span>
              </span>
            </label>
          ))}
          <label className="flex items-center justify-between gap-2 text-[14px]">
            Best is
            <select
              name="rank"
              value={rank}
              onChange={(e) => setRank(e.target.value as SearchRank)}
              className="h-8 border-[1.5px] border-b-2 border-pencil border-b-ink bg-field px-1 max-xl:h-12"
            >
              {Object.entries(RANKS).map(([id, label]) => (
                <option key={id} value={id}>
                  {label}
                </option>
              ))}
            </select>
          </label>
          <p className="text-[13px] text-graphite">
            Wire from {shop?.reels.length ?? 0} reels; circuits that work for this winding.
          </p>
          <div className="flex flex-wrap gap-2">
            <Key primary type="submit" disabled={running || wrong.length > 0}>
              Search
            </Key>
            <Key letter="Esc" disabled={!running} onClick={cancel}>
              Stop
            </Key>
          </div>
          {wrong.length > 0 && (
            <p className="text-[14px] text-carmine">Not a figure above zero: {wrong.join(', ')}.</p>
          )}
        </form>
      </View>
      <View letter="B" name="What lies within" className="overflow-auto py-2">
        <div className="flex flex-wrap items-center gap-x-4 gap-y-1 px-3 text-[14px]">
          {progress ? (
            <>
              <span role="status">
                <b className="fig text-[17px]">{progress.within.toLocaleString('en-GB')}</b> of{' '}
                <span className="fig">{progress.considered.toLocaleString('en-GB')}</span> within the limits
                {progress.done ? '' : running ? ' so far' : ', stopped'}
                <span className="text-graphite">
                  {' '}
                  in{' '}
                  {progress.milliseconds < 950
                    ? `${Math.round(progress.milliseconds)} ms`
                    : `${(progress.milliseconds / 1000).toFixed(1)} s`}
                </span>
              </span>
              <span
                role="progressbar"
                aria-label="How far the search is"
                aria-valuemin={0}
                aria-valuemax={100}
                aria-valuenow={Math.round((100 * progress.considered) / Math.max(1, progress.total))}
                className="block h-2 w-32 border border-pencil"
              >
                <span
                  className="block h-full bg-ink"
                  style={{ width: `${(100 * progress.considered) / Math.max(1, progress.total)}%` }}
                />
              </span>
            </>
          ) : (
            <span className="text-graphite">{running ? 'Searching …' : 'Nothing searched yet.'}</span>
          )}
          <span className="ml-auto flex gap-2">
            {([0, 1] as const).map((k) => (
              <select
                key={k}
                aria-label={k === 0 ? 'Along' : 'Upwards'}
                value={axes[k]}
                onChange={(e) => {
                  const next = e.target.value as Axis;
                  setAxes(k === 0 ? [next, axes[1]] : [axes[0], next]);
                }}
                className="h-8 border-[1.5px] border-pencil bg-field px-1 text-[13px] max-xl:h-12"
              >
                {Object.entries(AXES).map(([id, a]) => (
                  <option key={id} value={id}>
                    {a.name}
                  </option>
                ))}
              </select>
            ))}
          </span>
        </div>
        {progress && (
          <SearchPlot
            best={best}
            sample={progress.sample}
            x={axes[0]}
            y={axes[1]}
            found={foundPoint(analysis)}
            chosen={chosen?.place ?? null}
            onChoose={(candidate, place) => setChosen({ candidate, place })}
          />
        )}
        {progress?.done && progress.within === 0 && (
          <p className="px-3 text-[15px]">
            Nothing lies within these limits. Widen the turns, allow more strands, or raise a limit.
          </p>
        )}
      </View>
      <View letter="C" name="Ranked" className="overflow-auto px-3 py-2">
        {chosen && (
          <section aria-label="Chosen winding" className="mb-2 border-b-2 border-copper pb-2">
            <p className="fig text-[19px] font-bold">
              1-{chosen.candidate.pitch + 1} T{chosen.candidate.turns} {chosen.candidate.circuits}
              {chosen.candidate.connection === 'star' ? 'Y' : 'Δ'}
            </p>
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
            <Key primary onClick={() => open(chosen.candidate)}>
              Open on the bench
            </Key>
          </section>
        )}
        <table className="w-full text-[14px]">
          <thead>
            <tr className="border-b-2 border-ink text-left text-[13px] text-graphite">
              <th className="font-medium">no.</th>
              <th className="font-medium">winding</th>
              <th className="text-right font-medium">W</th>
              <th className="text-right font-medium">kg</th>
              <th className="text-right font-medium">fill</th>
            </tr>
          </thead>
          <tbody>
            {best.slice(0, 40).map((c, i) => (
              <tr
                key={i}
                className={`border-b border-grid ${chosen?.place === i ? 'bg-wash' : ''}`}
                onClick={() => setChosen({ candidate: c, place: i })}
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
                  1-{c.pitch + 1} T{c.turns} {c.circuits}
                  {c.connection === 'star' ? 'Y' : 'Δ'}
                  <span className="block text-graphite">{showWires(c.wires)}</span>
                </td>
                <td className="fig text-right">{c.lossW.toFixed(0)}</td>
                <td className="fig text-right">{c.copperKg.toFixed(1)}</td>
                <td className="fig text-right">{c.fill.toFixed(2)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </View>
    </Sheet>
  );
}
