/** What a gram did on a sister rotor, or on this one at an earlier visit: taken instead of trials. */
import { balanceJob, TEST_KINDS, type BalanceReading } from '@norther/core';
import { useLazyMotorQuery, useOtherVisitsQuery, type MotorFile } from '../../app/api.ts';
import { showMessage } from '../../app/sheet-state.ts';
import { useAppDispatch } from '../../app/store.ts';
import { Key } from '../../kit/key.tsx';

/** As they are written into the field; null where its newest balancing tells none. */
function coefficientsOf(file: MotorFile): string | null {
  for (const reading of file.readings.toReversed()) {
    if (!reading.typed['runs'] || reading.withdrawn) continue;
    const r = TEST_KINDS.balance.read(reading.typed, { plate: {} }).values as unknown as BalanceReading;
    const influence = balanceJob(r)?.solved.influence;
    if (influence)
      return influence
        .map((row) =>
          row.map((v) => `${Number(v.magnitude.toPrecision(5))}@${v.angleDeg.toFixed(1)}`).join('; '),
        )
        .join('\n');
  }
  return null;
}

export function SisterCoefficients({
  file,
  onTake,
}: {
  readonly file: MotorFile;
  readonly onTake: (coefficients: string) => void;
}) {
  const { data: visits = [] } = useOtherVisitsQuery(file.motor.number);
  const [open] = useLazyMotorQuery();
  const dispatch = useAppDispatch();
  const numbers = [...new Set([...file.sisters.map((s) => s.number), ...visits.map((v) => v.number)])].slice(
    0,
    6,
  );
  if (numbers.length === 0) return null;
  const take = async (number: string) => {
    const { data } = await open(number, true);
    const found = data ? coefficientsOf(data) : null;
    if (found) onTake(found);
    else
      dispatch(showMessage({ text: `Motor ${number} has no runs that tell what a weight does.`, bad: true }));
  };
  return (
    <div className="mt-2 flex flex-wrap items-center gap-2 text-[14px]">
      <span className="text-graphite">Coefficients of</span>
      {numbers.map((n) => (
        <Key key={n} onClick={() => void take(n)}>
          {n}
        </Key>
      ))}
      <span className="text-graphite">instead of trials, on the same bearings at the same speed</span>
    </div>
  );
}
