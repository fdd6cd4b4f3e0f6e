/** Makes plausible windings for the made-up shop: turns and iron from a wanted flux density, wire from a wanted current density. */
import { PREFERRED_DIAMETERS_MM, enamelledDiameterMm, roundOfStrapMm, type Strap } from '@norther/core';

export interface DemoDesign {
  readonly slots: number;
  readonly poles: number;
  readonly span: number;
  readonly circuits: number;
  readonly star: boolean;
  readonly volts: number;
  readonly amps: number;
  readonly bore: number;
  readonly length: number;
}

/** A data card as somebody would have typed it. */
export function demoCard(d: DemoDesign): Record<string, string> {
  const gap = 0.56;
  const polePitch = (Math.PI * d.bore) / d.poles;
  const flux = gap * polePitch * d.length * 1e-6;
  const perPhase = d.star ? d.volts / Math.sqrt(3) : d.volts;
  const turns = Math.max(
    1,
    Math.round((perPhase * d.circuits) / (4.4429 * 50 * 0.925 * flux) / (d.slots / 3)),
  );
  const gapReal = gap; // turns are rounded, the iron is cut for the wanted density
  const slotPitch = (Math.PI * d.bore) / d.slots;
  const tooth = ((Math.PI / 2) * gapReal * slotPitch) / (1.62 * 0.95);
  const backIron = (flux * 1e6) / 2 / (1.42 * 0.95 * d.length);
  const current = d.amps / (d.star ? 1 : Math.sqrt(3)) / d.circuits;
  const wanted = current / 5.6;
  let strands = 1;
  while (wanted / strands > 1.35) strands++;
  const diameter = PREFERRED_DIAMETERS_MM.reduce((a, b) =>
    Math.abs((Math.PI / 4) * b * b * strands - wanted) < Math.abs((Math.PI / 4) * a * a * strands - wanted)
      ? b
      : a,
  );
  const squares = 2 * turns * strands * enamelledDiameterMm(diameter) ** 2;
  const slotArea = squares / 0.66 + 0.3 * 90 + 2 * (slotPitch - tooth);
  return {
    slots: String(d.slots),
    poles: String(d.poles),
    layers: '2',
    span: `1-${d.span}`,
    turns: String(turns),
    wires: `${strands}x${diameter.toFixed(2)}`,
    circuits: String(d.circuits),
    connection: d.star ? 'star' : 'delta',
    endsPerLead: String(d.star ? d.circuits : 2 * d.circuits),
    starJoint: d.star ? 'yes' : 'no',
    jumpers: 'short',
    exitClock: '3',
    overhang: (0.28 * polePitch + 22).toFixed(0),
    linerFound: '0.25',
    leadsFound: d.star ? '3 of 4 mm², U V W' : '6 of 4 mm², U1 to W2',
    sensorsFound: 'none',
    bore: d.bore.toFixed(1),
    coreLength: d.length.toFixed(1),
    backIron: backIron.toFixed(1),
    toothWidth: tooth.toFixed(2),
    slotArea: slotArea.toFixed(0),
    airGap: (0.25 + d.bore / 700).toFixed(2),
  };
}

interface DemoReel {
  readonly name: string;
  readonly bareDiameterMm: number;
  readonly grade: 1 | 2 | 3;
  readonly massKg: number;
  readonly strap?: Strap;
}
const strapReel = (name: string, strap: Strap, massKg: number): DemoReel => ({
  name,
  bareDiameterMm: roundOfStrapMm(strap),
  grade: 2,
  massKg,
  strap,
});

/** Wire on the reels of the made-up shop: the usual sizes, some of them nearly used up, and two straps for fields. */
export const DEMO_REELS: readonly DemoReel[] = [
  ...[0.5, 0.56, 0.63, 0.71, 0.75, 0.8, 0.85, 0.9, 0.95, 1.0, 1.06, 1.12, 1.18, 1.25, 1.32, 1.4].flatMap(
    (bareDiameterMm, i): DemoReel[] => [
      {
        name: `R${10 + i}`,
        bareDiameterMm,
        grade: 2,
        massKg: [18.4, 24.9, 9.6, 22.1, 3.2, 25][i % 6]!,
      },
      ...(i % 3 === 0
        ? [{ name: `R${10 + i}b`, bareDiameterMm, grade: 2 as const, massKg: [25, 6.8, 14.5][(i / 3) % 3]! }]
        : []),
    ],
  ),
  strapReel('S1', { thicknessMm: 1.6, widthMm: 5.6 }, 18.5),
  strapReel('S2', { thicknessMm: 3.15, widthMm: 10 }, 31),
];
