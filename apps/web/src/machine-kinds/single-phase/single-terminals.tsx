/** What is joined at the terminals, for each voltage and each way round, seen from the connection end. */
import {
  hasSwitch,
  machineKind,
  runsWithCapacitor,
  type SinglePhasePlan,
  type SinglePhasePlate,
} from '@norther/core';
import type { MotorFile } from '../../app/api.ts';

export function SingleTerminals({
  file,
  plan,
}: {
  readonly file: MotorFile;
  readonly plan: SinglePhasePlan;
}) {
  const plate = machineKind(file.motor.kind).readPlate(file.motor.plate).plate as SinglePhasePlate;
  const { hookups, leads } = plan.connection;
  const [z1] = leads.start;
  const volts = (higher: boolean) => {
    const v = higher ? plate.higherVoltageV : plate.voltageV;
    return v === undefined ? '' : `${v} V, `;
  };
  return (
    <div className="mt-2">
      {hookups.map((h) => (
        <section key={h.name} className="mb-3 border-b border-hair pb-2">
          <h3 className="text-[16px] font-[650]">
            {plan.connection.halves === 2 || plate.voltageV ? volts(h.higherVoltage) : ''}
            {h.turns}
          </h3>
          <table className="w-full">
            <tbody>
              {(
                [
                  ['on L', h.line],
                  ['on N', h.neutral],
                  ...h.joined.map((j) => ['joined', j] as const),
                ] as const
              ).map(([label, list], i) => (
                <tr key={i}>
                  <td className="w-16 text-[14px] text-graphite">{label}</td>
                  <td className="fig py-0.5 text-[19px]">{list.join('  ')}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ))}
      <p className="text-[14px] leading-snug">
        Directions as seen from the connection end. To turn it round, exchange the two leads of the start
        winding.
        {(runsWithCapacitor(plate.starts) || plate.startCapacitorUf !== undefined) &&
          ` The capacitor lies in series with the start winding, before ${z1} or after it.`}
        {hasSwitch(plate.starts) && ' The switch lies in series with it as well.'}
      </p>
    </div>
  );
}
