/** The winding in one line: typed as it is spoken, each token over its meaning, the contradicting one in reverse. */
import { enterGoesOn } from './enter-goes-on.ts';
import { threePhase, type Finding, type MachineKind } from '@norther/core';
import { useState } from 'react';

export function ShorthandLine({
  typed,
  onFill,
  findings,
  label = 'Winding, in one line',
  hero = false,
  shorthand = threePhase.shorthand,
}: {
  readonly typed: Readonly<Record<string, string>>;
  readonly onFill: (fields: Record<string, string>) => void;
  readonly findings: readonly Finding[];
  readonly label?: string;
  readonly hero?: boolean;
  /** Of the kind of machine. */
  readonly shorthand?: MachineKind['shorthand'];
}) {
  const written = shorthand.write(typed);
  // While the line itself is typed it stands as typed; otherwise the fields write it.
  const [own, setOwn] = useState<string | null>(null);
  const line = own ?? written;
  const { tokens } = shorthand.read(line);
  const contradicts = (fills: Readonly<Record<string, string>>) =>
    Object.keys(fills).length > 0 &&
    findings.some((f) => f.severity === 'stop' && f.fields.slice(0, 2).some((id) => id in fills));
  return (
    <div>
      <label className="block text-[13px] text-graphite" htmlFor="shorthand">
        {label}
      </label>
      <input
        id="shorthand"
        name="shorthand"
        value={line}
        spellCheck={false}
        autoComplete="off"
        placeholder={shorthand.example}
        onFocus={() => setOwn(written)}
        onBlur={() => setOwn(null)}
        onChange={(e) => {
          setOwn(e.target.value);
          const changes = shorthand.change(line, e.target.value);
          const changed = Object.entries(changes).filter(([id, v]) => (typed[id] ?? '') !== v);
          if (changed.length > 0) onFill(Object.fromEntries(changed));
        }}
        onKeyDown={enterGoesOn}
        className={`fig w-full border-[1.5px] border-b-[3px] border-pencil border-b-ink bg-field px-3 outline-none placeholder:text-pencil focus:border-b-copper ${hero ? 'h-14 text-[26px]' : 'h-10 text-[18px]'}`}
      />
      <div className="mt-1 flex min-h-[42px] flex-wrap gap-x-4 gap-y-1" aria-live="polite">
        {tokens.map((t, i) => {
          const wrong = t.problem !== undefined || contradicts(t.fills);
          return (
            <span key={i} title={t.problem} className={`px-1.5 ${wrong ? 'bg-ink text-paper' : ''}`}>
              <span
                className={`fig block leading-tight ${hero ? 'text-[18px] font-semibold' : 'text-[15px]'}`}
              >
                {t.text}
              </span>
              <span className={`block text-[13px] leading-tight ${wrong ? '' : 'text-graphite'}`}>
                {t.problem ? 'not read' : t.meaning}
              </span>
            </span>
          );
        })}
      </div>
      {tokens.find((t) => t.problem) && (
        <p className="text-[13px] text-carmine">{tokens.find((t) => t.problem)!.problem}</p>
      )}
    </div>
  );
}
