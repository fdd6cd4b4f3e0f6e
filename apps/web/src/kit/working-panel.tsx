/** The working of a figure, printed from the computation that made it. */
import { showShort, type Figure } from '@norther/core';
import type { Judged } from '@norther/core';
import { LimitScale } from './limit-scale.tsx';
import { VERDICT_WORD, VerdictMark } from './marks.tsx';

export function WorkingPanel({
  figure,
  judged,
  before,
  onClose,
}: {
  readonly figure: Figure;
  readonly judged?: Judged | undefined;
  readonly before?: number | null;
  readonly onClose?: () => void;
}) {
  const { working } = figure;
  return (
    <section aria-label={`Working: ${figure.name}`} className="px-3 pt-2">
      <header className="flex items-baseline justify-between border-b-2 border-copper pb-1">
        <h2 className="text-[17px]">{figure.name}</h2>
        {onClose && (
          <button type="button" onClick={onClose} className="shrink-0 text-[13px] text-graphite">
            close <kbd className="fig border border-pencil px-1 text-[12px]">Esc</kbd>
          </button>
        )}
      </header>
      <p className="mt-1 flex flex-wrap items-center gap-x-3">
        <span className="fig text-[40px] leading-none">{showShort(figure.value, 4)}</span>
        <span className="fig text-[16px] text-graphite">{figure.unit}</span>
        {judged && (
          <span className="flex items-center gap-1.5 font-[650]">
            <VerdictMark verdict={judged.verdict} size={20} />
            {VERDICT_WORD[judged.verdict]}
          </span>
        )}
      </p>
      {judged && (
        <>
          <LimitScale scale={judged.scale} value={figure.value} before={before ?? null} width={318} />
          <p className="text-[13px] text-graphite">{judged.scale.source}</p>
        </>
      )}
      {working && (
        <>
          <p className="fig my-2 bg-tint px-2 py-2.5 text-[14px] leading-relaxed">{working.formula}</p>
          <table className="w-full">
            <tbody>
              {working.inputs.map((i) => (
                <tr key={i.symbol + i.from} className="border-b border-grid">
                  <td className="fig py-1 pr-2 text-[14px]">{i.symbol}</td>
                  <td className="fig py-1 text-right text-[15px]">{showShort(i.value, 5)}</td>
                  <td className="fig px-1.5 py-1 text-[13px] text-graphite">{i.unit}</td>
                  <td className="py-1 text-[13px] leading-tight text-graphite">{i.from}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="mt-2 text-[13px] text-graphite">Source: {working.source}.</p>
          {working.assumptions.map((a) => (
            <p key={a} className="text-[13px] text-graphite">
              Taken: {a}.
            </p>
          ))}
        </>
      )}
    </section>
  );
}
