/** Materials and allowances of slot insulation and leads, by thermal class, volts and current. All common practice. */

export type InsulationClass = 'A' | 'E' | 'B' | 'F' | 'H';

/**
 * Slot insulation by thermal class and volts. Source: common practice, no published source; classes IEC 60085.
 */
export function materialFor(
  insulationClass: InsulationClass,
  volts: number,
): { readonly liner: string; readonly linerMm: number; readonly wedge: string; readonly sleeving: string } {
  const linerMm = volts <= 250 ? 0.2 : volts <= 500 ? 0.3 : volts <= 690 ? 0.35 : 0.45;
  switch (insulationClass) {
    case 'H':
      return {
        liner: 'aramid paper',
        linerMm,
        wedge: 'glass laminate, class H',
        sleeving: 'glass, silicone',
      };
    case 'F':
      return {
        liner: 'polyester film between aramid paper',
        linerMm,
        wedge: 'glass laminate',
        sleeving: 'glass, acrylic',
      };
    default:
      return {
        liner: 'polyester film between polyester fleece',
        linerMm,
        wedge: 'glass laminate or fleece laminate',
        sleeving: 'glass, polyurethane',
      };
  }
}

/** Creepage beyond the core and length of the cuff, by volts [mm]. Source: common practice, no published source. */
export const beyondCore = (volts: number) =>
  volts <= 250 ? { out: 5, cuff: 5 } : volts <= 690 ? { out: 8, cuff: 8 } : { out: 12, cuff: 10 };

/** Cross-sections of lead cable [mm²]. Source: IEC 60228, nominal cross-sections. */
const CABLES = [0.75, 1, 1.5, 2.5, 4, 6, 10, 16, 25, 35, 50, 70, 95, 120, 150, 185, 240] as const;

/** Smallest lead cable for a current [mm²]. Source: IEC 60228 sections; densities common practice, no published source. */
export const cableFor = (amperes: number): number =>
  CABLES.find((area) => amperes / area <= cableDensity(area)) ?? CABLES[CABLES.length - 1]!;

/** Current density a motor lead of that section bears [A/mm²]. Source: common practice, no published source. */
const cableDensity = (areaMm2: number) => (areaMm2 <= 2.5 ? 9 : areaMm2 <= 10 ? 7 : areaMm2 <= 35 ? 5.5 : 4);
