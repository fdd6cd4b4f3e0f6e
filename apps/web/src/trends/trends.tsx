/** Trends: one figure over the visits of a machine, with its limit, its sisters, and the day when it would meet the limit. */
import { sayTrend, STAGES, trendOf, type FigureOverTime } from '@norther/core';
import { useSearchParams } from 'react-router';
import { MotorSheet } from '../sheet/motor-sheet.tsx';
import { VerdictMark } from '../kit/marks.tsx';
import { Sheet, View } from '../sheet/sheet.tsx';
import type { MotorFile } from '../app/api.ts';
import { usePastQuery } from './trends-api.ts';
import { TrendChart } from './trend-chart.tsx';

export function Trends() {
  return <MotorSheet>{(file) => <OneTrends key={file.motor.number} file={file} />}</MotorSheet>;
}

const keyOf = (f: FigureOverTime) => `${f.kind} ${f.stage} ${f.id}`;
const visitsOf = (f: FigureOverTime) => new Set(f.readings.map((r) => r.number)).size;

function OneTrends({ file }: { file: MotorFile }) {
  const { data = [], isLoading } = usePastQuery(file.motor.number);
  const [params, setParams] = useSearchParams();
  // What was read most often tells most.
  const sorted = data.toSorted((a, b) => visitsOf(b) - visitsOf(a) || b.readings.length - a.readings.length);
  const chosen = sorted.find((f) => keyOf(f) === params.get('of')) ?? sorted[0];
  const isOften = (f: FigureOverTime) => f.readings.length > 1 || f === chosen;
  const [often, once] = [sorted.filter(isOften), sorted.filter((f) => !isOften(f))];
  const row = (f: FigureOverTime) => (
    <button
      key={keyOf(f)}
      type="button"
      aria-current={f === chosen ? 'true' : undefined}
      onClick={() => setParams({ of: keyOf(f) })}
      className={`flex w-full items-center gap-2 border-b border-grid px-3 py-1.5 text-left -outline-offset-2 max-xl:min-h-12 ${f === chosen ? 'bg-wash text-copper' : ''}`}
    >
      <VerdictMark verdict={f.readings.findLast((r) => !r.sister)?.verdict ?? 'to-come'} size={16} />
      <span className="leading-tight">
        <b className="block text-[14px] font-[650]">{f.name}</b>
        <span className="text-[13px] text-graphite">
          {f.title}, {STAGES[f.stage]}
        </span>
      </span>
      <span className="fig ml-auto text-[14px]">{f.readings.length}</span>
    </button>
  );
  return (
    <Sheet file={file} columns="3.4fr 8.6fr">
      <View letter="A" name="Figures" className="overflow-auto py-1">
        <nav aria-label="Figures">
          {often.map(row)}
          {once.length > 0 && (
            <details open={often.length === 0}>
              <summary className="cursor-pointer px-3 py-1.5 text-[14px] font-[620] text-graphite max-xl:flex max-xl:min-h-12 max-xl:items-center">
                Read once<span className="fig ml-2 font-normal">{once.length}</span>
              </summary>
              {once.map(row)}
            </details>
          )}
        </nav>
      </View>
      <View letter="B" name={chosen ? chosen.name : 'Over time'} reading className="overflow-auto px-4 py-3">
        {chosen ? (
          <Chosen figure={chosen} />
        ) : (
          <p className="text-[16px]">
            {isLoading ? 'Reading the visits …' : 'Nothing has been measured on this machine yet.'}
          </p>
        )}
      </View>
    </Sheet>
  );
}

function Chosen({ figure: f }: { figure: FigureOverTime }) {
  const own = f.readings.filter((r) => !r.sister);
  const trend = f.scale
    ? trendOf(
        own.map((r) => ({ at: Date.parse(r.at), value: r.value })),
        f.scale,
      )
    : null;
  return (
    <>
      <p className="border-b-2 border-ink pb-2 text-[18px] leading-snug">
        {trend
          ? sayTrend(trend, f.unit)
          : own.length === 1
            ? 'Read once on this machine: the next visit makes it a line.'
            : 'All readings are of one time.'}
      </p>
      <TrendChart figure={f} trend={trend} />
      <table className="mt-3 w-full text-[15px]">
        <thead>
          <tr className="border-b border-ink text-left text-[13px] text-graphite">
            <th className="font-medium">visit</th>
            <th className="font-medium">taken</th>
            <th className="text-right font-medium">{f.unit || 'value'}</th>
            <th className="pl-4 font-medium">verdict</th>
          </tr>
        </thead>
        <tbody>
          {f.readings.toReversed().map((r) => (
            <tr
              key={`${r.number} ${r.at}`}
              className={`border-b border-grid ${r.sister ? 'text-graphite' : ''}`}
            >
              <td className="fig py-1">
                {r.number}
                {r.sister && <span className="font-words"> sister</span>}
              </td>
              <td className="fig">{r.at.slice(0, 10)}</td>
              <td className="fig text-right">{Number(r.value.toPrecision(4))}</td>
              <td className="pl-4">
                <span className="flex items-center gap-1.5">
                  <VerdictMark verdict={r.verdict ?? 'to-come'} size={15} /> {r.verdict}
                </span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {f.scale && <p className="mt-2 text-[13px] text-graphite">Limit: {f.scale.source}.</p>}
    </>
  );
}
