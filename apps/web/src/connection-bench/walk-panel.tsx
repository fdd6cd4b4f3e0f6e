/** The polarity walk: what must show, what was read, and what explains the difference. */
import type { PlanGroup, WalkJudgement, WalkReading } from '@norther/core';
import { Choice, optionsOf } from '../kit/choice.tsx';
import { Key } from '../kit/key.tsx';
import { VerdictMark } from '../kit/marks.tsx';
import type { Walk } from './use-walk.ts';

export function WalkPanel({
  groups,
  wanted,
  words,
  feeds,
  walk,
  judged,
}: {
  readonly groups: readonly PlanGroup[];
  /** What each group must show. */
  readonly wanted: readonly WalkReading[];
  /** How the current is fed. */
  readonly words: string;
  /** What may be fed alone, where one chooses. */
  readonly feeds?: Readonly<Record<string, string>>;
  readonly walk: Walk;
  /** `looking`: what explains it is still being looked for. */
  readonly judged: WalkJudgement & { readonly looking?: boolean };
}) {
  const read = walk.readings.filter((r) => r !== null).length;
  const fed = wanted.filter((w) => w !== '0').length;
  const next = walk.next ? groups[walk.next - 1] : null;
  const best = judged.explanations[0];
  return (
    <section aria-label="Polarity walk">
      <div className="flex items-baseline justify-between">
        {feeds && (
          <label className="text-[13px] text-graphite">
            fed{' '}
            <Choice
              name="walkPhase"
              value={walk.fed}
              options={optionsOf(feeds)}
              onChoose={walk.feed}
              className="inline-flex h-8 border-[1.5px] border-b-2 border-pencil border-b-ink text-[14px] text-ink max-xl:h-12"
            />
          </label>
        )}
        <span className="fig text-[14px]">
          {read} of {fed}
        </span>
      </div>
      <p className="my-1 text-[13px] leading-snug text-graphite">{words}</p>
      <p className="text-[13px] leading-snug text-graphite">
        Low DC only, a few amperes; open the circuit slowly: the winding kicks back.
      </p>
      {next && (
        <div className="no-print mt-2 flex items-stretch gap-2">
          <span className="w-12 shrink-0 leading-tight">
            <b className="fig block text-[19px] text-copper">{next.name}</b>
            <span className="text-[13px]">reads</span>
          </span>
          {(['N', 'S', '0'] as const).map((r) => (
            <button
              key={r}
              type="button"
              onClick={() => walk.read(r)}
              aria-label={r === '0' ? 'reads no field' : `reads ${r}`}
              className={`flex min-h-12 min-w-0 flex-1 items-center justify-center gap-1.5 border-2 text-[15px] max-xl:min-h-[72px] ${r === '0' ? 'border-pencil text-[13px]' : 'border-copper'}`}
            >
              {r === '0' ? 'none' : <Shoe reading={r} />}
              <kbd className="fig border border-pencil px-1 text-[12px]">{r}</kbd>
            </button>
          ))}
        </div>
      )}
      <div
        className="mt-2 grid max-h-[300px] grid-cols-6 gap-x-1 gap-y-2 overflow-y-auto"
        role="list"
        aria-label="Groups round the bore"
      >
        {groups.map((g, i) => {
          const wrong = judged.wrongGroups.includes(g.number);
          const here = walk.next === g.number;
          return (
            <button
              key={g.number}
              type="button"
              role="listitem"
              aria-label={`${g.name}: should ${wanted[i]}, reads ${walk.readings[i] ?? 'nothing yet'}`}
              onClick={() => walk.goTo(g.number)}
              className={`flex flex-col items-center border-[1.5px] py-0.5 max-xl:min-h-14 ${wrong ? 'border-carmine bg-carmine-wash' : here ? 'border-copper' : 'border-transparent'}`}
            >
              <span className={`fig text-[13px] leading-none ${wrong ? 'font-bold text-carmine' : ''}`}>
                {g.name}
              </span>
              <Shoe reading={wanted[i]!} small />
              <Shoe reading={walk.readings[i] ?? null} wrong={wrong} here={here} />
            </button>
          );
        })}
      </div>
      <p className="flex justify-between text-[13px] text-graphite">
        <span>above: should</span>
        <span>below: reads</span>
      </p>
      {judged.looking && (
        <p role="status" className="mt-3 flex items-center gap-2 text-[17px] font-[650] text-carmine">
          <VerdictMark verdict="stop" size={26} />
          Wrong: looking for what explains it …
        </p>
      )}
      {judged.state === 'wrong' && best && (
        <div role="status" className="mt-3">
          <p className="flex items-start gap-2">
            <VerdictMark verdict="stop" size={28} />
            <b className="text-[19px] leading-tight text-carmine">
              {best.kind === 'group-reversed'
                ? `${groups[best.groups[0]! - 1]!.name} is reversed`
                : best.kind === 'phase-reversed'
                  ? 'A phase is reversed'
                  : best.kind === 'circuit-reversed'
                    ? 'A circuit is reversed'
                    : best.kind === 'groups-exchanged'
                      ? 'Two groups changed places'
                      : best.kind === 'jumper-misplaced'
                        ? 'Two ends changed over'
                        : best.kind === 'several'
                          ? `${best.mistakes} misconnections together`
                          : best.kind === 'no-field'
                            ? 'No field there'
                            : 'Read wrong, and no few misconnections explain it'}
            </b>
          </p>
          {judged.explanations.map((e, i) => (
            <p key={i} className="mt-1 text-[14px] leading-snug">
              {i > 0 && <b>Or: </b>}
              {e.message}
            </p>
          ))}
          <p className="mt-2 border-l-[3px] border-ink pl-2 text-[14px] leading-snug">
            <b>Next.</b> Open {best.joints.length === 1 ? 'joint' : 'joints'} {best.joints.join(', ')}, mend,
            and walk those groups again.
          </p>
        </div>
      )}
      {(judged.state === 'right' || judged.state === 'right-so-far') && (
        <p role="status" className="mt-3 flex items-center gap-2 text-[17px] font-[650]">
          <VerdictMark verdict={judged.state === 'right' ? 'sound' : 'to-come'} size={26} />
          {judged.state === 'right' ? 'North and south as they must' : 'Right so far'}
        </p>
      )}
      {judged.compassTurned && (
        <p className="text-[13px] text-graphite">
          Read the other way round throughout: the compass or the battery is turned; that alone is no fault.
        </p>
      )}
      <div className="no-print mt-3 flex flex-wrap gap-2">
        <Key primary disabled={!walk.complete || walk.keeping} onClick={() => void walk.keep()}>
          Keep the walk
        </Key>
        <Key disabled={read === 0} letter="⌫" onClick={walk.back}>
          Back
        </Key>
        <Key disabled={read === 0} onClick={walk.again}>
          Walk again
        </Key>
      </div>
    </section>
  );
}

/** N: filled shoe. S: open shoe. */
function Shoe({
  reading,
  small = false,
  wrong = false,
  here = false,
}: {
  reading: WalkReading;
  small?: boolean;
  wrong?: boolean;
  here?: boolean;
}) {
  const size = small ? 17 : 23;
  const ink = wrong ? 'var(--carmine)' : small ? 'var(--pencil)' : 'var(--ink)';
  if (reading === null || reading === '0')
    return (
      <svg width={size} height={size} viewBox="0 0 24 24" aria-hidden="true">
        {reading === '0' ? (
          <text x="12" y="17" textAnchor="middle" fontSize="15" className="font-fig" fill={ink}>
            0
          </text>
        ) : (
          <circle
            cx="12"
            cy="12"
            r="9"
            fill="none"
            stroke={here ? 'var(--copper)' : 'var(--hair)'}
            strokeWidth={here ? 3 : 1.5}
            strokeDasharray={here ? undefined : '3 3'}
          />
        )}
      </svg>
    );
  const north = reading === 'N';
  return (
    <svg width={size} height={size} viewBox="0 0 24 24" aria-hidden="true">
      <path
        d={north ? 'M4 22H20V8L12 2L4 8Z' : 'M4 2H20V16L12 22L4 16Z'}
        fill={north ? ink : 'var(--paper)'}
        stroke={ink}
        strokeWidth="1.8"
      />
      <text
        x="12"
        y={north ? 18 : 15}
        textAnchor="middle"
        fontSize="13"
        fontWeight="700"
        className="font-fig"
        fill={north ? 'var(--paper)' : ink}
      >
        {reading}
      </text>
    </svg>
  );
}
