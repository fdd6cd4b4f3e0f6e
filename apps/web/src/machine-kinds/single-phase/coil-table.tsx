/** Every coil of a group for the winding head: span, turns, length of a turn; and the wire each winding takes. */
import {
  branchLengthM,
  copperKg,
  showShort,
  showWires,
  turnAreaMm2,
  turnOfCoilMm,
  wiresInHand,
  type BranchName,
  type CoreSize,
  type SinglePhasePlan,
} from '@norther/core';

const NAME: Readonly<Record<BranchName, string>> = { main: 'Main winding', start: 'Start winding' };

export function CoilTable({
  plan,
  core,
  coil,
  onCoil,
}: {
  readonly plan: SinglePhasePlan;
  readonly core: CoreSize;
  readonly coil: number | null;
  readonly onCoil: (coil: number | null) => void;
}) {
  const mean =
    plan.main.coils.reduce((n, c) => n + c.turns * c.pitch, 0) /
    plan.main.coils.reduce((n, c) => n + c.turns, 0);
  return (
    <div className="mt-2">
      {(['main', 'start'] as const).map((branch) => {
        const own = plan[branch];
        const wires = plan[`${branch}Wires`];
        const length = branchLengthM(own, plan, core);
        const before = branch === 'main' ? 0 : plan.main.coils.length;
        return (
          <section key={branch} className="mb-4">
            <h2 className="border-b-2 border-ink text-[17px]">{NAME[branch]}</h2>
            <p className="text-[14px]">
              {own.poles} groups alike, in gangs of {own.pitches.length};{' '}
              <span className="fig">{showWires(wires)}</span> mm in hand
            </p>
            <table className="w-full text-[14px]">
              <thead>
                <tr className="text-right text-[13px] text-graphite">
                  <th className="text-left font-medium">coil</th>
                  <th className="font-medium">turns</th>
                  <th className="font-medium">a turn</th>
                </tr>
              </thead>
              <tbody>
                {own.pitches.map((y, i) => {
                  const number = before + i + 1;
                  const turn = turnOfCoilMm(y, own.slots, core, mean);
                  return (
                    <tr
                      key={y}
                      className={`cursor-pointer border-b border-grid text-right ${coil === number ? 'bg-wash' : ''}`}
                      onClick={() => onCoil(coil === number ? null : number)}
                    >
                      <td className="fig py-1 text-left">1-{y + 1}</td>
                      <td className="fig py-1 text-[16px]">{own.turns[i]}</td>
                      <td className="fig py-1">{turn === null ? '–' : `${turn.toFixed(0)} mm`}</td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
            <p className="mt-1 text-[14px]">
              {length === null
                ? 'Bore and core length on the card give the wire to take.'
                : `Wire to take: ${showShort(length * wiresInHand(wires), 3)} m, ${showShort(copperKg(length, turnAreaMm2(wires)) * 1.05, 3)} kg with 5 % for ends.`}
            </p>
          </section>
        );
      })}
      <p className="text-[13px] text-graphite">
        Lengths are estimates until a mean turn is measured. Wind one group, lay it in, then wind the rest.
      </p>
    </div>
  );
}
