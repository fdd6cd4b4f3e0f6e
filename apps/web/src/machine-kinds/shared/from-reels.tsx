/** What the reels give: turns and wires that keep the copper in its place, each judged by its own kind; one is taken. */
import {
  machineKind,
  RANGE_FIELDS,
  readForm,
  showShort,
  tooMuchFromReels,
  type FromReels as Found,
  type Typed,
} from '@norther/core';
import { stockOf } from '@norther/records';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useShopQuery, type MotorFile } from '../../app/api.ts';
import type { useCard } from '../../data-card/use-card.ts';
import { Choice } from '../../kit/choice.tsx';
import { TypedField } from '../../kit/fields.tsx';
import { FindingList } from '../../kit/finding-list.tsx';
import { Key } from '../../kit/key.tsx';
import { VerdictMark } from '../../kit/marks.tsx';
import { scrollWithin } from '../../kit/scroll-within.ts';
import type { AskedFromReels, FoundFromReels } from './from-reels.worker.ts';

/** Rows that are shown: nobody chooses among more. */
const SHOWN = 30;

function useFromReels() {
  const worker = useRef<Worker | null>(null);
  const [answer, setAnswer] = useState<FoundFromReels | null>(null);
  useEffect(() => () => worker.current?.terminate(), []);
  const ask = (question: AskedFromReels) => {
    if (!worker.current) {
      worker.current = new Worker(new URL('./from-reels.worker.ts', import.meta.url), { type: 'module' });
      worker.current.onmessage = ({ data }: MessageEvent<FoundFromReels>) => setAnswer(data);
    }
    setAnswer({ found: [], done: false });
    worker.current.postMessage(question);
  };
  return { answer, ask, forget: () => setAnswer(null) };
}

export function FromReels({
  file,
  card,
  onTake,
}: {
  readonly file: MotorFile;
  /** The proposal, over the card as found. */
  readonly card: ReturnType<typeof useCard>;
  readonly onTake: (fields: Typed) => void;
}) {
  const kind = machineKind(file.motor.kind);
  const { data: shop } = useShopQuery();
  const stock = useMemo(() => stockOf(shop?.reels ?? []), [shop]);
  // Those that the card has.
  const there = kind.coils.flatMap((c, i) => (card.typed[c.wires]?.trim() ? [{ ...c, i }] : []));
  const [asked, setAsked] = useState<number | null>(null);
  const coil = there.find((c) => c.i === asked) ?? there[0];
  const now = coil?.turns ? (card.typed[coil.turns] ?? '') : '';
  const [edited, setEdited] = useState<Typed>({});
  const { answer, ask, forget } = useFromReels();
  const list = useRef<HTMLParagraphElement>(null);
  const done = answer?.done === true;
  // The form fills a low view: what was looked for comes up by itself.
  useEffect(() => {
    if (done && list.current) scrollWithin(list.current);
  }, [done]);
  if (!coil) return <p className="mt-2 text-[15px]">The card says no wires to start from yet.</p>;
  const fields = RANGE_FIELDS.filter(
    (f) => f.id === 'sizes' || f.id === 'strands' || (coil.turns !== null && f.id.startsWith('turns')),
  );
  const typed: Typed = { turnsFrom: now, turnsTo: now, sizes: '2', strands: '8', ...edited };
  const { numbers, findings } = readForm(fields, typed);
  const { turnsFrom, turnsTo, sizes, strands } = numbers;
  const turns =
    coil.turns !== null && turnsFrom !== undefined && turnsTo !== undefined
      ? { from: turnsFrom, to: turnsTo }
      : null;
  const question: AskedFromReels | null =
    sizes === undefined || strands === undefined
      ? null
      : {
          machine: kind.id,
          plate: file.motor.plate,
          card: card.typed,
          shop: { analysis: card.shop.analysis, joining: card.shop.joining },
          coil: coil.i,
          turns,
          bundles: { mostSizes: sizes as 1 | 2 | 3, mostStrands: strands },
          stock,
        };
  const no = question && shop ? tooMuchFromReels(kind, question) : null;
  const found = answer?.found ?? [];
  return (
    <div className="mt-2" data-form="">
      <p className="mb-2 text-[14px] text-graphite">
        From the wire in stock, the same copper in its place. Each is laid out and judged as a whole.
      </p>
      {there.length > 1 && (
        <div className="mb-2">
          <span className="block text-[13px] text-graphite">Winding</span>
          <Choice
            name="reels-winding"
            label="Winding"
            value={String(coil.i)}
            options={there.map((c) => ({ value: String(c.i), label: c.name }))}
            onChoose={(v) => {
              setAsked(Number(v));
              setEdited({});
              forget();
            }}
            className="h-9 w-full border-[1.5px] border-b-2 border-pencil border-b-ink text-[15px] text-ink max-xl:h-12"
          />
        </div>
      )}
      <div className="grid grid-cols-2 gap-x-3 gap-y-1.5">
        {fields.map((f) => (
          <TypedField
            key={f.id}
            field={f}
            value={typed[f.id] ?? ''}
            onType={(v) => setEdited({ ...edited, [f.id]: v })}
            doubts={findings.filter((x) => x.fields.includes(f.id))}
          />
        ))}
      </div>
      <div className="my-2">
        <Key
          primary
          disabled={!question || !shop || no !== null || findings.some((f) => f.severity === 'stop')}
          onClick={() => question && ask(question)}
        >
          Look on the reels
        </Key>
      </div>
      {no && <FindingList findings={[no]} />}
      {answer && (
        <p ref={list} role="status" className="text-[14px] text-graphite">
          {!answer.done
            ? `${found.length} so far …`
            : found.length === 0
              ? 'Nothing on the reels gives this copper: allow more sizes or strands, or other turns.'
              : `${found.length} found${found.length > SHOWN ? `, the best ${SHOWN} shown` : ''}`}
        </p>
      )}
      {found.length > 0 && (
        <Table found={found.slice(0, SHOWN)} turns={coil.turns !== null} onTake={onTake} />
      )}
    </div>
  );
}

function Table({
  found,
  turns,
  onTake,
}: {
  readonly found: readonly Found[];
  readonly turns: boolean;
  readonly onTake: (fields: Typed) => void;
}) {
  return (
    <ul aria-label="Windings from the reels" className="mt-1 border-t-[1.5px] border-ink">
      {found.map((f) => (
        <li key={`${f.turns} ${f.wires}`} className="border-b border-grid">
          <button
            type="button"
            className="flex w-full items-start gap-2.5 py-1.5 text-left hover:bg-band"
            onClick={() => onTake(f.fields)}
          >
            <VerdictMark verdict={f.verdict} size={20} />
            <span className="min-w-0 flex-1">
              <span className="fig block text-[16px] font-bold">
                {turns && `${f.turns} × `}
                {f.wires.replaceAll('+', ' + ')}
              </span>
              <span className="block text-[13px] leading-snug text-graphite">
                {Math.abs(f.copperPercent) < 0.05
                  ? 'the same copper'
                  : `copper ${f.copperPercent < 0 ? '−' : '+'}${Math.abs(f.copperPercent).toFixed(1)} %`}
                {f.figures.map((x) => (
                  <span key={x.name}>
                    {', '}
                    {x.name.charAt(0).toLowerCase() + x.name.slice(1)}{' '}
                    <span className={`fig ${x.verdict && x.verdict !== 'sound' ? 'font-bold text-ink' : ''}`}>
                      {`${showShort(x.value, 3)} ${x.unit}`.trim()}
                    </span>
                  </span>
                ))}
              </span>
            </span>
            <span className="pt-0.5 text-[14px] underline">take</span>
          </button>
        </li>
      ))}
    </ul>
  );
}
