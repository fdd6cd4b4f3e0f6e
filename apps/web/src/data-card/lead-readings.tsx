/** The readings of a lead count side by side, each with what it would mean in the iron and at the terminals. */
import { LEAD_SCHEMES, showShort, TOOTH_DENSITY, type DataCard, type LeadReading } from '@norther/core';
import { LimitScale } from '../kit/limit-scale.tsx';
import { VerdictMark } from '../kit/marks.tsx';

export function LeadReadings({
  readings,
  ends,
  card,
  furtherLook,
  onTake,
}: {
  readonly readings: readonly LeadReading[];
  readonly ends: number;
  readonly card: DataCard;
  readonly furtherLook: string | null;
  readonly onTake: (reading: LeadReading) => void;
}) {
  return (
    <section aria-label="Readings of the lead count" className="mb-3">
      <h2 className="text-[15px]">
        {ends} {ends === 1 ? 'end' : 'ends'} on a lead read{' '}
        {['no way', 'one way', 'two ways', 'three ways', 'four ways'][readings.length]}
      </h2>
      <div className="grid grid-cols-2 gap-3">
        {readings.map((r) => {
          const typed =
            r.circuits === card.circuits &&
            r.connection === card.connection &&
            r.scheme === (card.leads ?? 'three');
          const name = `${r.circuits}${r.connection === 'star' ? 'Y' : 'Δ'}`;
          return (
            <div
              key={name + r.scheme}
              className={`border-t-[3px] bg-tint px-2 py-1.5 ${typed ? 'border-copper' : 'border-hair'}`}
            >
              <div className="flex items-center justify-between">
                <span className="fig text-[24px] leading-none font-bold">{name}</span>
                <VerdictMark verdict={r.verdict} size={20} />
              </div>
              {r.scheme !== 'three' && <p className="text-[13px]">{LEAD_SCHEMES[r.scheme].label}</p>}
              {r.refusal ? (
                <p className="mt-1 text-[13px] leading-snug">{r.refusal.message}</p>
              ) : (
                <>
                  <p className="text-[13px]">
                    star joint {r.starJointNeeded ? 'needed' : 'not needed'}
                    {r.agreesWithStarJoint === null
                      ? ''
                      : r.agreesWithStarJoint
                        ? ', agrees'
                        : ', contradicts'}
                  </p>
                  {r.toothDensityT !== null && (
                    <div>
                      <LimitScale scale={TOOTH_DENSITY} value={r.toothDensityT} small width={150} />
                      <span className="text-[13px]">
                        teeth <span className="fig">{showShort(r.toothDensityT, 3)} T</span>
                      </span>
                    </div>
                  )}
                  {r.resistance20 !== null && (
                    <span className="block text-[13px]">
                      {r.measuredBetween} <span className="fig">{showShort(r.resistance20, 3)} Ω</span>
                      {r.resistanceRatio !== null && (
                        <>
                          , read{' '}
                          <span className="fig">{showShort(r.resistanceRatio * r.resistance20, 3)}</span>
                        </>
                      )}
                    </span>
                  )}
                  {typed ? (
                    <span className="text-[13px] text-copper">on the card</span>
                  ) : (
                    <button
                      type="button"
                      className="mt-1 border-[1.5px] border-ink px-2 py-1 text-[13px] font-[620]"
                      onClick={() => onTake(r)}
                    >
                      Put {name} on the card
                    </button>
                  )}
                </>
              )}
            </div>
          );
        })}
      </div>
      {furtherLook && (
        <p className="mt-2 border-l-[3px] border-copper pl-2 text-[14px]">
          <b>Next.</b> {furtherLook}
        </p>
      )}
    </section>
  );
}
