/** The motor: who and what it is, where it stands, what is open, what happened to it. */
import { kindAndRoute, newestReadings, stationsOf, type GateId } from '@norther/core';
import { lazy, Suspense, useState } from 'react';
import { Link } from 'react-router';
import {
  useChangeMotorMutation,
  useClearHoldMutation,
  usePassGateMutation,
  useSessionQuery,
  type MotorFile,
} from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { useDraft } from '../app/use-draft.ts';
import { LineField } from '../kit/line-field.tsx';
import { FindingList } from '../kit/finding-list.tsx';
import { Fold } from '../kit/fold.tsx';
import { FootKeys, Key } from '../kit/key.tsx';
import { VerdictMark } from '../kit/marks.tsx';
import { MotorSheet } from '../sheet/motor-sheet.tsx';
import { ReasonDialog } from '../kit/reason-dialog.tsx';
import { Sheet, View } from '../sheet/sheet.tsx';
import { ageOf } from '../kit/time.ts';
import { Photos } from '../photos/photos.tsx';
import { History } from './history.tsx';
import { WhatHappened } from './what-happened.tsx';
import { Parts } from '../parts/parts.tsx';
import { ordinal } from '../kit/time.ts';
import { OtherVisits } from './other-visits.tsx';
import { Withdraw } from './withdraw.tsx';
import { showDay } from '../kit/moments.ts';
import { isoOfMoment, momentOfIso } from '../kit/read-moment.ts';
import { kindOf, PlateForm, plateOf, plateProblems } from './plate-form.tsx';
import type { MotorRecord } from '@norther/records';

/** The plan is made only where a promise is typed. */
const PromiseCheck = lazy(() => import('../plan/promise-check.tsx'));

export function Motor() {
  return <MotorSheet>{(file) => <OneMotor file={file} />}</MotorSheet>;
}

const savedFields = (m: MotorRecord): Record<string, string> => ({
  number: m.number,
  kind: m.kind,
  route: m.route,
  customer: m.customer,
  machine: m.machine,
  maker: m.maker,
  serial: m.serial,
  promised: momentOfIso(m.promisedAt),
  rush: m.rush ? 'yes' : '',
  ...m.plate,
});

function OneMotor({ file }: { file: MotorFile }) {
  const { motor } = file;
  const address = `/api/motors/${encodeURIComponent(motor.number)}`;
  return (
    <Sheet file={file} columns="5fr 4fr 3fr" head={<WhatHappened file={file} />}>
      <View letter="B" name="Identity and plate" className="overflow-auto p-4">
        <Provenance file={file} />
        <Identity file={file} />
        <Parts file={file} />
        <Withdraw file={file} />
      </View>
      <View letter="C" name="Where it stands" className="overflow-auto p-4">
        <Stations file={file} />
        <Gates file={file} />
        <h2 className="mt-5 mb-2 flex items-baseline gap-4 border-b-2 border-ink pb-0.5 text-[17px]">
          Photos and papers
          <span className="no-print ml-auto flex gap-3 text-[14px] font-normal">
            <a className="underline" href={`${address}/nameplate.pdf`} target="_blank" rel="noreferrer">
              Nameplate
            </a>
            <a className="underline" href={`${address}/nameplate.csv`} download>
              for the engraver
            </a>
          </span>
        </h2>
        <Photos file={file} />
      </View>
      <View
        reading
        letter="D"
        name="History"
        note={`since ${showDay(motor.arrivedAt)}`}
        className="overflow-auto p-4"
      >
        <OtherVisits number={motor.number} />
        <History number={motor.number} of={kindAndRoute(motor, file.ownRoute)} />
      </View>
    </Sheet>
  );
}

/** A record that came from elsewhere says so, wherever it is looked at. */
function Provenance({ file }: { file: MotorFile }) {
  const { imported, motor } = file;
  return (
    <>
      {imported && (
        <p className="mb-3 border-l-[3px] border-ink bg-tint p-2 text-[14px]">
          <b>Imported</b> by {imported.by}, {ageOf(imported.at)} ago, from a file{' '}
          <span className="fig">{imported.file.slice(0, 12)}</span>. What was signed before was signed in
          another shop.
        </p>
      )}
      {motor.withdrawnAt && (
        <p className="mb-3 bg-carmine-wash p-2 text-[15px] text-carmine">
          <b>Withdrawn</b> {ageOf(motor.withdrawnAt)} ago: taken in by mistake, off the floor.
        </p>
      )}
    </>
  );
}

function Identity({ file }: { file: MotorFile }) {
  const { motor } = file;
  const { typed, type, drop, rebase, open, version, writeId } = useDraft(
    `motor:${motor.number}`,
    savedFields(motor),
    motor.version,
  );
  const [send, { isLoading }] = useChangeMotorMutation();
  const [why, setWhy] = useState('');
  const gone = motor.shippedAt !== null || motor.withdrawnAt !== null;
  // What was read as of one kind of motor is not read as of another.
  const begun = file.windings.length + file.readings.length > 0 || file.steps.some((s) => s.signedAt);
  const [theirs, setTheirs] = useState<MotorRecord | null>(null);
  const act = useAct();
  const problems = plateProblems(typed);
  const promised = isoOfMoment(typed['promised'] ?? '');
  const record = `/api/motors/${encodeURIComponent(motor.number)}/record`;
  const save = async () => {
    const problem = await act(
      unwrap(
        send({
          writeId: writeId ?? crypto.randomUUID(),
          number: motor.number,
          change: {
            customer: typed['customer']!.trim(),
            machine: typed['machine']?.trim() ?? '',
            maker: typed['maker']?.trim() ?? '',
            serial: typed['serial']?.trim() ?? '',
            ...(begun ? {} : { kind: kindOf(typed) }),
            ...(typed['route'] ? { route: typed['route'] } : {}),
            plate: plateOf(typed),
            promisedAt: isoOfMoment(typed['promised'] ?? ''),
            rush: typed['rush'] === 'yes',
            version,
            why: why.trim(),
          },
        }),
      ),
      'Saved.',
    );
    if (!problem) drop();
    else if (problem.status === 409 && problem.current) setTheirs(problem.current as MotorRecord);
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        if (problems.length === 0) void save();
      }}
    >
      <PlateForm
        typed={typed}
        onType={type}
        fixedNumber
        fixedKind={begun}
        fixedRoute={file.steps.length > 0}
      />
      {open && !gone && promised && promised !== motor.promisedAt && (
        <Suspense fallback={null}>
          <PromiseCheck promisedAt={promised} number={motor.number} kind={motor.kind} powerKw={null} />
        </Suspense>
      )}
      {open && (
        <div className="mt-3">
          <LineField
            label={gone ? 'Why a motor that is gone is changed' : 'Why, if it is worth a word'}
            name="why"
            value={why}
            onType={setWhy}
          />
        </div>
      )}
      {theirs && (
        <div className="mt-4 border-2 border-carmine p-3">
          <b>Somebody changed this motor meanwhile.</b>
          <p className="text-[14px]">Yours stands in the fields. Keep yours, or take what is in the shop.</p>
          <div className="mt-2 flex gap-3">
            <Key
              onClick={() => {
                rebase(typed, theirs.version);
                setTheirs(null);
              }}
            >
              Keep mine, then save
            </Key>
            <Key
              onClick={() => {
                drop();
                setTheirs(null);
              }}
            >
              Take theirs
            </Key>
          </div>
        </div>
      )}
      <FootKeys stays={open} className="mt-4">
        <Key primary type="submit" letter="Enter" disabled={!open || problems.length > 0 || isLoading}>
          Save the change
        </Key>
        {open && <Key onClick={drop}>Undo typing</Key>}
        <span className="ml-auto flex gap-4 text-[14px]">
          {file.attachments.length > 0 && (
            <a className="underline" href={`${record}.zip`} download>
              Export with photos
            </a>
          )}
          <a className="underline" href={`${record}.json`} download>
            Export as JSON
          </a>
        </span>
      </FootKeys>
      {open && problems[0] && <p className="mt-1 text-[14px] text-carmine">{problems[0]}</p>}
    </form>
  );
}

function Stations({ file }: { file: MotorFile }) {
  const [releasing, setReleasing] = useState<string | null>(null);
  const [clear] = useClearHoldMutation();
  const act = useAct();
  const base = `/motor/${encodeURIComponent(file.motor.number)}`;
  const { data: session } = useSessionQuery();
  const openHolds = file.holds.filter((h) => !h.clearedAt);
  const counts = new Map<string, number>();
  const newest = newestReadings(file.readings.filter((r) => !r.withdrawn));
  for (const r of newest)
    if (r.outcome.ok)
      counts.set(r.outcome.judgement.verdict, (counts.get(r.outcome.judgement.verdict) ?? 0) + 1);
  return (
    <>
      <div className="mb-3 flex items-center gap-3">
        <VerdictMark
          verdict={
            file.verdict.state === 'ready' ? 'sound' : file.verdict.state === 'in-work' ? 'to-come' : 'stop'
          }
          size={36}
        />
        <div>
          <b
            className={`block text-[21px] leading-tight ${['failed', 'held'].includes(file.verdict.state) ? 'text-carmine' : ''}`}
          >
            {file.verdict.order}
          </b>
          <span className="text-[14px] text-graphite">
            {newest.length} {newest.length === 1 ? 'test' : 'tests'}
            {[...counts].map(([v, n]) => `, ${n} ${v}`).join('')}
          </span>
        </div>
      </div>
      {openHolds.map((h) => (
        <div key={h.id} className="mb-3 bg-carmine-wash p-3">
          <b className="block text-carmine">
            {h.body} held: {h.reason}
          </b>
          <span className="text-[14px]">
            {h.raisedBy}, {ageOf(h.raisedAt)} ago
          </span>
          <div className="mt-2">
            {(session?.role === 'lead' || session?.name === h.raisedBy) && (
              <Key onClick={() => setReleasing(h.id)}>Release</Key>
            )}
          </div>
        </div>
      ))}
      <ReasonDialog
        title="Release the hold"
        text="Say what was done about it. The lead releases, or whoever raised it."
        action="Release"
        open={releasing !== null}
        onOpen={(o) => !o && setReleasing(null)}
        onReason={(reason) =>
          void act(
            unwrap(
              clear({ writeId: crypto.randomUUID(), number: file.motor.number, id: releasing!, reason }),
            ),
            'Hold released.',
          )
        }
      />
      <Fold title="Every station" className="mt-2">
        <table className="w-full text-[14px]">
          <caption className="sr-only">Stations</caption>
          <tbody>
            {stationsOf(kindAndRoute(file.motor, file.ownRoute).route).map((s) => {
              const step = file.steps.find((x) => x.station === s.id);
              const done = file.attempts.filter((a) => a.station === s.id).length;
              const here = file.standing.standings.some((x) => x.station === s.id);
              return (
                <tr key={s.id} className={`border-b border-grid ${here ? 'bg-wash' : ''}`}>
                  <td className="py-[3px] pr-2 text-graphite">{s.body}</td>
                  <td className={`py-[3px] ${here ? 'font-[650]' : ''}`}>
                    {here ? (
                      <Link to={`${base}/traveller`} className="underline">
                        {s.title}
                      </Link>
                    ) : (
                      s.title
                    )}
                    {done > 0 && (
                      <span className="ml-2 bg-lemon px-1 text-[#0F1E29]">{ordinal(done + 1)} time</span>
                    )}
                  </td>
                  <td className="py-[3px] text-right text-graphite">
                    {step?.signedAt
                      ? `${step.signedBy}, ${ageOf(step.signedAt)} ago`
                      : step?.takenAt
                        ? `${step.takenBy} has it, ${ageOf(step.takenAt)}`
                        : '–'}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </Fold>
    </>
  );
}

function Gates({ file }: { file: MotorFile }) {
  const { data: session } = useSessionQuery();
  const [passing, setPassing] = useState<GateId | null>(null);
  const [pass] = usePassGateMutation();
  const act = useAct();
  const { route } = kindAndRoute(file.motor, file.ownRoute);
  const next = file.gates.find(
    (g) =>
      !g.open &&
      !file.gatePasses.some((p) => p.gate === g.gate) &&
      !file.steps.some(
        (step) => step.takenAt && stationsOf(route).some((s) => s.id === step.station && s.gate === g.gate),
      ),
  );
  return (
    <div className="mt-4">
      <h2 className="mb-1 border-b-2 border-ink pb-0.5 text-[17px]">{next ? next.title : 'Gates'}</h2>
      {next ? (
        <>
          <FindingList findings={next.findings.filter((f) => f.severity !== 'note').slice(0, 5)} />
          {session?.role === 'lead' && (
            <div className="mt-3">
              <Key onClick={() => setPassing(next.gate)}>Pass, with reason</Key>
            </div>
          )}
        </>
      ) : (
        <p className="text-[14px]">Every gate ahead is open.</p>
      )}
      {file.gatePasses.map((p) => (
        <p key={p.id} className="mt-2 text-[14px] text-graphite">
          Gate {p.gate.replace('-', ' ')} passed by {p.by}: {p.reason}
        </p>
      ))}
      <ReasonDialog
        title={`Pass the gate ${passing?.replace('-', ' ') ?? ''}`}
        text="It goes on the record under your name, and on the verdict."
        action="Pass the gate"
        open={passing !== null}
        onOpen={(o) => !o && setPassing(null)}
        onReason={(reason) =>
          void act(
            unwrap(
              pass({
                writeId: crypto.randomUUID(),
                number: file.motor.number,
                gate: passing ?? '',
                reason,
              }),
            ),
            'Gate passed.',
          )
        }
      />
    </div>
  );
}
