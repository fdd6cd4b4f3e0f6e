/** With the customer: how far the repair goes and why, what it costs, what they answered, what stays as it came. */
import {
  analyseFailure,
  ANSWERS,
  checkAgreement,
  decidingFacts,
  estimateTotal,
  kindAndRoute,
  newestAnswer,
  plansOf,
  SCOPES,
  STANDARDS,
  workHasBegun,
  type Answer,
  type Scope,
  type Standard,
} from '@norther/core';
import { writeUpIn, type AgreementBody } from '@norther/records';
import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { useSessionQuery, type MotorFile } from '../app/api.ts';
import { visitOf } from '../app/visit.ts';
import { CriteriaChoice } from '../criteria/criteria-choice.tsx';
import { Choice } from '../kit/choice.tsx';
import { LineField } from '../kit/line-field.tsx';
import { FindingList } from '../kit/finding-list.tsx';
import { Key } from '../kit/key.tsx';
import { MomentField } from '../kit/moment-field.tsx';
import { showDay } from '../kit/moments.ts';
import { isoOfMoment, momentOfIso } from '../kit/read-moment.ts';
import { MotorSheet } from '../sheet/motor-sheet.tsx';
import { Sheet, View } from '../sheet/sheet.tsx';
import { WriteUpFoot } from './foot.tsx';
import { Lines } from './lines.tsx';
import { useWriteUp } from './use-write-up.ts';

const optionsOf = <T extends string>(words: Readonly<Record<T, string>>) =>
  (Object.entries(words) as [T, string][]).map(([value, label]) => ({ value, label }));
const BOX =
  'h-10 w-full border-[1.5px] border-b-2 border-pencil border-b-ink text-[16px] text-ink max-xl:h-12';

export function Agreement() {
  return <MotorSheet>{(file) => <OneAgreement file={file} />}</MotorSheet>;
}

function OneAgreement({ file }: { readonly file: MotorFile }) {
  const write = useWriteUp(file, 'agreement');
  const { body, change } = write;
  const { route } = kindAndRoute(file.motor, file.ownRoute);
  const findings = checkAgreement(body, workHasBegun(route, file.steps));
  const answer = newestAnswer(body);
  const takeFacts = () => {
    const { machine, asFound } = plansOf(visitOf(file), false);
    const failure = writeUpIn(file.writeUps, 'failure').body;
    const { facts, scope } = decidingFacts(
      file.readings as never,
      analyseFailure(machine, asFound.plan, failure.damages),
    );
    change({
      facts: [body.facts, ...facts.filter((f) => !body.facts.includes(f))].filter(Boolean).join('\n'),
      ...(body.scope === 'undecided' ? { scope } : {}),
    });
  };
  return (
    <Sheet file={file} columns="4fr 4fr 4fr">
      <View letter="A" name="Scope" className="overflow-auto p-4">
        <label className="block text-[13px] text-graphite">
          How far the repair goes
          <Choice<Scope>
            label="How far the repair goes"
            value={body.scope}
            options={optionsOf(SCOPES)}
            onChoose={(scope) => change({ scope })}
            className={BOX}
          />
        </label>
        <label className="mt-2 block text-[13px] text-graphite">
          To what standard
          <Choice<Standard>
            label="To what standard"
            value={body.standard}
            options={optionsOf(STANDARDS)}
            onChoose={(standard) => change({ standard })}
            className={BOX}
          />
        </label>
        <div className="mt-2">
          <CriteriaChoice
            label="Its tests are held to"
            none="the shop’s limits"
            value={body.criteria}
            onChoose={(criteria) => change({ criteria })}
          />
        </div>
        <div className="mt-2">
          <Lines
            label="What decided it, as the customer is told"
            value={body.facts}
            rows={8}
            most={3000}
            onType={(facts) => change({ facts })}
          />
        </div>
        <div className="mt-2">
          <Key onClick={takeFacts}>Take the facts from the readings</Key>
        </div>
        <div className="mt-4">
          <Lines
            label="Agreed: what stays as it came, or is made otherwise"
            value={body.agreed}
            rows={4}
            most={3000}
            onType={(agreed) => change({ agreed })}
          />
        </div>
      </View>
      <View letter="B" name="Estimate" className="overflow-auto p-4">
        <Estimate body={body} change={change} />
        {write.open && (
          <div className="mt-3">
            <FindingList findings={findings} />
          </div>
        )}
        <WriteUpFoot file={file} of={write} stops={findings.some((f) => f.severity === 'stop')} />
      </View>
      <View letter="C" name="The customer’s answer" className="overflow-auto p-4">
        <p className="mb-2 text-[26px] leading-tight font-[680]">
          {answer ? ANSWERS[answer.answer] : 'not answered yet'}
        </p>
        <ol>
          {body.answers.map((a, i) => (
            <li key={`${a.at} ${a.who}`} className="flex items-start gap-2 border-b border-grid py-1.5">
              <p className="flex-1 text-[15px] leading-tight">
                <b className="font-[650]">{a.who}</b>, {showDay(a.at)}: {ANSWERS[a.answer]}
                {a.words && <span className="block text-[14px] text-graphite">“{a.words}”</span>}
              </p>
              <button
                type="button"
                aria-label={`Take off the answer of ${a.who}`}
                className="flex size-8 items-center justify-center max-xl:size-12"
                onClick={() => change({ answers: body.answers.filter((_, k) => k !== i) })}
              >
                <X size={18} />
              </button>
            </li>
          ))}
        </ol>
        <NewAnswer customer={file.motor.customer} onAdd={(a) => change({ answers: [...body.answers, a] })} />
        <p className="no-print mt-5">
          <a
            className="inline-flex min-h-10 items-center border-[1.5px] border-ink px-4 text-[15px] font-[600]"
            href={`/api/motors/${encodeURIComponent(file.motor.number)}/agreement.pdf`}
            target="_blank"
            rel="noreferrer"
          >
            Note for the customer as PDF
          </a>
        </p>
        {write.open && (
          <p className="mt-1 text-[13px] text-graphite">The note shows what is saved, not what is typed.</p>
        )}
      </View>
    </Sheet>
  );
}

function Estimate({
  body,
  change,
}: {
  readonly body: AgreementBody;
  readonly change: (next: Partial<AgreementBody>) => void;
}) {
  const set = (i: number, next: Partial<AgreementBody['estimate'][number]>) =>
    change({ estimate: body.estimate.map((l, k) => (k === i ? { ...l, ...next } : l)) });
  return (
    <>
      <table className="w-full">
        <thead>
          <tr className="border-b-2 border-ink text-left text-[13px] text-graphite">
            <th className="font-medium">what</th>
            <th className="w-32 text-right font-medium">amount {body.currency}</th>
            <th className="w-10">
              <span className="sr-only">take off</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {body.estimate.map((l, i) => (
            <tr key={i} className="border-b border-grid">
              <td>
                <input
                  aria-label={`Line ${i + 1}`}
                  value={l.what}
                  maxLength={200}
                  onChange={(e) => set(i, { what: e.target.value })}
                  className="h-9 w-full bg-field px-2 text-[15px] outline-none focus:bg-wash max-xl:h-12"
                />
              </td>
              <td>
                <Amount
                  label={`Amount of line ${i + 1}`}
                  value={l.amount}
                  onType={(amount) => set(i, { amount })}
                />
              </td>
              <td>
                <button
                  type="button"
                  aria-label={`Take off line ${i + 1}`}
                  className="flex size-9 items-center justify-center max-xl:size-12"
                  onClick={() => change({ estimate: body.estimate.filter((_, k) => k !== i) })}
                >
                  <X size={18} />
                </button>
              </td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr className="border-t-2 border-ink">
            <td className="py-2 text-[15px]">
              <button
                type="button"
                className="flex min-h-9 items-center gap-1 underline max-xl:min-h-12"
                onClick={() => change({ estimate: [...body.estimate, { what: '', amount: 0 }] })}
              >
                <Plus size={16} /> another line
              </button>
            </td>
            <td className="fig py-2 text-right text-[22px] font-bold">
              {estimateTotal(body.estimate).toFixed(2)}
            </td>
            <td className="pl-1 text-[13px] text-graphite">{body.currency}</td>
          </tr>
        </tfoot>
      </table>
      <div className="w-32">
        <LineField
          label="Currency"
          name="currency"
          value={body.currency}
          onType={(currency) => change({ currency: currency.slice(0, 8) })}
        />
      </div>
    </>
  );
}

/** An amount as it is typed, with a comma or a point; what is no figure stays with the person, not in the record. */
function Amount({
  label,
  value,
  onType,
}: {
  readonly label: string;
  readonly value: number;
  readonly onType: (value: number) => void;
}) {
  const [text, setText] = useState<string | null>(null);
  const read = text === null ? value : Number(text.trim().replace(',', '.'));
  const wrong = !Number.isFinite(read) || read < 0;
  return (
    <input
      aria-label={label}
      inputMode="decimal"
      aria-invalid={wrong}
      value={text ?? (value === 0 ? '' : value.toFixed(2))}
      onChange={(e) => {
        setText(e.target.value);
        const n = Number(e.target.value.trim().replace(',', '.'));
        if (Number.isFinite(n) && n >= 0) onType(n);
      }}
      onBlur={() => !wrong && setText(null)}
      className={`fig h-9 w-full bg-field px-2 text-right text-[16px] outline-none focus:bg-wash max-xl:h-12 ${wrong ? 'border-b-2 border-carmine' : ''}`}
    />
  );
}

function NewAnswer({
  customer,
  onAdd,
}: {
  readonly customer: string;
  readonly onAdd: (answer: AgreementBody['answers'][number]) => void;
}) {
  const { data: session } = useSessionQuery();
  const [who, setWho] = useState('');
  const [words, setWords] = useState('');
  const [answer, setAnswer] = useState<Answer>('yes');
  const [when, setWhen] = useState(() => momentOfIso(new Date().toISOString()));
  const at = isoOfMoment(when);
  return (
    <form
      aria-label="New answer"
      className="mt-3 space-y-2 bg-tint p-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (!who.trim() || !at) return;
        onAdd({ who: who.trim(), words: words.trim(), answer, at });
        setWho('');
        setWords('');
      }}
    >
      <div className="space-y-2">
        <LineField label={`Who said it, at ${customer}`} name="who" value={who} onType={setWho} />
        <MomentField label="When" name="when" value={when} onType={setWhen} />
      </div>
      <label className="block text-[13px] text-graphite">
        The answer
        <Choice<Answer>
          label="The answer"
          value={answer}
          options={optionsOf(ANSWERS)}
          onChoose={setAnswer}
          className={BOX}
        />
      </label>
      <Lines label="In their words" value={words} rows={2} most={1000} onType={setWords} />
      <Key type="submit" disabled={!who.trim() || !at}>
        Write it down
      </Key>
      <p className="text-[13px] text-graphite">Kept under your name, {session?.name}, when it is saved.</p>
    </form>
  );
}
