/** One step of a computation as a line; its working opens under it. */
import { showShort, type Figure } from '@norther/core';

export function StepFigure({ step, open, onOpen }: { step: Figure; open: boolean; onOpen: () => void }) {
  return (
    <div className="border-b border-grid">
      <button
        type="button"
        aria-expanded={open}
        onClick={onOpen}
        className="flex w-full items-baseline justify-between gap-2 py-1 text-left text-[14px] -outline-offset-2"
      >
        <span>{step.name}</span>
        <span className="fig text-[15px] whitespace-nowrap">
          {showShort(step.value, 4)} <span className="text-[13px] text-graphite">{step.unit}</span>
        </span>
      </button>
      {open && step.working && (
        <div className="pb-2">
          <p className="fig bg-tint px-2 py-1.5 text-[13px]">{step.working.formula}</p>
          <table className="w-full">
            <tbody>
              {step.working.inputs.map((i) => (
                <tr key={i.symbol} className="border-b border-grid">
                  <td className="fig py-0.5 pr-2 text-[13px]">{i.symbol}</td>
                  <td className="fig py-0.5 text-right text-[14px]">{showShort(i.value, 5)}</td>
                  <td className="fig px-1 text-[13px] text-graphite">{i.unit}</td>
                  <td className="text-[13px] leading-tight text-graphite">{i.from}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="text-[13px] text-graphite">
            Source: {step.working.source}. {step.working.assumptions.join('; ')}
          </p>
        </div>
      )}
    </div>
  );
}
