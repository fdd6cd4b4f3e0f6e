/** Makes plausible windings for the made-up shop: turns and iron from a wanted flux density, wire from a wanted current density. */
import { PREFERRED_DIAMETERS_MM, enamelledDiameterMm } from '@norther/core';

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
    bore: d.bore.toFixed(1),
    coreLength: d.length.toFixed(1),
    backIron: backIron.toFixed(1),
    toothWidth: tooth.toFixed(2),
    slotArea: slotArea.toFixed(0),
  };
}
