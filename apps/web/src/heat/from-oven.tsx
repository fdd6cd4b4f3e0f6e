/** Logs that ovens have kept of a motor, offered where a test asks for one; with what the programme said. */
import { readProgramme } from '@norther/core';
import type { LoadLog, LoadRecord } from '@norther/records';
import { unwrap, useAct } from '../app/use-act.ts';
import { Key } from '../kit/key.tsx';
import { showSoon } from '../kit/moments.ts';
import { heatApi, useHeatQuery, useLoadsOfMotorQuery } from './heat-api.ts';
import { showMessage } from '../app/sheet-state.ts';
import { useAppDispatch } from '../app/store.ts';

/** What of a programme a cure asks for as well, by the same names. */
const ASKED = ['target', 'minutes', 'tolerance', 'otherTarget', 'otherMinutes'];
const MOST_OFFERED = 3;

const csvOf = ({ points }: LoadLog) =>
  [
    'time min;part °C;air °C',
    ...points.map((p) => `${p.minute.toFixed(2)};${p.partC.toFixed(2)};${p.airC?.toFixed(2) ?? ''}`),
  ].join('\n');

export function FromOven({
  number,
  body,
  onTake,
}: {
  readonly number: string;
  readonly body: string;
  readonly onTake: (fields: Record<string, string>) => void;
}) {
  const { data: loads = [] } = useLoadsOfMotorQuery(number);
  const { data: heat } = useHeatQuery();
  const dispatch = useAppDispatch();
  const act = useAct();
  const own = loads
    .filter((l) => l.parts.some((p) => p.number === number && p.body === body))
    .slice(0, MOST_OFFERED);
  const nameOf = (l: LoadRecord) => heat?.ovens.find((o) => o.id === l.oven)?.name ?? 'the oven';
  const take = async (load: LoadRecord) => {
    let log: LoadLog = { points: [], open: [] };
    const problem = await act(
      unwrap(dispatch(heatApi.endpoints.loadLog.initiate(load.id, { forceRefetch: true }))).then(
        (l) => (log = l),
      ),
      `The log of ${nameOf(load)} stands in the test.`,
    );
    if (problem) return;
    if (log.points.length < 2) {
      dispatch(
        showMessage({
          text: `${nameOf(load)} has no log of this load: nothing read its thermocouple.`,
          bad: true,
        }),
      );
      return;
    }
    const asked = Object.fromEntries(
      ASKED.flatMap((id) => (load.programme[id] ? [[id, load.programme[id]]] : [])),
    );
    onTake({ ...asked, log: csvOf(log) });
  };
  if (own.length === 0) return null;
  return (
    <div className="mt-2 flex flex-wrap gap-2">
      {own.map((l) => (
        <Key key={l.id} onClick={() => void take(l)}>
          {nameOf(l)}, {readProgramme(l.programme).programme?.name ?? 'its programme'}, since{' '}
          {showSoon(new Date(l.startedAt), 9)}
        </Key>
      ))}
    </div>
  );
}
