/** Search: all windings of this core within limits, ranked and plotted; the chosen one goes to the bench. */
import {
  againstLimits,
  beginSearch,
  candidateTyped,
  coreOf,
  DEFAULT_SETTINGS,
  LIMIT_FIELDS,
  missingForSearch,
  RANGE_FIELDS,
  readSearch,
  supplyOf,
  throughOpening,
  tooLargeToSearch,
  unconnectedWindingOf,
  circuitsThatWork,
  type Candidate,
  type Field,
  type FigureId,
  type SearchRank,
  type Typed,
  type WindingAnalysis,
} from '@norther/core';
import { stockOf } from '@norther/records';
import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useShopQuery, type MotorFile } from '../app/api.ts';
import { useThreePhaseCard } from '../data-card/use-card.ts';
import { Choice, optionsOf } from '../kit/choice.tsx';
import { TypedField } from '../kit/fields.tsx';
import { FindingList } from '../kit/finding-list.tsx';
import { Key } from '../kit/key.tsx';
import { Sheet, View } from '../sheet/sheet.tsx';
import { useWidth } from '../kit/use-width.ts';
import { AsFound } from './as-found.tsx';
import { HowFar } from './how-far.tsx';
import { Ranked, type RankedWinding } from './ranked.tsx';
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

const AXIS_OPTIONS = optionsOf(
  Object.fromEntries(Object.entries(AXES).map(([id, a]) => [id, a.name])) as Record<Axis, string>,
);
const RANKS: Readonly<Record<SearchRank, string>> = {
  'least-loss': 'least loss',
  'least-copper': 'least copper',
  'easiest-to-insert': 'easiest to insert',
  'lowest-density': 'lowest current density',
};

const NONE: readonly Candidate[] = [];

export function Search({ file }: { file: MotorFile }) {
  const found = useThreePhaseCard(file, 'as-found');
  const proposal = useThreePhaseCard(file, 'proposed', found.typed);
  const { data: shop } = useShopQuery();
  const navigate = useNavigate();
  const { progress, running, start, cancel } = useSearch();
  const { card, analysis } = found.checked;
  const winding = unconnectedWindingOf(card);
  const core = coreOf(card);
  const supply = supplyOf(found.plate, card);
  const missing = missingForSearch(core, supply);
  const stock = useMemo(() => stockOf(shop?.reels ?? []), [shop]);
  const pitch = winding ? Math.round(analysis?.layout.meanPitch ?? winding.pitch) : 1;
  const turns = analysis?.layout.meanTurns ?? winding?.turnsPerCoil ?? 10;
  const [edited, setEdited] = useState<Typed>({});
  const typed = winding ? { ...beginSearch(winding, pitch, turns), ...edited } : edited;
  const wish = readSearch(typed);
  const tooLarge = wish.ok
    ? tooLargeToSearch({
        stock,
        bundles: throughOpening(wish.value.bundles, card.slotOpening),
        pitches: wish.value.pitches,
      })
    : null;
  const [both, setBoth] = useState(true);
  const [rank, setRank] = useState<SearchRank>('least-loss');
  const [axes, setAxes] = useState<readonly [Axis, Axis]>(['copperKg', 'lossW']);
  const [chosen, setChosen] = useState<RankedWinding | null>(null);
  const [plot, width] = useWidth<HTMLDivElement>(700);
  const best = progress?.best ?? NONE;
  // The table follows the plot in a step of its own, so that neither holds the page up.
  const ranked = useDeferredValue(best);

  const go = () => {
    if (!winding || !wish.ok || missing || tooLarge) return;
    setChosen(null);
    const circuits = analysis ? circuitsThatWork(analysis.layout) : [1];
    start({
      ...wish.value,
      winding,
      core,
      supply,
      stock,
      bundles: throughOpening(wish.value.bundles, card.slotOpening),
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
    if (winding) proposal.type(candidateTyped(winding, c));
    void navigate(`/motor/${encodeURIComponent(file.motor.number)}/winding`);
  };
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.key === 'Escape' && running) cancel();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [running, cancel]);

  if (!winding || missing)
    return (
      <Sheet file={file}>
        <View letter="A" name="Search" className="p-6">
          <h2 className="text-[21px]">A search needs the core first.</h2>
          <p className="text-[15px]">
            {winding ? missing?.message : 'Slots, poles, a span, turns and a wire to begin from.'}{' '}
            <Link to={`/motor/${encodeURIComponent(file.motor.number)}/card`} className="underline">
              The data card
            </Link>{' '}
            and the plate say the rest.
          </p>
        </View>
      </Sheet>
    );
  const asked = (field: Field) => (
    <TypedField
      key={field.id}
      field={field}
      value={typed[field.id] ?? ''}
      onType={(value) => setEdited({ ...edited, [field.id]: value })}
      doubts={[...wish.findings, ...(tooLarge ? [tooLarge] : [])].filter((f) => f.fields.includes(field.id))}
    />
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
          <div className="grid grid-cols-2 gap-x-3 gap-y-1.5">{RANGE_FIELDS.map(asked)}</div>
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
          <div className="grid grid-cols-2 gap-x-3 gap-y-1.5">{LIMIT_FIELDS.map(asked)}</div>
          <label className="flex items-center justify-between gap-2 text-[14px]">
            Best is
            <Choice
              name="rank"
              value={rank}
              options={optionsOf(RANKS)}
              onChoose={setRank}
              className="h-8 border-[1.5px] border-b-2 border-pencil border-b-ink max-xl:h-12"
            />
          </label>
          <FindingList findings={wish.findings.filter((f) => f.code.startsWith('search.'))} />
          <p className="text-[13px] text-graphite">
            Wire from {shop?.reels.length ?? 0} reels; circuits that work for this winding.
          </p>
          <div className="flex flex-wrap gap-2">
            <Key primary type="submit" disabled={running || !wish.ok || tooLarge !== null}>
              Search
            </Key>
            <Key letter="Esc" disabled={!running} onClick={cancel}>
              Stop
            </Key>
          </div>
        </form>
      </View>
      <View letter="B" name="What lies within" className="overflow-auto py-2">
        <div className="flex flex-wrap items-center gap-x-4 gap-y-1 px-3 text-[14px]">
          <HowFar progress={progress} running={running} />
          <span className="ml-auto flex gap-2">
            {([0, 1] as const).map((k) => (
              <Choice
                key={k}
                label={k === 0 ? 'Along' : 'Upwards'}
                value={axes[k]}
                options={AXIS_OPTIONS}
                onChoose={(next) => setAxes(k === 0 ? [next, axes[1]] : [axes[0], next])}
                className="h-8 border-[1.5px] border-pencil text-[13px] max-xl:h-12"
              />
            ))}
          </span>
        </div>
        {/* There from the start, so that its width is known when the first windings come. */}
        <div ref={plot}>
          {(progress ?? foundPoint(analysis)) && (
            <SearchPlot
              width={width}
              best={best}
              sample={progress?.sample ?? NONE}
              x={axes[0]}
              y={axes[1]}
              found={foundPoint(analysis)}
              chosen={chosen?.place ?? null}
              onChoose={(candidate, place) => setChosen({ candidate, place })}
            />
          )}
        </div>
        {progress?.done && progress.within === 0 && (
          <p className="px-3 text-[15px]">
            Nothing lies within these limits. Widen the turns, allow more strands, or raise a limit.
          </p>
        )}
      </View>
      <View letter="C" name="Ranked" className="overflow-auto px-3 py-2">
        {best.length === 0 && !running && analysis && wish.ok ? (
          <AsFound rows={againstLimits(analysis.figures, wish.value.limits)} />
        ) : (
          <Ranked best={ranked} chosen={chosen} onChoose={setChosen} onOpen={open} />
        )}
      </View>
    </Sheet>
  );
}
