/** From the sister to this motor: what would be filled, what it does in this core, and the key that fills it. */
import { GAP_DENSITY, showShort, type BroughtOver, type Field, type MachineKind } from '@norther/core';
import type { LibraryEntry } from '@norther/records';
import { ArrowRight } from 'lucide-react';
import { Link } from 'react-router';
import type { MotorFile } from '../app/api.ts';
import { FindingList } from '../kit/finding-list.tsx';
import { FootKeys, Key } from '../kit/key.tsx';
import { LimitScale } from '../kit/limit-scale.tsx';
import { showDay } from '../kit/moments.ts';

/** What a choice says, or what was typed. */
const said = (field: Field, typed: string) =>
  field.kind === 'choice' ? (field.options.find((o) => o.value === typed)?.label ?? typed) : typed;

export function FromSister({
  entry,
  kind,
  file,
  brought,
  standing,
  saving,
  onFill,
}: {
  readonly entry: LibraryEntry;
  readonly kind: MachineKind;
  readonly file: MotorFile | null;
  readonly brought: BroughtOver | null;
  /** What stands on the proposal already. */
  readonly standing: Readonly<Record<string, string>>;
  readonly saving: boolean;
  readonly onFill: (fills: Readonly<Record<string, string>>) => void;
}) {
  const fields = kind.card.flatMap((s) => s.fields).filter((f) => kind.fromSister.fields.includes(f.id));
  const rows = fields.filter((f) => entry.card[f.id]?.trim());
  const fills = brought?.fills ?? {};
  const count = rows.filter((f) => fills[f.id]).length;
  const over = Object.values(standing).some((v) => v.trim() !== '');
  return (
    <div className="flex min-h-full flex-col gap-3" data-form="">
      <div className="grid grid-cols-2 gap-3">
        <div className="border-b-2 border-ink">
          <span className="fig text-[26px] leading-none">{entry.number}</span>
          <span className="block text-[13px] leading-tight">
            <b className="block text-[14px]">{entry.customer}</b>
            {entry.maker}, {showDay(entry.arrivedAt)}
          </span>
        </div>
        {file && (
          <div className="border-b-2 border-copper text-copper">
            <span className="fig text-[26px] leading-none">{file.motor.number}</span>
            <span className="block text-[13px] leading-tight">
              <b className="block text-[14px]">in hand</b>
              {over ? 'has a proposal already' : 'no proposal yet'}
            </span>
          </div>
        )}
      </div>
      <ul>
        {rows.map((f) => {
          const from = entry.card[f.id]!;
          const to = fills[f.id];
          return (
            <li
              key={f.id}
              className="grid grid-cols-[92px_1fr_18px_1fr] items-center gap-1.5 border-b border-grid py-1"
            >
              <span className="text-[13px] leading-tight text-graphite">{f.label}</span>
              <span className="fig truncate text-right text-[15px]" title={said(f, from)}>
                {said(f, from)}
              </span>
              {file ? (
                <ArrowRight size={15} aria-hidden="true" className={to ? 'text-copper' : 'invisible'} />
              ) : (
                <span />
              )}
              {file && (
                <span
                  className={`fig truncate px-1 text-right text-[15px] ${to ? 'border border-dashed border-copper bg-field text-copper' : 'text-graphite'} ${to && to !== from ? 'font-bold' : ''}`}
                  title={to ? said(f, to) : undefined}
                >
                  {to ? said(f, to) : 'stays empty'}
                </span>
              )}
            </li>
          );
        })}
      </ul>
      {brought && brought.gapT !== null && (
        <div>
          <p className="text-[14px]">
            Gap flux density <b className="fig">{showShort(brought.gapT, 3)} T</b>
            {brought.sisterGapT !== null && (
              <span className="text-graphite">
                {' '}
                · open needle: the sister, {showShort(brought.sisterGapT, 3)} T
              </span>
            )}
          </p>
          <LimitScale scale={GAP_DENSITY} value={brought.gapT} before={brought.sisterGapT} width={300} />
        </div>
      )}
      {brought && <FindingList findings={brought.findings} />}
      {file && count > 0 && (
        <p className="text-[14px] text-graphite">
          It fills the <b>proposal</b>, marked as taken from {entry.number}. As found stays as it is: nobody
          saw this winding. {over ? 'What the proposal says now is replaced; the history keeps it.' : ''}
        </p>
      )}
      <FootKeys className="mt-auto">
        {file && (
          <Key primary disabled={count === 0 || saving} onClick={() => onFill(fills)}>
            {over ? `Replace ${count} fields` : `Fill ${count} fields`}
          </Key>
        )}
        <Link
          to={`/motor/${encodeURIComponent(entry.number)}/card`}
          className="inline-flex min-h-10 items-center border-[1.5px] border-ink px-4 text-[15px] font-[650]"
        >
          Open {entry.number}
        </Link>
      </FootKeys>
    </div>
  );
}
