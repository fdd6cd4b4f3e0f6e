/** The verdict: every reading against its limit; ready, held or failed, and why. */
import {
  failureLines,
  newestReadings,
  partByWork,
  plansOf,
  showShort,
  STAGES,
  TEST_KINDS,
  type Stage,
} from '@norther/core';
import { boreDrawing } from '@norther/drawings';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { writeUpIn } from '@norther/records';
import type { MotorFile, ShownReading } from '../app/api.ts';
import { visitOf } from '../app/visit.ts';
import { plannedWinding } from '../connection-bench/planned-analysis.ts';
import { LimitScale } from '../kit/limit-scale.tsx';
import { VERDICT_WORD, VerdictMark, type MarkKind } from '../kit/marks.tsx';
import { MotorSheet } from '../sheet/motor-sheet.tsx';
import { SceneView } from '../kit/scene-view.tsx';
import { Sheet, View } from '../sheet/sheet.tsx';

export function Verdict() {
  return <MotorSheet>{(file) => <OneVerdict file={file} />}</MotorSheet>;
}

const MARK: Readonly<Record<MotorFile['verdict']['state'], MarkKind>> = {
  ready: 'sound',
  held: 'stop',
  failed: 'stop',
  'in-work': 'to-come',
};

function OneVerdict({ file }: { file: MotorFile }) {
  const { verdict } = file;
  const bad = verdict.state === 'failed' || verdict.state === 'held';
  const plan = useMemo(() => plannedWinding(file).checked.plan, [file]);
  const scene = useMemo(() => (plan ? boreDrawing(plan, { size: 340 }) : null), [plan]);
  const why = useMemo(
    () => failureLines(plansOf(visitOf(file), false).asFound.plan, writeUpIn(file.writeUps, 'failure').body),
    [file],
  );
  const latest = newestReadings(file.readings);
  const { now, before } = partByWork(latest);
  const base = `/motor/${encodeURIComponent(file.motor.number)}`;
  return (
    <Sheet file={file} columns="4fr 8fr">
      <View letter="A" name="Verdict" className="overflow-auto px-4 py-3">
        <div className="flex items-center gap-4 border-b-2 border-ink pb-3">
          <VerdictMark verdict={MARK[verdict.state]} size={60} />
          <b className={`text-[36px] leading-none ${bad ? 'text-carmine' : ''}`}>{verdict.order}</b>
        </div>
        <ol className="mt-3 space-y-2 text-[16px] leading-snug">
          {verdict.reasons.map((r, i) => (
            <li key={r} className="flex gap-3">
              <span className="fig text-graphite">{i + 1}</span>
              {r}
            </li>
          ))}
        </ol>
        <Papers number={file.motor.number} />
        {why.length > 0 && (
          <>
            <h2 className="mt-5 mb-1 border-b border-ink text-[15px]">
              <Link to={`${base}/failure`}>Why it failed</Link>
            </h2>
            <dl className="text-[14px] leading-snug">
              {why.map(([label, text], i) => (
                <div key={i} className="grid grid-cols-[110px_1fr] gap-2 py-0.5">
                  <dt className="text-graphite">{label}</dt>
                  <dd>{text}</dd>
                </div>
              ))}
            </dl>
          </>
        )}
        <h2 className="mt-5 mb-1 border-b border-ink text-[15px]">Gates</h2>
        <div className="grid grid-cols-2 gap-2">
          {verdict.gates.map((g) => {
            const passed = file.gatePasses.some((p) => p.gate === g.gate);
            const wrong = g.findings.some(
              (f) => f.severity === 'stop' && !f.code.endsWith('-missing') && !f.code.endsWith('-gap'),
            );
            const mark: MarkKind = g.open ? 'sound' : passed ? 'watch' : wrong ? 'stop' : 'to-come';
            return (
              <span key={g.gate} className="flex items-center gap-2 text-[14px]">
                <VerdictMark verdict={mark} size={18} />
                {g.title.replace('Gate ', '')}
                {passed && ', passed'}
              </span>
            );
          })}
        </div>
        {scene && (
          <div className="mt-4 flex justify-center">
            <SceneView scene={scene} />
          </div>
        )}
      </View>
      <View letter="B" name="Readings against their limits" className="overflow-auto px-4 py-2">
        {latest.length === 0 && <p className="py-4 text-[16px]">No reading has been taken yet.</p>}
        <table className="w-full border-collapse">
          <thead>
            <tr className="border-b-2 border-ink text-left text-[13px] text-graphite">
              <th className="font-medium">test</th>
              <th className="font-medium">figure</th>
              <th className="text-right font-medium">value</th>
              <th className="pl-3 font-medium">where it stands</th>
              <th className="font-medium">verdict</th>
            </tr>
          </thead>
          <tbody>
            {now.map((r) => (
              <Rows key={r.id} reading={r} base={base} />
            ))}
            {before.length > 0 && (
              <tr>
                <th colSpan={5} className="border-b border-ink pt-4 text-left text-[15px] font-[650]">
                  Before the work
                </th>
              </tr>
            )}
            {before.map((r) => (
              <Rows key={r.id} reading={r} base={base} quiet />
            ))}
          </tbody>
        </table>
      </View>
    </Sheet>
  );
}

/** What can be handed over. */
function Papers({ number }: { number: string }) {
  const at = (name: string) => `/api/motors/${encodeURIComponent(number)}/${name}`;
  const paper = (name: string, label: string, primary = false) => (
    <a
      {...(primary ? { 'data-primary': '' } : {})}
      className={`inline-flex min-h-10 items-center px-3 text-[15px] font-[650] ${primary ? 'bg-copper text-on-copper' : 'border border-ink'}`}
      href={at(name)}
      target="_blank"
      rel="noreferrer"
    >
      {label}
    </a>
  );
  return (
    <nav aria-label="Papers" className="no-print mt-4 flex flex-wrap gap-2">
      {paper('dossier.pdf', 'Dossier', true)}
      {paper('certificate.pdf', 'Certificate')}
      {paper('verdict.pdf', 'Verdict as PDF')}
      {paper('dossier.json', 'JSON')}
      {paper('dossier.csv', 'CSV')}
    </nav>
  );
}

/** One reading's judged figures. Quiet: how it was when it came, which is history and no alarm. */
function Rows({ reading: r, base, quiet = false }: { reading: ShownReading; base: string; quiet?: boolean }) {
  if (!r.outcome.ok) return null;
  return r.outcome.judgement.figures
    .filter((f) => f.verdict)
    .map((f, i) => (
      <tr key={f.figure.id} className={`border-b border-grid ${quiet ? 'text-graphite grayscale' : ''}`}>
        <td className="py-1 pr-2 text-[14px] leading-tight">
          {i === 0 && (
            <Link to={`${base}/tests?kind=${r.kind}&stage=${r.stage}`}>
              <b className="font-[650]">{TEST_KINDS[r.kind].title}</b>
              <span className="block text-[13px] text-graphite">{STAGES[r.stage as Stage]}</span>
            </Link>
          )}
        </td>
        <td className="py-1 text-[14px]">{f.figure.name}</td>
        <td className="fig py-1 text-right text-[16px] whitespace-nowrap">
          {showShort(f.figure.value, 3).replace('-', '−')}{' '}
          <span className="text-[13px] text-graphite">{f.figure.unit}</span>
        </td>
        <td className="pl-3">
          <LimitScale scale={f.scale!} value={f.figure.value} small width={130} />
        </td>
        <td className="py-1 whitespace-nowrap">
          <span
            className={`flex items-center gap-1.5 text-[14px] ${f.verdict === 'stop' && !quiet ? 'font-[650] text-carmine' : ''}`}
          >
            <VerdictMark verdict={f.verdict!} size={16} />
            {VERDICT_WORD[f.verdict!]}
          </span>
        </td>
      </tr>
    ));
}
