/** The figures of a judgement, each on its scale: value, unit and mark left of it, the source of the limit below. */
import { showShort, type Figure, type Judgement } from '@norther/core';
import { LimitScale } from './limit-scale.tsx';
import { VerdictMark } from './marks.tsx';

export function JudgedFigures({
  judgement,
  before = null,
  past = null,
  onWorking,
  width = 300,
}: {
  readonly judgement: Judgement;
  /** Open needles, by the figure they belong to. */
  readonly before?: ReadonlyMap<string, number> | null;
  /** The same of the machine's visit before this one. */
  readonly past?: ReadonlyMap<string, number> | null;
  readonly onWorking?: (figure: Figure) => void;
  readonly width?: number;
}) {
  return (
    <div>
      {judgement.figures.map(({ figure, scale, verdict }) => (
        <div key={figure.id} className="border-b border-grid py-2">
          {onWorking ? (
            <button
              type="button"
              className="text-left text-[15px] font-[650] underline decoration-hair underline-offset-2"
              onClick={() => onWorking(figure)}
            >
              {figure.name}
            </button>
          ) : (
            <b className="text-[15px]">{figure.name}</b>
          )}
          <div className="flex flex-wrap items-center gap-x-4">
            <span className="flex min-w-[150px] items-center gap-2">
              {verdict && <VerdictMark verdict={verdict} />}
              <span className={`fig text-[25px] leading-none ${verdict === 'stop' ? 'text-carmine' : ''}`}>
                {showShort(figure.value, 3).replace('-', '−')}
              </span>
              <span className="fig text-[14px] text-graphite">{figure.unit}</span>
            </span>
            {scale && (
              <LimitScale
                scale={scale}
                value={figure.value}
                before={before?.get(figure.id) ?? null}
                past={past?.get(figure.id) ?? null}
                width={width}
              />
            )}
          </div>
          {scale && <p className="text-[13px] text-graphite">Limit: {scale.source}.</p>}
        </div>
      ))}
    </div>
  );
}
