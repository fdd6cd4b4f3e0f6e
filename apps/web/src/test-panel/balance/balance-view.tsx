/** Balancing on the test panel: the one weight to put on, the planes, the rotor, and the runs against their limit. */
import {
  balanceJob,
  PLANES,
  TEST_KINDS,
  type BalanceJob,
  type BalanceReading,
  type PlaneName,
} from '@norther/core';
import { useState } from 'react';
import { Key } from '../../kit/key.tsx';
import { showMessage } from '../../app/sheet-state.ts';
import { useAppDispatch } from '../../app/store.ts';
import { useBench } from '../bench-api.ts';
import { INSTRUMENT } from '../measured-with.tsx';
import type { TestViewProps } from '../views.ts';
import { faceOf } from './angles.ts';
import { NewRun } from './new-run.tsx';
import { PlaneFace } from './plane-face.tsx';
import { PolarPlane } from './polar-plane.tsx';
import { SisterCoefficients } from './sister-coefficients.tsx';
import { RotorSide } from './rotor-side.tsx';

/** Without what is assumed a job would never begin: the grade is said beside its figure. */
const readingOf = (typed: Readonly<Record<string, string>>, context: TestViewProps['context']) =>
  TEST_KINDS.balance.read(typed, context).values as unknown as BalanceReading;

export function BalanceAbove({ file, typed: draft, instrument, latest, open, context, type }: TestViewProps) {
  const typed = open ? draft : (latest?.typed ?? {});
  const r = readingOf(typed, context);
  const job = balanceJob(r);
  const [looked, setLooked] = useState<PlaneName | null>(null);
  const bench = useBench('balancer', instrument);
  const dispatch = useAppDispatch();
  /** Number of the machine's run that stands in the fields. */
  const [taken, setTaken] = useState<number | null>(null);
  const { step } = job ?? {};
  const plane = looked ?? (step && 'plane' in step ? step.plane : 'A');
  const sense = r.sense ?? 'against';
  const planes = r.radiusB === undefined ? 1 : 2;
  const runs = typed['runs'] ?? '';
  const setRuns = (text: string) => type({ ...(open ? {} : typed), runs: text });
  const refuse = (text: string) => {
    dispatch(showMessage({ text, bad: true }));
    return null;
  };
  const readMachine = async () => {
    const last = await bench?.last();
    const run = last?.run;
    if (!run) return null;
    if (run.run === taken) return refuse(`That is still run ${run.run} of ${bench!.name}: spin again.`);
    if ((r.reads === 'unbalance') !== (run.unit === 'g·mm'))
      return refuse(
        `${bench!.name} shows ${run.unit}; the runs here are ${r.reads === 'unbalance' ? 'unbalance in g·mm' : 'vibration'}.`,
      );
    if (run.readings.length < planes) return refuse(`${bench!.name} has one reading; two planes need two.`);
    setTaken(run.run);
    type({ ...(open ? {} : typed), [INSTRUMENT]: last.instrument });
    return run;
  };
  const ready =
    r.radiusA !== undefined &&
    r.reads !== undefined &&
    r.sense !== undefined &&
    (r.reads !== 'unbalance' || r.angleOf !== undefined);
  return (
    <section aria-label="Balancing" className="mb-3">
      {job && <Hero job={job} />}
      {job && (
        <div className="mt-2 grid grid-cols-[minmax(0,1.4fr)_minmax(0,1fr)] gap-3">
          <div className="min-w-0">
            <div className="flex items-center justify-between text-[14px]">
              <span>
                <b>Plane {plane}</b> seen from {plane === 'A' ? 'the drive end' : 'the other end'}
              </span>
              {planes === 2 && (
                <Key onClick={() => setLooked(plane === 'A' ? 'B' : 'A')}>
                  Plane {plane === 'A' ? 'B' : 'A'}
                </Key>
              )}
            </div>
            <PlaneFace job={job} plane={plane} sense={sense} />
            <p className="text-[13px] text-graphite">
              Thin arrow: angles count, {sense} rotation. Thick: the rotor turns. Black: heavy spot. Copper:
              weight goes here.
            </p>
            <RotorSide r={r} />
          </div>
          <div className="grid min-w-0 content-start gap-2">
            {job.solved.heavy.length > 0 ? (
              PLANES.slice(0, planes).map((name, p) => (
                <PolarPlane
                  key={name}
                  name={name}
                  heavy={job.solved.heavy.map((run) => run[p]!)}
                  limitGmm={job.shareGmm[p]!}
                  most={Math.max(...job.solved.heavy.flat().map((v) => v.magnitude), ...job.shareGmm)}
                  view={faceOf(sense, 'A')}
                />
              ))
            ) : (
              <p className="text-[15px]">
                What a weight does is not known yet: each plane needs a run with a trial weight. Readings so
                far tell where nothing is.
              </p>
            )}
          </div>
        </div>
      )}
      {r.reads !== 'unbalance' && r.reads !== undefined && !r.coefficients && (
        <SisterCoefficients
          file={file}
          onTake={(coefficients) => type({ ...(open ? {} : typed), coefficients })}
        />
      )}
      {job && <RunsTable job={job} unit={r.reads === 'unbalance' ? 'g·mm' : ''} />}
      {ready ? (
        <NewRun
          key={`${runs} ${planes}`}
          job={job}
          planes={planes}
          unit={r.reads === 'unbalance' ? 'g·mm' : ''}
          firstSpeed=""
          readMachine={bench ? readMachine : null}
          onAdd={(line) => setRuns([...runs.split('\n').filter((l) => l.trim()), line].join('\n'))}
        />
      ) : (
        <p className="border-l-[3px] border-copper pl-3 text-[15px]">
          To work by runs, give the radius of plane A, what the machine shows, whose angle it is, and which
          way angles count. Without runs, type the residual that the machine shows.
        </p>
      )}
      {job && (
        <div className="mt-2">
          <Key onClick={() => setRuns(runs.trim().split('\n').slice(0, -1).join('\n'))}>
            Take run {job.runs.length} back
          </Key>
        </div>
      )}
    </section>
  );
}

const grams = (g: number) => (g >= 100 ? g.toFixed(0) : g.toFixed(1));

function Hero({ job }: { readonly job: BalanceJob }) {
  const { step } = job;
  const big = (figure: string, unit: string, before: string, rest: string, then?: string) => (
    <div className="border-b-2 border-ink pb-2" role="status" aria-label="Do now">
      <p className="text-[28px] leading-tight font-[700]">
        {before} <span className="fig text-[46px] leading-none">{figure}</span> {unit}{' '}
        <span className="text-[25px]">{rest}</span>
      </p>
      {then && <p className="mt-1 text-[16px]">{then}</p>}
    </div>
  );
  const where = (p: { readonly place: number | null; readonly angleDeg: number }) =>
    p.place === null ? `at ${p.angleDeg.toFixed(0)}°` : `at place ${p.place}`;
  switch (step.kind) {
    case 'within':
      return (
        <div className="border-b-2 border-ink pb-2" role="status" aria-label="Do now">
          <p className="text-[30px] leading-tight font-[700]">Within tolerance. Leave it.</p>
        </div>
      );
    case 'spin':
      return (
        <div className="border-b-2 border-ink pb-2" role="status" aria-label="Do now">
          <p className="text-[30px] leading-tight font-[700]">Spin run {step.run}</p>
        </div>
      );
    case 'trial':
      return big(
        grams(step.massG),
        'g',
        'Trial',
        `plane ${step.plane}, ${where(step)}`,
        'Other trials come off first. Its force is a tenth of the rotor’s weight: common practice.',
      );
    case 'add': {
      const [first, second] = step.correction.parts;
      const drill =
        step.depthMm === null ? '' : `Or take ${step.depthMm.toFixed(1)} mm away at the heavy spot. `;
      if (!first)
        return (
          <div className="border-b-2 border-ink pb-2" role="status" aria-label="Do now">
            <p className="text-[25px] leading-tight font-[700]">
              Plane {step.plane} wants less than one step of weight
            </p>
            <p className="mt-1 text-[16px]">{drill}Take lighter weights.</p>
          </div>
        );
      return big(
        grams(first.massG),
        'g',
        'Add',
        `${where(first)}, plane ${step.plane}`,
        `${second ? `Then ${grams(second.massG)} g ${where(second)}, plane ${step.plane}. ` : ''}${drill}Left by calculation: ${step.correction.leftGmm.magnitude.toFixed(0)} g·mm.`,
      );
    }
  }
}

function RunsTable({ job, unit }: { readonly job: BalanceJob; readonly unit: string }) {
  const names = PLANES.slice(0, job.radiiMm.length);
  return (
    <table className="mt-2 w-full text-[15px]">
      <caption className="sr-only">Runs</caption>
      <thead>
        <tr className="border-b border-ink text-left text-[13px] text-graphite">
          <th className="font-medium">Run</th>
          {names.map((p, i) => [
            <th key={p} className="pl-2 text-right font-medium">
              {p}
              {unit && `, ${unit}`}
            </th>,
            <th key={`${p}°`} className="pl-2 text-right font-medium">
              at °
            </th>,
            <th key={`${p}×`} className="w-[21%] pl-3 font-medium">
              heavy, × of {job.shareGmm[i]!.toFixed(0)} g·mm
            </th>,
          ])}
        </tr>
      </thead>
      <tbody>
        {job.runs.map((run, i) => (
          <tr
            key={i}
            className={`border-b border-grid ${i === job.runs.length - 1 ? 'bg-wash font-[650]' : ''}`}
          >
            <td className="py-1 text-[14px]">
              <b className="fig">{i + 1}</b>{' '}
              {run.weights.length === 0
                ? 'bare'
                : run.weights.map((w) => `${w.plane} ${Number(w.massG.toFixed(1))} g`).join(', ')}
            </td>
            {names.map((p, k) => {
              const heavy = job.solved.heavy[i]?.[k];
              const times = heavy ? heavy.magnitude / job.shareGmm[k]! : null;
              return [
                <td key={p} className="fig pl-2 text-right">
                  {Number(run.readings[k]!.magnitude.toPrecision(4))}
                </td>,
                <td key={`${p}°`} className="fig pl-2 text-right">
                  {run.readings[k]!.angleDeg.toFixed(0)}
                </td>,
                <td key={`${p}×`} className="pl-3">
                  {times !== null && <TimesBar times={times} />}
                </td>,
              ];
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Times of the tolerance on a line that ends at ten, the limit at one. */
function TimesBar({ times }: { readonly times: number }) {
  const at = (t: number) => 50 + 50 * Math.max(-1, Math.min(1, Math.log10(t)));
  return (
    <span className="flex items-center gap-2">
      <span className={`fig w-10 text-right ${times > 1 ? 'text-carmine' : ''}`}>
        {times < 10 ? times.toFixed(2) : times.toFixed(0)}
      </span>
      <svg viewBox="0 0 100 14" preserveAspectRatio="none" className="h-3.5 min-w-0 flex-1" aria-hidden>
        <rect x="0" y="5" width="50" height="5" fill="var(--band)" />
        <rect x="50" y="5" width="50" height="5" fill="var(--carmine-wash)" />
        <path d="M50 0V14" stroke="var(--carmine)" strokeWidth="1.5" vectorEffect="non-scaling-stroke" />
        <path
          d={`M${at(times)} 1V13`}
          stroke={times > 1 ? 'var(--copper)' : 'var(--ink)'}
          strokeWidth="4"
          vectorEffect="non-scaling-stroke"
        />
      </svg>
    </span>
  );
}
