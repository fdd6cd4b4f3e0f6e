/** The connection bench: the drawing to connect by, the joints to tick, and the proof: walk, trace, terminals. */
import {
  coreOf,
  expectedWalk,
  jointLengths,
  planKey,
  traceCurrent,
  walkFeed,
  writeShorthand,
  type Phase,
  type WindingAnalysis,
} from '@norther/core';
import { connectionDrawing } from '@norther/drawings';
import { useDeferredValue, useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { MotorFile } from '../app/api.ts';
import { PhaseBox } from '../kit/marks.tsx';
import { SceneView } from '../kit/scene-view.tsx';
import { Sheet, View } from '../sheet/sheet.tsx';
import { JoiningPanel } from './joining-panel.tsx';
import { JointsPanel } from './joints-panel.tsx';
import { plannedAnalysis, type PlannedThreePhase } from './planned-analysis.ts';
import { TerminalsPanel } from './terminals-panel.tsx';
import { TracePanel } from './trace-panel.tsx';
import { useJoints } from './use-joints.ts';
import { useWalk } from './use-walk.ts';
import { useWalkJudgement } from './use-walk-judgement.ts';
import { WalkPanel } from './walk-panel.tsx';

export function ConnectionBench({ file }: { file: MotorFile }) {
  const planned = useMemo(() => plannedAnalysis(file), [file]);
  if (planned.analysis)
    return (
      <Bench
        file={file}
        planned={planned}
        analysis={planned.analysis}
        key={planKey(planned.analysis.layout)}
      />
    );
  return (
    <Sheet file={file}>
      <View letter="A" name="Connection" className="p-6">
        <h2 className="text-[21px]">Nothing to connect yet.</h2>
        <p>
          Fill{' '}
          <Link to={`/motor/${encodeURIComponent(file.motor.number)}/card`} className="underline">
            the data card
          </Link>{' '}
          first; it must describe a winding that can be wound.
        </p>
      </View>
    </Sheet>
  );
}

const PROOFS = { walk: 'Walk', trace: 'Trace', terminals: 'Terminals' } as const;
type Proof = keyof typeof PROOFS;
type Fed = Phase | 'all';
const FEEDS = { all: 'all phases', U: 'U alone', V: 'V alone', W: 'W alone' } as const;

function Bench({
  file,
  planned,
  analysis,
}: {
  file: MotorFile;
  planned: PlannedThreePhase;
  analysis: WindingAnalysis;
}) {
  const { layout, connection } = analysis;
  const { card } = planned.checked;
  const [proof, setProof] = useState<Proof>('walk');
  const [feed, setFeed] = useState<readonly [string, string] | null>(null);
  const [turn, setTurn] = useState(0);
  const [zoom, setZoom] = useState(1);
  const walk = useWalk(file, layout.groups.length, (fed) => expectedWalk(layout, connection, fed as Fed));
  const lengths = useMemo(() => jointLengths(layout, connection, coreOf(card)), [layout, connection, card]);
  const judged = useWalkJudgement(layout, connection, walk.fed as Fed, walk.readings);
  const traced = useMemo(
    () =>
      proof === 'trace' && feed
        ? traceCurrent(layout, connection.joints, { into: [feed[0]], outOf: [feed[1]] })
        : null,
    [proof, feed, layout, connection],
  );
  const toOpen = useMemo(() => judged.explanations[0]?.joints ?? [], [judged]);

  const joints = useJoints(file, planned.checked.plan!, toOpen);
  const { chosen: joint, states } = joints;
  const turnBy = (key: string) => {
    if (key !== '[' && key !== ']') return false;
    setTurn((t) => t + ((key === '[' ? -1 : 1) * Math.PI) / 12);
    return true;
  };
  const through = traced?.current ?? null;
  const read = useMemo(
    () =>
      proof === 'walk' && walk.begun
        ? { readings: walk.readings, wrongGroups: judged.wrongGroups, nextGroup: walk.next }
        : {},
    [proof, walk.begun, walk.readings, walk.next, judged.wrongGroups],
  );
  // The panel follows the hand, the drawing a frame later.
  const walked = useDeferredValue(read);
  const scene = useMemo(
    () =>
      connectionDrawing(layout, connection, {
        // Drawn anew at the larger size, so that what had no room to be written is written.
        size: 680 * zoom,
        chosenJoint: joint,
        states,
        ...walked,
        current: through,
        exitClock: card.exitClock ?? 3,
        turn,
      }),
    [layout, connection, zoom, joint, states, walked, through, card.exitClock, turn],
  );
  const groups = new Set(layout.groups.map((g) => g.coils.length));
  const base = `/api/motors/${encodeURIComponent(file.motor.number)}`;
  return (
    <Sheet file={file} columns="6.6fr 3.4fr 3fr">
      <View
        letter="A"
        name="Connection drawing"
        note="from the connection end, to connect by"
        className="relative overflow-hidden"
      >
        <div className="absolute top-2 left-3 leading-tight">
          <b className="fig block text-[16px]">{writeShorthand(planned.checked.typed)}</b>
          <span className="text-[13px] text-graphite">
            {layout.groups.length} groups of {[...groups].sort((a, b) => a - b).join(' and ')}, {planned.says}
          </span>
        </div>
        <div className="absolute top-2 right-3 space-y-1 text-[13px]">
          {(['U', 'V', 'W'] as const).map((p) => (
            <span key={p} className="flex items-center justify-end gap-2">
              phase {p} <PhaseBox phase={p} size={18} />
            </span>
          ))}
        </div>
        <div
          className={`h-full p-1 max-xl:h-[600px] max-xl:pt-14 ${zoom > 1 ? 'overflow-auto' : ''}`}
          tabIndex={zoom > 1 ? 0 : undefined}
        >
          <SceneView
            scene={scene}
            fill={zoom === 1}
            className={zoom > 1 ? 'max-w-none' : ''}
            onPick={(of) => {
              const [kind, n] = of.split('-');
              if (kind === 'joint') joints.choose(Number(n));
              if (kind === 'group' && proof === 'walk') walk.goTo(Number(n));
            }}
          />
        </div>
        <p className="absolute bottom-2 left-3 text-[13px] leading-tight text-graphite">
          crossing without a dot:
          <br />
          not joined
        </p>
        <p className="absolute right-3 bottom-2 flex items-center gap-2 text-right text-[13px] leading-tight text-graphite">
          <button
            type="button"
            aria-pressed={zoom > 1}
            className="no-print border border-pencil bg-paper px-2 text-ink max-xl:min-h-12"
            onClick={() => setZoom((z) => (z === 1 ? 2 : z === 2 ? 3.2 : 1))}
          >
            {zoom === 3.2 ? 'Whole' : 'Larger'}
          </button>
          leads at {card.exitClock ?? 3} o’clock. Turn
          {(
            [
              ['[', -1],
              [']', 1],
            ] as const
          ).map(([key, way]) => (
            <button
              key={key}
              type="button"
              aria-label={way < 0 ? 'Turn left' : 'Turn right'}
              className="fig no-print border border-pencil px-1.5 text-ink max-xl:size-12"
              onClick={() => turnBy(key)}
            >
              {key}
            </button>
          ))}
        </p>
      </View>
      <View letter="B" name="Joints" className="overflow-auto px-3 py-2">
        <JointsPanel
          file={file}
          joints={joints}
          branch={(j) =>
            j.phase && j.kind !== 'star' ? (
              <PhaseBox phase={j.phase as Phase} />
            ) : (
              <span className="fig pl-1">Y</span>
            )
          }
          lengths={lengths}
          walk={proof === 'walk' ? walk : null}
          onKey={turnBy}
          note={`${card.joint ?? planned.checked.card.joint ?? 'brazed'}, each end sleeved`}
          above={<JoiningPanel file={file} role={planned.role} />}
        >
          <p className="mt-2 text-[13px] text-graphite">
            {analysis.coilEnds} free ends to sleeve. {connection.endsPerLead} on the first lead
            {connection.endsAtStar ? `, ${connection.endsAtStar} at the star` : ''};{' '}
            {connection.endsPerLead * analysis.winding.wires.reduce((n, w) => n + w.count, 0)} wires gathered
            into that cable.
          </p>
          <p className="no-print mt-2 flex flex-wrap gap-x-4 gap-y-1 text-[14px]">
            <a className="underline" href={`${base}/connection.pdf?winding=${planned.role}`}>
              To print, PDF
            </a>
            <a className="underline" href={`${base}/connection.csv?winding=${planned.role}`} download>
              List as CSV
            </a>
            <a
              className="underline"
              href={`${base}/connection.svg?winding=${planned.role}`}
              download="connection.svg"
            >
              Drawing as SVG
            </a>
            <button type="button" className="underline" onClick={() => window.print()}>
              Print <kbd className="fig border border-pencil px-1 text-[12px]">P</kbd>
            </button>
          </p>
        </JointsPanel>
      </View>
      <View letter="C" name="Proof" className="overflow-auto px-3 py-2">
        <div role="group" aria-label="Proof" className="mb-2 flex border-[1.5px] border-pencil">
          {(Object.keys(PROOFS) as Proof[]).map((p) => (
            <button
              key={p}
              type="button"
              aria-pressed={proof === p}
              onClick={() => setProof(p)}
              className={`flex-1 px-1 py-1 text-[14px] -outline-offset-2 max-xl:min-h-12 ${proof === p ? 'bg-ink font-[650] text-paper' : ''}`}
            >
              {PROOFS[p]}
            </button>
          ))}
        </div>
        {proof === 'walk' && (
          <WalkPanel
            groups={layout.groups}
            wanted={expectedWalk(layout, connection, walk.fed as Fed)}
            words={walkFeed(connection, walk.fed as Fed).words}
            feeds={FEEDS}
            walk={walk}
            judged={judged}
          />
        )}
        {proof === 'trace' && <TracePanel analysis={analysis} feed={feed} onFeed={setFeed} traced={traced} />}
        {proof === 'terminals' && (
          <TerminalsPanel analysis={analysis} volts={planned.checked.card.forVoltage} file={file} />
        )}
      </View>
    </Sheet>
  );
}
