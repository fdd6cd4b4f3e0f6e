/** The traveller: the step in hand on one screen, for a glove. */
import { Materials } from './materials.tsx';
import { StepDrawing } from './step-drawing.tsx';
import {
  checkSigning,
  holdOn,
  mayGoOn,
  passOf,
  asksTheCard,
  gateOf,
  kindAndRoute,
  isBehind,
  readShopSettings,
  recordedAt,
  machineKind,
  requiredBefore,
  sayCaution,
  sayTyped,
  signerOf,
  stationOf,
  stationsOf,
  type HoldRecord,
  type Station,
} from '@norther/core';
import { Suspense, useMemo, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import {
  useClearHoldMutation,
  useHoldMutation,
  usePassGateMutation,
  useSessionQuery,
  useStationMutation,
  type MotorFile,
} from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { useDraft } from '../app/use-draft.ts';
import { judgedOf } from '../app/visit.ts';
import { FindingList } from '../kit/finding-list.tsx';
import { TypedField } from '../kit/fields.tsx';
import { Caution, Key } from '../kit/key.tsx';
import { VerdictMark } from '../kit/marks.tsx';
import { MotorSheet } from '../sheet/motor-sheet.tsx';
import { Photos } from '../photos/photos.tsx';
import { DrawnHere } from './drawn-here.tsx';
import { EarlierAttempts } from './earlier-attempts.tsx';
import { AmendRecord } from './amend-record.tsx';
import { ShutGate } from './shut-gate.tsx';
import { StationTests } from './station-tests.tsx';
import { Tracks } from './tracks.tsx';
import { UsualTime } from './usual-time.tsx';
import { ReasonDialog } from '../kit/reason-dialog.tsx';
import { Sheet, View } from '../sheet/sheet.tsx';
import { ageOf } from '../kit/time.ts';

export function Traveller() {
  return <MotorSheet>{(file) => <OneTraveller key={file.motor.number} file={file} />}</MotorSheet>;
}

function OneTraveller({ file }: { file: MotorFile }) {
  const [params, setParams] = useSearchParams();
  const here = file.standing.standings.filter((s) => s.station);
  const asked = params.get('station');
  const { route } = kindAndRoute(file.motor, file.ownRoute);
  const station =
    stationsOf(route).find((s) => s.id === asked) ??
    (here[0] ? stationOf(route, here[0].station!) : route.closing.at(-1)!);
  return (
    <Sheet file={file} columns="1fr">
      <View
        letter="A"
        name="Traveller"
        note={`${station.body === 'motor' ? 'motor' : machineKind(file.motor.kind).bodies[station.body]}, ${station.name.toLowerCase()}`}
        className="flex flex-col overflow-hidden max-xl:overflow-visible"
      >
        <Tracks file={file} station={station} onChoose={(id) => setParams({ station: id })} />
        <Step key={station.id} file={file} station={station} onDone={() => setParams({})} />
      </View>
    </Sheet>
  );
}

function Step({ file, station, onDone }: { file: MotorFile; station: Station; onDone: () => void }) {
  const number = file.motor.number;
  const { data: session } = useSessionQuery();
  const step = file.steps.find((s) => s.station === station.id);
  const signed = step?.signedAt ?? null;
  const { typed, type, drop, writeId } = useDraft(
    `step:${number}:${station.id}`,
    step?.typed,
    step?.version ?? 0,
  );
  const [send, { isLoading }] = useStationMutation();
  const [raise] = useHoldMutation();
  const [clear] = useClearHoldMutation();
  const [pass] = usePassGateMutation();
  const [asking, setAsking] = useState<'hold' | 'release' | 'pass' | 'sign-over' | 'reopen' | null>(null);
  const [amending, setAmending] = useState(false);
  const act = useAct();
  const signKey = useRef<HTMLButtonElement>(null);

  const judged = useMemo(() => judgedOf(file), [file]);
  const { route } = judged.visit;
  const hold = holdOn(station.body, file.holds) as (HoldRecord & { id: string }) | null;
  const against = signed ? [] : mayGoOn(judged, station.id);
  const caution = station.caution && sayCaution(station.caution, readShopSettings(file.settings).touch);
  const before = requiredBefore(route, station.id).filter((id) => !isBehind(route, id, file.steps));
  const ofTheCard = station.gate ? asksTheCard(gateOf(route, station.gate)!) : false;
  const gate = station.gate ? file.gates.find((g) => g.gate === station.gate)! : null;
  const passed = station.gate ? passOf(judged.visit, station.gate) : null;
  const shut = gate !== null && !gate.open && !passed;
  const { record: findings, claims } = checkSigning(judged, station.id, typed);
  const lead = session?.role === 'lead';
  const wrongRole = session ? signerOf(station, session.role) : [];
  const unproven = claims.filter((f) => f.severity === 'stop');
  const gone = file.motor.shippedAt !== null || file.motor.withdrawnAt !== null;
  const stops = [...findings.filter((f) => f.severity === 'stop'), ...wrongRole, ...(lead ? [] : unproven)];
  const blocked = against.length > 0 || gone;
  const taken = step?.takenAt ?? null;

  const write = async (kind: 'take' | 'sign', why = '') => {
    const problem = await act(
      unwrap(
        send({
          // Signing sends the draft, and is known by its id.
          writeId: (kind === 'sign' ? writeId : null) ?? crypto.randomUUID(),
          number,
          station: station.id,
          act: kind,
          body: kind === 'sign' ? { typed: { ...typed }, why } : {},
        }),
      ),
      kind === 'take'
        ? `${station.title}: taken by ${session?.name}.`
        : `${station.title}: signed by ${session?.name}.`,
    );
    if (!problem && kind === 'sign') {
      drop();
      onDone();
    }
  };
  const press = () => {
    // A lead may sign over what is missing, and says why.
    if (unproven.length > 0 && lead) setAsking('sign-over');
    else void write('sign');
  };

  return (
    <>
      <div className="min-h-0 flex-1 overflow-auto px-4 py-3 xl:grid xl:grid-cols-[8fr_5fr] xl:gap-x-8 max-xl:overflow-visible">
        <div>
          <header className="mb-3 flex flex-wrap items-end justify-between gap-2 border-b-2 border-ink pb-1">
            <h2 className="text-[34px] leading-none max-xl:text-[44px]">{station.title}</h2>
            <span className="text-right text-[15px] leading-tight">
              {signed ? (
                <b>
                  signed by {step!.signedBy}, {ageOf(signed)} ago
                </b>
              ) : taken ? (
                <b className="text-copper">
                  {step!.takenBy} has it, {ageOf(taken)}
                  <UsualTime station={station} since={taken} />
                </b>
              ) : (
                <span className="text-graphite">nobody has it yet</span>
              )}
            </span>
          </header>
          {caution && <Caution name={caution.name} text={caution.text} large />}
          <div className="mt-3 flex flex-wrap items-start gap-x-6">
            <div className="min-w-[320px] flex-1">
              <ol className="space-y-1.5 text-[18px] leading-snug max-xl:text-[20px]">
                {station.todo.map((t, i) => (
                  <li key={t} className="flex gap-3">
                    <span className="fig text-graphite">{i + 1}</span>
                    {t}
                  </li>
                ))}
              </ol>
              <Suspense>
                <Materials file={file} station={station} />
              </Suspense>
            </div>
            <Suspense>
              <StepDrawing file={file} station={station} />
            </Suspense>
          </div>
        </div>
        <div className="max-xl:mt-5">
          {!signed && before.length > 0 && (
            <p className="mb-3 flex gap-2 text-[16px]">
              <VerdictMark verdict="to-come" />
              To be signed before this:{' '}
              {before.map((b) => stationOf(route, b).title.toLowerCase()).join(' and ')}.
            </p>
          )}
          {hold && (
            <div className="mb-3 bg-carmine-wash p-3">
              <b className="block text-[18px] text-carmine">Held: {hold.reason}</b>
              <span className="text-[15px]">
                {hold.raisedBy}, {ageOf(hold.raisedAt)} ago
              </span>
              <div className="mt-2">
                {(lead || session?.name === hold.raisedBy) && (
                  <Key className="min-h-12" onClick={() => setAsking('release')}>
                    Release
                  </Key>
                )}
              </div>
            </div>
          )}
          {!signed && gate && shut && (
            <ShutGate
              number={number}
              gate={gate}
              ofTheCard={ofTheCard}
              onPass={lead ? () => setAsking('pass') : null}
            />
          )}
          {passed && gate && (
            <p className="mb-3 text-[14px] text-graphite">
              {gate.title} passed by {passed.by}: {passed.reason}
            </p>
          )}
          {station.tests.length > 0 && <StationTests file={file} station={station} />}
          <EarlierAttempts file={file} station={station} />
          <h3 className="mb-2 border-b-[1.5px] border-ink text-[17px] font-[650]">Record</h3>
          {signed && amending ? (
            <AmendRecord file={file} station={station} onDone={() => setAmending(false)} />
          ) : signed ? (
            <table className="w-full text-[16px]">
              <tbody>
                {recordedAt(route, station, step!.typed).map((f) => (
                  <tr key={f.id} className="border-b border-grid">
                    <td className="py-1.5 text-graphite">{f.label}</td>
                    <td className="py-1.5 text-right">{sayTyped(f, step!.typed[f.id] ?? '–')}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          ) : (
            <form
              className="grid grid-cols-1 gap-3 sm:grid-cols-2 xl:grid-cols-1"
              onSubmit={(e) => {
                e.preventDefault();
                signKey.current?.focus();
              }}
            >
              {station.record.map((f) => (
                <TypedField
                  key={f.id}
                  field={f}
                  large
                  value={typed[f.id] ?? ''}
                  onType={(v) => type({ [f.id]: v })}
                  missing={f.required ?? false}
                  doubts={findings.filter(
                    (x) => x.fields.includes(f.id) && x.code !== 'station.field-missing',
                  )}
                />
              ))}
              <button type="submit" className="sr-only" tabIndex={-1}>
                Sign
              </button>
            </form>
          )}
          {signed && !amending && (
            <div className="mt-3 flex flex-wrap gap-3">
              {(lead || step!.signedBy === session?.name) && station.record.length > 0 && (
                <Key className="min-h-12" onClick={() => setAmending(true)}>
                  Correct the record
                </Key>
              )}
              {lead && (
                <Key className="min-h-12 text-carmine" onClick={() => setAsking('reopen')}>
                  Open it again
                </Key>
              )}
            </div>
          )}
          <DrawnHere file={file} />
          <h3 className="mt-5 mb-2 border-b-[1.5px] border-ink text-[17px] font-[650]">Photos</h3>
          <Photos file={file} place={`station/${station.id}`} large />
          {!signed && (
            <div className="mt-2">
              <FindingList
                findings={[...findings, ...claims].filter(
                  (f) => !['station.field-missing'].includes(f.code) && !f.code.startsWith('field.'),
                )}
              />
            </div>
          )}
        </div>
      </div>
      <footer className="no-print flex shrink-0 items-stretch border-t-2 border-ink">
        <Key
          className="min-h-[72px] flex-1 border-0 border-r border-hair text-[19px] text-carmine xl:min-h-[56px] xl:max-w-[240px]"
          onClick={() => setAsking('hold')}
        >
          Hold
        </Key>
        {!signed && !taken && (
          <Key
            className="min-h-[72px] flex-1 border-0 border-r border-hair text-[19px] xl:min-h-[56px]"
            disabled={blocked || isLoading}
            onClick={() => void write('take')}
          >
            Take it
          </Key>
        )}
        <button
          ref={signKey}
          type="button"
          data-primary=""
          disabled={signed !== null || blocked || stops.length > 0 || isLoading}
          onClick={press}
          className="min-h-[72px] flex-[2] -outline-offset-4 bg-copper px-4 text-on-copper disabled:bg-paper disabled:text-graphite xl:min-h-[56px]"
        >
          <b className="block text-[22px] leading-tight">
            {signed ? 'Signed' : `Sign as ${session?.name ?? ''}`}
          </b>
          <span className="text-[15px]">
            {signed
              ? `${step!.signedBy}`
              : hold
                ? 'shut: it is held'
                : before.length > 0
                  ? `shut, before it: ${stationOf(route, before[0]!).title.toLowerCase()}`
                  : shut
                    ? 'shut: the gate'
                    : stops.length > 0
                      ? `still needs: ${stops
                          .map((f) => f.message.replace(' is missing.', '').toLowerCase())
                          .slice(0, 3)
                          .join(', ')}`
                      : unproven.length > 0
                        ? `${unproven.length} not proven: you are asked why`
                        : 'then on to the next station'}
          </span>
        </button>
      </footer>
      <ReasonDialog
        title={`Sign ${station.title.toLowerCase()} all the same`}
        text={unproven.map((f) => f.message).join(' ')}
        action="Sign"
        open={asking === 'sign-over'}
        onOpen={(o) => setAsking(o ? 'sign-over' : null)}
        onReason={(reason) => void write('sign', reason)}
      />
      <ReasonDialog
        title={`Open ${station.title.toLowerCase()} again`}
        text="It and every station that rests on it lose their signatures; tests that proved them count no more. The history keeps what was signed."
        action="Open again"
        open={asking === 'reopen'}
        onOpen={(o) => setAsking(o ? 'reopen' : null)}
        onReason={(reason) =>
          void act(
            unwrap(
              send({
                writeId: crypto.randomUUID(),
                number,
                station: station.id,
                act: 'reopen',
                body: { reason },
              }),
            ),
            `${station.title}: open again.`,
          )
        }
      />
      <ReasonDialog
        title={`Hold the ${station.body}`}
        text="It stops the next step until it is released with a reason."
        action="Hold it"
        open={asking === 'hold'}
        onOpen={(o) => setAsking(o ? 'hold' : null)}
        onReason={(reason) =>
          void act(
            unwrap(raise({ writeId: crypto.randomUUID(), number, body: station.body, reason })),
            'Held.',
          )
        }
      />
      <ReasonDialog
        title="Release the hold"
        text={hold ? `${hold.raisedBy}: ${hold.reason}` : ''}
        action="Release"
        open={asking === 'release'}
        onOpen={(o) => setAsking(o ? 'release' : null)}
        onReason={(reason) =>
          void act(unwrap(clear({ writeId: crypto.randomUUID(), number, id: hold!.id, reason })), 'Released.')
        }
      />
      <ReasonDialog
        title={`Pass: ${gate?.title.toLowerCase() ?? ''}`}
        text="It goes on the record under your name, and on the verdict."
        action="Pass the gate"
        open={asking === 'pass'}
        onOpen={(o) => setAsking(o ? 'pass' : null)}
        onReason={(reason) =>
          void act(
            unwrap(pass({ writeId: crypto.randomUUID(), number, gate: station.gate!, reason })),
            'Gate passed.',
          )
        }
      />
    </>
  );
}
