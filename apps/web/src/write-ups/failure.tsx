/** Why the motor failed: what was found, tapped on its own winding; what that points to; the cause and what has to change. */
import {
  analyseFailure,
  CAUSE_STATES,
  checkFailure,
  DAMAGE_ENDS,
  DAMAGE_KINDS,
  plansOf,
  sayDamage,
  type CauseState,
  type Damage,
  type DamageEnd,
  type DamageKind,
  type JudgedPattern,
} from '@norther/core';
import { damageMap } from '@norther/drawings';
import type { FailureBody } from '@norther/records';
import { X } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { MotorFile } from '../app/api.ts';
import { visitOf } from '../app/visit.ts';
import { Choice } from '../kit/choice.tsx';
import { FindingList } from '../kit/finding-list.tsx';
import { Key } from '../kit/key.tsx';
import { MotorSheet } from '../sheet/motor-sheet.tsx';
import { SceneView } from '../kit/scene-view.tsx';
import { Sheet, View } from '../sheet/sheet.tsx';
import { WriteUpFoot } from './foot.tsx';
import { Lines } from './lines.tsx';
import { useWriteUp } from './use-write-up.ts';

const SIZE = 420;
const optionsOf = <T extends string>(words: Readonly<Record<T, string>>) =>
  (Object.entries(words) as [T, string][]).map(([value, label]) => ({ value, label }));

export function Failure() {
  return <MotorSheet>{(file) => <OneFailure file={file} />}</MotorSheet>;
}

function OneFailure({ file }: { readonly file: MotorFile }) {
  const write = useWriteUp(file, 'failure');
  const { body, change } = write;
  const { machine, asFound } = useMemo(() => plansOf(visitOf(file), false), [file]);
  const { plan } = asFound;
  const patterns = useMemo(() => analyseFailure(machine, plan, body.damages), [machine, plan, body]);
  const findings = checkFailure(plan, body);
  const [kind, setKind] = useState<DamageKind>('burnt');
  const [end, setEnd] = useState<DamageEnd>('all');
  const scene = useMemo(() => plan && damageMap(plan, body.damages, { size: SIZE }), [plan, body.damages]);
  const add = (place: string) => {
    const same = (d: Damage) => d.kind === kind && d.place === place && d.end === end;
    const rest = body.damages.filter((d) => !same(d));
    // A second tap takes it off again.
    change({
      damages:
        rest.length < body.damages.length
          ? rest
          : [...body.damages, { kind, place, end, note: '', photo: null }],
    });
  };
  return (
    <Sheet file={file} columns="5fr 4fr 3fr">
      <View letter="A" name="What was found" className="overflow-auto p-3">
        <div role="group" aria-label="What is it" className="flex flex-wrap gap-1">
          {optionsOf(DAMAGE_KINDS).map(({ value, label }) => (
            <button
              key={value}
              type="button"
              aria-pressed={kind === value}
              onClick={() => setKind(value)}
              className={`min-h-9 border-[1.5px] px-2 text-[14px] max-xl:min-h-12 ${kind === value ? 'border-ink bg-ink text-paper' : 'border-pencil bg-field'}`}
            >
              {label}
            </button>
          ))}
        </div>
        <div className="mt-2 flex items-end gap-3">
          <label className="text-[13px] text-graphite">
            Where along it
            <Choice
              label="Where along it"
              value={end}
              options={optionsOf(DAMAGE_ENDS)}
              onChoose={setEnd}
              className="h-9 w-48 border-[1.5px] border-b-2 border-pencil border-b-ink text-[15px] text-ink max-xl:h-12"
            />
          </label>
          <p className="pb-1 text-[14px] leading-tight">
            {plan
              ? 'Tap the slot, coil, group or phase that has it; again to take it off.'
              : 'The card does not say enough yet to draw this winding.'}
          </p>
        </div>
        {scene ? (
          <SceneView scene={scene} onPick={add} className="mx-auto mt-1" />
        ) : (
          <div className="mt-3 flex gap-3">
            <Key onClick={() => add('all')}>Whole winding</Key>
            <Link
              className="self-center underline"
              to={`/motor/${encodeURIComponent(file.motor.number)}/card`}
            >
              Open the card
            </Link>
          </div>
        )}
        <Damages file={file} body={body} plan={plan} change={change} />
      </View>
      <View letter="B" name="What it points to" className="overflow-auto p-4">
        {patterns.length === 0 && (
          <p className="text-[15px]">
            {body.damages.length === 0
              ? 'Nothing has been found yet: tap what is hurt on the winding.'
              : 'No pattern that says more than the damage itself. Look further: which groups are sound?'}
          </p>
        )}
        {patterns.map((p) => (
          <Pattern key={p.pattern.id} of={p} body={body} change={change} />
        ))}
      </View>
      <View letter="C" name="The cause" className="overflow-auto p-4">
        <label className="block text-[13px] text-graphite">
          Where we are
          <Choice<CauseState>
            label="Where we are"
            value={body.state}
            options={optionsOf(CAUSE_STATES)}
            onChoose={(state) => change({ state })}
            className="h-10 w-full border-[1.5px] border-b-2 border-pencil border-b-ink text-[16px] text-ink max-xl:h-12"
          />
        </label>
        <div className="mt-2 space-y-2">
          <Lines label="Cause" value={body.cause} rows={2} most={300} onType={(cause) => change({ cause })} />
          <Lines
            label="From the damage back to the cause, one event a line"
            value={body.chain}
            rows={4}
            most={3000}
            onType={(chain) => change({ chain })}
          />
          <Lines
            label="What confirmed it"
            value={body.evidence}
            rows={2}
            most={1000}
            onType={(evidence) => change({ evidence })}
          />
          <Lines
            label="What the customer has to change"
            value={body.change}
            rows={3}
            most={1000}
            onType={(v) => change({ change: v })}
          />
        </div>
        {write.open && <FindingList findings={findings} />}
        <WriteUpFoot file={file} of={write} stops={findings.some((f) => f.severity === 'stop')} />
        <p className="mt-3 text-[13px] text-graphite">
          It stands on the verdict as the customer receives it.
        </p>
      </View>
    </Sheet>
  );
}

type Change = (next: Partial<FailureBody>) => void;

function Damages({
  file,
  body,
  plan,
  change,
}: {
  readonly file: MotorFile;
  readonly body: FailureBody;
  readonly plan: ReturnType<typeof plansOf>['asFound']['plan'];
  readonly change: Change;
}) {
  const photos = file.attachments.filter((a) => a.media === 'image/jpeg' && !a.withdrawn);
  const set = (i: number, next: Partial<FailureBody['damages'][number]>) =>
    change({ damages: body.damages.map((d, k) => (k === i ? { ...d, ...next } : d)) });
  return (
    <ol className="mt-2">
      {body.damages.map((d, i) => (
        <li
          key={`${d.kind} ${d.place} ${d.end}`}
          className="flex items-center gap-2 border-b border-grid py-1"
        >
          {d.photo && (
            <img
              className="h-10 w-12 object-cover"
              alt={`Photo of ${sayDamage(plan, d)}`}
              src={`/api/motors/${encodeURIComponent(file.motor.number)}/attachments/${d.photo}/small`}
            />
          )}
          <b className="w-36 shrink-0 text-[14px] leading-tight font-[600]">{sayDamage(plan, d)}</b>
          <input
            aria-label={`Note on ${sayDamage(plan, d)}`}
            placeholder="note"
            value={d.note}
            maxLength={300}
            onChange={(e) => set(i, { note: e.target.value })}
            className="h-9 min-w-0 flex-1 border-b-[1.5px] border-pencil bg-field px-2 text-[15px] outline-none max-xl:h-12"
          />
          {photos.length > 0 && (
            <Choice
              label={`Photo of ${sayDamage(plan, d)}`}
              value={d.photo ?? ''}
              none="no photo"
              options={[
                { value: '', label: 'no photo' },
                ...photos.map((p) => ({ value: p.id, label: p.note || p.name })),
              ]}
              onChoose={(photo) => set(i, { photo: photo || null })}
              className="h-9 w-24 shrink-0 border-b-[1.5px] border-pencil text-[13px] max-xl:h-12"
            />
          )}
          <button
            type="button"
            aria-label={`Take off ${sayDamage(plan, d)}`}
            onClick={() => change({ damages: body.damages.filter((_, k) => k !== i) })}
            className="flex size-9 items-center justify-center max-xl:size-12"
          >
            <X size={18} />
          </button>
        </li>
      ))}
    </ol>
  );
}

function Pattern({
  of: { words, causes },
  body,
  change,
}: {
  readonly of: JudgedPattern;
  readonly body: FailureBody;
  readonly change: Change;
}) {
  return (
    <section className="mb-5">
      <h2 className="border-b-2 border-ink pb-0.5 text-[17px] first-letter:uppercase">{words}</h2>
      <ol>
        {causes.map((c) => {
          const taken = body.cause === c.cause;
          return (
            <li key={c.id} className={`border-b border-grid py-2 ${taken ? 'bg-wash px-2' : ''}`}>
              <div className="flex items-start gap-2">
                <b className="flex-1 text-[16px] leading-tight">{c.cause}</b>
                {!taken && (
                  <Key
                    onClick={() =>
                      change({
                        cause: c.cause,
                        state: body.state === 'confirmed' ? 'confirmed' : 'suspected',
                        change: body.change || c.change,
                      })
                    }
                  >
                    Suspect it
                  </Key>
                )}
              </div>
              <p className="mt-1 text-[13px] text-graphite">What would confirm it</p>
              <ul className="list-disc pl-5 text-[14px] leading-snug">
                {c.confirmedBy.map((x) => (
                  <li key={x}>{x}</li>
                ))}
              </ul>
            </li>
          );
        })}
      </ol>
      {causes.length === 0 && <p className="text-[14px]">No usual cause; look for it freely.</p>}
    </section>
  );
}
