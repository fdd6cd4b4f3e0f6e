/** The test panel: enter a reading, see it judged while typing, keep it. */
import {
  contextFor,
  judgeTest,
  kindAndRoute,
  minutesAbove,
  readQuantity,
  readShopSettings,
  sayCaution,
  stageReached,
  stationsOf,
  STAGES,
  TEST_KIND_IDS,
  TEST_KINDS,
  voidedBy,
  type Field,
  type Figure,
  type Judgement,
  type LogPoint,
  type Stage,
  type TestKindId,
} from '@norther/core';
import { notesOfLog, type RecordedWaves } from '@norther/records';
import { Suspense, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { useAddReadingMutation, type MotorFile, type ShownReading } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { useDraft } from '../app/use-draft.ts';
import { judgedOf } from '../app/visit.ts';
import { Fold } from '../kit/fold.tsx';
import { FromTreatment } from './from-treatment.tsx';
import { MeasuredWith, partInstrument, useMeasuredWith } from './measured-with.tsx';
import { FindingList } from '../kit/finding-list.tsx';
import { TypedField } from '../kit/fields.tsx';
import { JudgedFigures } from '../kit/judged-figures.tsx';
import { Caution, FootKeys, Key } from '../kit/key.tsx';
import { VERDICT_WORD, VerdictMark } from '../kit/marks.tsx';
import { MotorSheet } from '../sheet/motor-sheet.tsx';
import { Sheet, View } from '../sheet/sheet.tsx';
import { ageOf } from '../kit/time.ts';
import { WorkingPanel } from '../kit/working-panel.tsx';
import { VerdictBlock } from './verdict-block.tsx';
import { useLastVisit } from './last-visit.ts';
import { ScalesAhead, type Earlier } from './scales-ahead.tsx';
import { HookUpDrawing } from './hook-up.tsx';
import { ReadingCharts } from './reading-charts.tsx';
import { KeptReadings } from './kept-readings.tsx';
import { OvenChart } from './oven-chart.tsx';
import { FromOven } from '../heat/from-oven.tsx';
import { LogDrop } from './log-drop.tsx';
import { useOvenLog } from './use-oven-log.ts';
import { VIEWS } from './views.ts';

export function TestPanel() {
  return <MotorSheet>{(file) => <Panel key={file.motor.number} file={file} />}</MotorSheet>;
}

function Panel({ file }: { file: MotorFile }) {
  const [params, setParams] = useSearchParams();
  const { machine, route } = kindAndRoute(file.motor, file.ownRoute);
  const tests = TEST_KIND_IDS.filter((id) => machine.tests.includes(id));
  const asked = new Set<string>(stationsOf(route).flatMap((x) => x.tests.map((t) => t.kind)));
  const kindId = tests.find((id) => id === params.get('kind')) ?? tests[0]!;
  const kind = TEST_KINDS[kindId];
  const wanted = params.get('stage') as Stage | null;
  const stage =
    wanted && kind.stages.includes(wanted) ? wanted : stageReached(route, kind.stages, file.steps);
  return (
    <Sheet file={file} columns="2.6fr 5.4fr 4fr">
      <View letter="A" name="Tests" className="overflow-auto py-1">
        <TestList
          file={file}
          tests={tests}
          asked={asked}
          kind={kindId}
          stage={stage}
          onChoose={(k, s) => setParams({ kind: k, stage: s })}
        />
      </View>
      <OneTest key={`${kindId} ${stage}`} file={file} kindId={kindId} stage={stage} />
    </Sheet>
  );
}

/** What the route asks for and what was read; what else could be measured is folded away. */
function TestList({
  file,
  tests,
  asked,
  kind,
  stage,
  onChoose,
}: {
  file: MotorFile;
  tests: readonly TestKindId[];
  asked: ReadonlySet<string>;
  kind: TestKindId;
  stage: Stage;
  onChoose: (k: TestKindId, s: Stage) => void;
}) {
  const isIn = (id: TestKindId) => asked.has(id) || id === kind || file.readings.some((r) => r.kind === id);
  const [first, more] = [tests.filter(isIn), tests.filter((id) => !isIn(id))];
  const one = (id: TestKindId) => (
    <TestRow
      key={id}
      id={id}
      file={file}
      current={id === kind ? stage : null}
      onChoose={(s) => onChoose(id, s)}
    />
  );
  return (
    <nav aria-label="Tests">
      {first.map(one)}
      {more.length > 0 && (
        <details className="px-0">
          <summary className="cursor-pointer px-3 py-1 text-[14px] font-[620] text-graphite max-xl:flex max-xl:min-h-12 max-xl:items-center">
            More tests<span className="fig ml-2 font-normal">{more.length}</span>
          </summary>
          {more.map(one)}
        </details>
      )}
    </nav>
  );
}

/** A long list shows where one is. */
const showsItself = (row: HTMLElement | null) => {
  const list = row?.closest('nav')?.parentElement;
  if (!row || !list || list.scrollHeight <= list.clientHeight) return;
  const { top, bottom } = row.getBoundingClientRect();
  const box = list.getBoundingClientRect();
  // The list alone scrolls, never the sheet.
  if (top < box.top || bottom > box.bottom) list.scrollTop += top - box.top - box.height / 2;
};

function TestRow({
  id,
  file,
  current,
  onChoose,
}: {
  id: TestKindId;
  file: MotorFile;
  /** The stage that is open. */
  current: Stage | null;
  onChoose: (s: Stage) => void;
}) {
  return (
    <div className="border-b border-grid py-1 max-xl:grid max-xl:grid-cols-[132px_repeat(4,1fr)] max-xl:items-center max-xl:py-0">
      <b className="block px-3 text-[14px] leading-tight font-[650]">{TEST_KINDS[id].title}</b>
      {TEST_KINDS[id].stages.map((s) => {
        const latest = file.readings.filter((r) => r.kind === id && r.stage === s && !r.withdrawn).at(-1);
        const verdict = latest?.outcome.ok && !latest.voided ? latest.outcome.judgement.verdict : 'to-come';
        return (
          <button
            key={s}
            type="button"
            ref={s === current ? showsItself : undefined}
            aria-current={s === current ? 'true' : undefined}
            onClick={() => onChoose(s)}
            className={`flex w-full items-center gap-2 px-3 py-[2.5px] text-left text-[14px] -outline-offset-2 max-xl:min-h-12 max-xl:gap-1.5 max-xl:px-2 max-xl:text-[15px] max-xl:whitespace-nowrap ${s === current ? 'bg-wash font-[650] text-copper' : ''}`}
          >
            <VerdictMark verdict={verdict} size={15} />
            {STAGES[s]}
            <span
              className={`ml-auto text-[13px] font-medium text-graphite ${latest ? '' : 'max-xl:hidden'}`}
            >
              {latest ? ageOf(latest.takenAt) : VERDICT_WORD['to-come']}
            </span>
          </button>
        );
      })}
    </div>
  );
}

function OneTest({ file, kindId, stage }: { file: MotorFile; kindId: TestKindId; stage: Stage }) {
  const kind = TEST_KINDS[kindId];
  const form = `test:${file.motor.number}:${kindId}:${stage}`;
  const { typed: draft, type, drop, open, writeId } = useDraft(form);
  const { fields: typed, instrument, why } = useMemo(() => partInstrument(draft), [draft]);
  const measuredWith = useMeasuredWith(kindId, instrument, why);
  const [send, { isLoading }] = useAddReadingMutation();
  const act = useAct();
  const [working, setWorking] = useState<Figure | null>(null);
  const { plans, visit } = useMemo(() => judgedOf(file, true), [file]);
  const context = useMemo(() => contextFor(plans, stage), [plans, stage]);
  const csv = typed['log'];
  const { log, reading: readingLog } = useOvenLog(csv, typed['logUnit'], typed['logTime']);
  const fields = useMemo(() => {
    const { log: _log, waves: _waves, ...rest } = typed as Record<string, string>;
    const notes = log ? notesOfLog(log.findings) : '';
    return notes ? { ...rest, logNotes: notes } : rest;
  }, [typed, log]);
  const outcome = useMemo(
    () =>
      judgeTest(kindId, fields, {
        ...context,
        ...(log?.ok ? { log: log.value } : {}),
      }),
    [kindId, fields, context, log],
  );
  const earlier = file.readings.filter((r) => r.kind === kindId && r.stage === stage);
  const latest = earlier.filter((r) => !r.withdrawn).at(-1) ?? null;
  const expected = kind.expected?.(context) ?? null;
  const caution = kind.caution && sayCaution(kind.caution, readShopSettings(file.settings).touch);
  // What would keep a reading taken now from counting.
  const early = voidedBy({ kind: kindId, stage, order: Infinity }, visit);
  const before = earlierStage(file, kindId, stage);
  const lastVisit = useLastVisit(file.motor.number, kindId, stage);
  const ahead = useMemo(() => kind.scalesAhead(context), [kind, context]);
  const shown: Judgement | null = open
    ? outcome.ok
      ? outcome.judgement
      : null
    : latest?.outcome.ok
      ? latest.outcome.judgement
      : null;
  const save = async () => {
    const problem = await act(
      unwrap(
        send({
          writeId: writeId ?? crypto.randomUUID(),
          number: file.motor.number,
          entry: {
            kind: kindId,
            stage,
            typed: fields,
            instrument,
            why,
            ...(log?.ok ? { log: [...log.value] } : {}),
            ...(typed['waves'] ? { waves: JSON.parse(typed['waves']) as RecordedWaves } : {}),
          },
        }),
      ),
      `${kind.title}, ${STAGES[stage]}: kept.`,
    );
    if (!problem) drop();
  };
  const problems = [
    ...(log && !log.ok ? log.findings : (log?.findings ?? [])),
    ...(outcome.ok ? outcome.findings : outcome.findings),
  ];
  const { takesFrom } = kind;
  const asked = kind.fields.filter(
    (f) => f.id !== 'logNotes' && (csv !== undefined || !['logUnit', 'logTime'].includes(f.id)),
  );
  const view = VIEWS[kindId];
  const viewed = view && { file, latest, typed, instrument, open, context, type };
  const folded = takesFrom?.fields ?? view?.folds?.fields ?? [];
  const [wanted, own] = [
    asked.filter((f) => folded.includes(f.id) && !f.id.endsWith('Notes')),
    asked.filter((f) => !folded.includes(f.id) && !view?.edits?.includes(f.id)),
  ];
  const fieldOf = (f: Field) => (
    <TypedField
      key={f.id}
      field={f}
      value={typed[f.id] ?? ''}
      onType={(v) => type({ [f.id]: v })}
      missing={f.required ?? false}
      assumed={f.default}
      doubts={open ? problems.filter((x) => x.fields.includes(f.id) && x.code !== 'test.field-missing') : []}
    />
  );
  return (
    <>
      <View letter="B" name={kind.title} note={STAGES[stage]} className="overflow-auto px-4 py-3">
        <form
          aria-label={kind.title}
          onSubmit={(e) => {
            e.preventDefault();
            if (outcome.ok && open && !measuredWith.blocked) void save();
          }}
        >
          {view?.Above && (
            <Suspense fallback={null}>
              <view.Above {...viewed!} />
            </Suspense>
          )}
          {takesFrom && <FromTreatment fields={takesFrom.fields} onTake={type} />}
          <div className="grid grid-cols-2 gap-x-4 gap-y-2 sm:grid-cols-3">{own.map(fieldOf)}</div>
          {wanted.length > 0 && (
            <Fold
              title={view?.folds?.title ?? 'What the sheet asks for'}
              filled={wanted.filter((f) => typed[f.id]?.trim()).length}
              className="mt-3"
            >
              <div className="mt-1 grid grid-cols-2 gap-x-4 gap-y-2 sm:grid-cols-3">
                {wanted.map(fieldOf)}
              </div>
            </Fold>
          )}
          <MeasuredWith state={measuredWith} instrument={instrument} why={why} onType={type} />
          {expected && (
            <p className="mt-2 text-[14px]">
              Should read: <span className="fig">{expected}</span>
            </p>
          )}
          {readingLog && <p className="mt-2 text-[14px] text-graphite">Reading the log …</p>}
          {kind.needsLog && <LogDrop onRead={type} has={csv !== undefined} />}
          {kind.needsLog && <FromOven number={file.motor.number} body={kind.body} onTake={type} />}
          {open && (
            <div className="mt-3">
              <FindingList
                findings={problems.filter(
                  (f) => f.code !== 'test.field-missing' || Object.keys(fields).length > 1,
                )}
              />
            </div>
          )}
          <FootKeys stays={open} className="mt-3">
            <Key
              primary
              type="submit"
              letter="Enter"
              disabled={!open || !outcome.ok || isLoading || measuredWith.blocked}
            >
              Keep the reading
            </Key>
            {open && <Key onClick={drop}>Clear</Key>}
          </FootKeys>
        </form>
        {shown && (
          <section className="mt-4" aria-label="Readings against their limits">
            <div className="mb-1 flex items-baseline justify-between border-b-2 border-ink">
              <h2 className="text-[17px]">
                {open ? 'As typed' : `As kept by ${latest!.takenBy}, ${ageOf(latest!.takenAt)} ago`}
              </h2>
              {(before || lastVisit) && (
                <span className="text-[13px] text-graphite">
                  {[before && `open needle: ${before.label}`, lastVisit && `dashed: ${lastVisit.label}`]
                    .filter(Boolean)
                    .join('; ')}
                </span>
              )}
            </div>
            <JudgedFigures
              judgement={shown}
              before={before?.values ?? null}
              past={lastVisit?.values ?? null}
              onWorking={(f) => setWorking((w) => (w?.id === f.id ? null : f))}
            />
          </section>
        )}
        {!view?.Above && !kind.needsLog && (open || latest) && (
          <ReadingCharts kind={kindId} typed={open ? fields : (latest?.typed ?? {})} context={context} />
        )}
        {!latest && !view?.connects && <HookUpDrawing hookUp={kind.hookUp} />}
        {!shown && ahead.length > 0 && <ScalesAhead scales={ahead} earlier={before} lastVisit={lastVisit} />}
        {kind.needsLog && (
          <OvenPart
            file={file}
            latest={latest}
            typedLog={log?.ok ? log.value : null}
            typed={open ? typed : (latest?.typed ?? {})}
          />
        )}
      </View>
      <View letter="C" name="Verdict" className="overflow-auto px-4 py-3">
        {early && (
          <p className="mb-3 border-l-[3px] border-copper pl-3 text-[15px]">
            It would not count yet: {early.message}.
          </p>
        )}
        {!open && latest?.voided && (
          <p className="mb-3 bg-carmine-wash p-2 text-[15px] text-carmine">
            <b>It proves nothing any more:</b> {latest.voided.message}.
          </p>
        )}
        {working ? (
          <WorkingPanel figure={working} onClose={() => setWorking(null)} />
        ) : shown ? (
          <>
            <VerdictBlock judgement={shown} />
            {view?.Beside && (
              <Suspense fallback={null}>
                <view.Beside {...viewed!} />
              </Suspense>
            )}
          </>
        ) : (
          <div className="flex items-center gap-3 text-pencil">
            <VerdictMark verdict="to-come" size={44} />
            <b className="text-[25px]">not measured</b>
          </div>
        )}
        {caution && (
          <div className="mt-5">
            <Caution {...caution} />
          </div>
        )}
        <KeptReadings file={file} readings={earlier} />
      </View>
    </>
  );
}

/** The same test at the stage before, for the open needles. */
function earlierStage(file: MotorFile, kind: TestKindId, stage: Stage): Earlier | null {
  const stages = TEST_KINDS[kind].stages;
  for (let i = stages.indexOf(stage) - 1; i >= 0; i--) {
    const r = file.readings.filter((x) => x.kind === kind && x.stage === stages[i]).at(-1);
    // What reads open has no figure to compare with.
    const figures = r?.outcome.ok ? r.outcome.judgement.figures : [];
    if (figures.length > 0)
      return {
        values: new Map(figures.map((f) => [f.figure.id, f.figure.value])),
        label: STAGES[stages[i]!],
      };
  }
  return null;
}

function OvenPart({
  file,
  latest,
  typedLog,
  typed,
}: {
  file: MotorFile;
  latest: ShownReading | null;
  typedLog: readonly LogPoint[] | null;
  typed: Readonly<Record<string, string>>;
}) {
  const number = (id: string, dimension: 'temperature' | 'duration' | 'temperature-difference') => {
    const r = readQuantity(typed[id] ?? '', dimension);
    return r.ok ? r.value : null;
  };
  const target = number('target', 'temperature');
  const tolerance = number('tolerance', 'temperature-difference') ?? 5;
  return (
    <OvenChart
      number={file.motor.number}
      readingId={typedLog ? null : (latest?.id ?? null)}
      points={typedLog}
      threshold={target === null ? null : target - tolerance}
      wanted={number('minutes', 'duration')}
      minutesAbove={minutesAbove}
    />
  );
}
