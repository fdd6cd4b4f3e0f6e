/** Core loss on the test panel: the loop planned for the density that is wanted, and where the core is warm. */
import { loopIronOf, loopPlanOf, showNumber, sideLoss, type LoopReading } from '@norther/core';
import { valuesOf } from '../values-of.ts';
import type { TestViewProps } from '../views.ts';

/** What a wall of a shop has. */
const SUPPLIES = [24, 42, 110, 230, 400];

export function LoopAbove(props: TestViewProps) {
  const r = valuesOf('core-loss', props) as LoopReading;
  const iron = loopIronOf(r);
  if (!iron?.ok)
    return (
      <p className="mb-3 text-[15px] text-graphite">
        With outside diameter, back iron and core length below, the loop is planned here: turns, volts and
        current for the density wanted.
      </p>
    );
  const { massKg, areaMm2, meanPathMm } = iron.value;
  const sides = (['before', 'after'] as const).flatMap((side) => {
    const loss = sideLoss(r, side);
    return loss ? [{ side, ...loss }] : [];
  });
  return (
    <section aria-label="Loop" className="mb-3">
      <p className="border-b-2 border-ink pb-1 text-[17px] font-[650]">
        Loop for <span className="fig text-[26px] leading-none">{showNumber(r.density ?? 1.3, 3)}</span> T,
        yoke <span className="fig">{showNumber(massKg, 3)}</span> kg
        <span className="text-[14px] font-normal text-graphite">
          , {showNumber(areaMm2 / 100, 3)} cm² of iron, path {showNumber(meanPathMm / 1000, 3)} m
        </span>
      </p>
      <table className="mt-1 w-full text-[15px]">
        <thead>
          <tr className="border-b border-ink text-left text-[13px] text-graphite">
            <th className="font-medium">supply</th>
            <th className="text-right font-medium">turns</th>
            <th className="text-right font-medium">makes, T</th>
            <th className="text-right font-medium">about, A</th>
            <th className="text-right font-medium">about, kVA</th>
          </tr>
        </thead>
        <tbody>
          {SUPPLIES.map((volts) => {
            const p = loopPlanOf(r, volts)!;
            // Half a turn rounded to a whole one makes another density altogether.
            const off = Math.abs(p.densityAsRunT / (r.density ?? 1.3) - 1) > 0.12;
            return (
              <tr key={volts} className={`border-b border-grid ${off ? 'text-pencil' : ''}`}>
                <td className="fig py-0.5">{volts} V</td>
                <td className="fig text-right font-[650]">{p.turns}</td>
                <td className="fig text-right">{showNumber(p.densityAsRunT, 3)}</td>
                <td className="fig text-right">{showNumber(p.currentA, 2)}</td>
                <td className="fig text-right">{showNumber(p.kvaAtTarget, 2)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="mt-1 text-[13px] text-graphite">
        Grey: whole turns miss the density. Amperes by the field of usual sheet, common practice: they size
        fuse and cable only.
      </p>
      {sides.map((s) => (
        <p key={s.side} className="mt-1 text-[15px]">
          <b className="font-[650]">{s.side === 'before' ? 'Before' : 'After'}</b>:{' '}
          <span className="fig">{showNumber(s.wPerKg, 3)}</span> W/kg at{' '}
          <span className="fig">{showNumber(s.densityT, 3)}</span> T,{' '}
          <span className="fig">{showNumber(s.atWantedWPerKg, 3)}</span> W/kg at the density wanted.
        </p>
      ))}
    </section>
  );
}
