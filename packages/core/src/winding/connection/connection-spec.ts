/** What a connection is asked for, and the ways in which leads are brought out. */

import type { PhaseConnection } from '../../physics/electrical/index.ts';

export type TerminalMarks = 'iec' | 'nema';

/**
 * How the leads come out and what they are for.
 *   three             one voltage, one speed
 *   six               both ends of every phase: star–delta start, or two voltages √3 apart
 *   six-part-winding  two halves a phase, each closed inside: the second half is switched on after the first
 *   nine              two halves a phase, series or parallel: two voltages 1 : 2
 *   twelve            the same with every end out: star–delta start at either voltage
 *   constant-torque, variable-torque, constant-power   two speeds 2 : 1 from one winding
 */
export type LeadScheme =
  | 'three'
  | 'six'
  | 'six-part-winding'
  | 'nine'
  | 'twelve'
  | 'constant-torque'
  | 'variable-torque'
  | 'constant-power';

export const LEAD_SCHEMES: Readonly<
  Record<LeadScheme, { readonly leads: number; readonly label: string; readonly sections: 1 | 2 }>
> = {
  three: { leads: 3, label: '3 leads', sections: 1 },
  six: { leads: 6, label: '6 leads, star–delta', sections: 1 },
  'six-part-winding': { leads: 6, label: '6 leads, part-winding start', sections: 2 },
  nine: { leads: 9, label: '9 leads, two voltages', sections: 2 },
  twelve: { leads: 12, label: '12 leads, two voltages', sections: 2 },
  'constant-torque': { leads: 6, label: '2 speeds, constant torque', sections: 2 },
  'variable-torque': { leads: 6, label: '2 speeds, variable torque', sections: 2 },
  'constant-power': { leads: 6, label: '2 speeds, constant power', sections: 2 },
};

export const isTwoSpeed = (scheme: LeadScheme) =>
  scheme === 'constant-torque' || scheme === 'variable-torque' || scheme === 'constant-power';

export interface ConnectionSpec {
  /** Parallel paths a phase as connected for the plate's volts; with two halves a phase these lie parallel. */
  readonly circuits: number;
  readonly connection: PhaseConnection;
  /** three when absent. */
  readonly leads?: LeadScheme;
  /** Circuits made of neighbouring groups, or of every n-th group; neighbours when absent. */
  readonly circuitsFrom?: 'neighbours' | 'skipping';
  /** short: neighbouring poles joined (finish to finish); long: poles of one polarity first, then the others. */
  readonly jumpers?: 'short' | 'long';
  readonly order?: 'jumpers-first' | 'leads-first';
  /** One star point, or one for each circuit. */
  readonly starPoints?: 'one' | 'each-circuit';
  readonly marks?: TerminalMarks;
}

type Mark = 'in1' | 'out1' | 'in2' | 'out2';
/**
 * Terminal marks by half and end, in the order U, V, W.
 * Source: IEC 60034-8 and NEMA MG 1 part 2, with their table of correspondence (T7 = U5, T10 = U6); from memory.
 */
export const MARKS: Readonly<
  Record<TerminalMarks, Readonly<Record<Mark, readonly [string, string, string]>>>
> = {
  iec: {
    in1: ['U1', 'V1', 'W1'],
    out1: ['U2', 'V2', 'W2'],
    in2: ['U5', 'V5', 'W5'],
    out2: ['U6', 'V6', 'W6'],
  },
  nema: {
    in1: ['T1', 'T2', 'T3'],
    out1: ['T4', 'T5', 'T6'],
    in2: ['T7', 'T8', 'T9'],
    out2: ['T10', 'T11', 'T12'],
  },
};

/**
 * Marks of two-speed leads: end of the series phase, and its middle.
 * Source: IEC 60034-8 (1U, 2U: the lower figure for the lower speed) and NEMA MG 1 part 2 (T1…T3, T4…T6); from memory.
 */
export const SPEED_MARKS: Readonly<
  Record<TerminalMarks, Readonly<Record<'slow' | 'fast', readonly [string, string, string]>>>
> = {
  iec: { slow: ['1U', '1V', '1W'], fast: ['2U', '2V', '2W'] },
  nema: { slow: ['T1', 'T2', 'T3'], fast: ['T4', 'T5', 'T6'] },
};
