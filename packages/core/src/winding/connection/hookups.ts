/** What is joined and what is fed at the terminals: for each voltage, each stage of a start, each speed. */
import type { PhaseConnection } from '../../physics/electrical/index.ts';
import { MARKS, SPEED_MARKS, type ConnectionSpec, type LeadScheme } from './connection-spec.ts';

export interface Hookup {
  readonly name: string;
  /** Leads on L1, L2, L3. */
  readonly lines: readonly [readonly string[], readonly string[], readonly string[]];
  /** Leads joined with one another and nothing else. */
  readonly joined: readonly (readonly string[])[];
  /** Leads left insulated, each by itself. */
  readonly open: readonly string[];
  readonly poles: number;
  readonly circuits: number;
  readonly connection: PhaseConnection;
  /** Line volts it is for, as a multiple of those on the plate. */
  readonly voltsRatio: number;
}

/**
 * Source: IEC 60034-8 and NEMA MG 1 part 2 (from memory); volts from keeping the volts of every coil, first principles.
 */
export function hookupsOf(spec: ConnectionSpec, scheme: LeadScheme, poles: number): Hookup[] {
  const m = MARKS[spec.marks ?? 'iec'];
  const speed = SPEED_MARKS[spec.marks ?? 'iec'];
  const { circuits, connection } = spec;
  const root3 = Math.sqrt(3);
  const lines = (at: (i: number) => string[]): Hookup['lines'] => [at(0), at(1), at(2)];
  const before = (i: number) => (i + 2) % 3;
  const make = (name: string, more: Partial<Hookup> & Pick<Hookup, 'lines'>): Hookup => ({
    name,
    joined: [],
    open: [],
    poles,
    circuits,
    connection,
    voltsRatio: 1,
    ...more,
  });
  const pairs = (a: readonly string[], b: readonly string[]) => a.map((x, i) => [x, b[i]!]);
  /** Volts of the plate are those of the card's connection; the other one takes √3 more or less. */
  const ratio = (star: boolean) => (star === (connection === 'star') ? 1 : star ? root3 : 1 / root3);
  switch (scheme) {
    case 'three':
      return [make(connection, { lines: lines((i) => [m.in1[i]!]) })];
    case 'six':
      return [
        make('delta', {
          lines: lines((i) => [m.in1[i]!, m.out1[before(i)]!]),
          connection: 'delta',
          voltsRatio: ratio(false),
        }),
        make('star', {
          lines: lines((i) => [m.in1[i]!]),
          joined: [[...m.out1]],
          connection: 'star',
          voltsRatio: ratio(true),
        }),
      ];
    case 'six-part-winding':
      return [
        make('start, first half', {
          lines: lines((i) => [m.in1[i]!]),
          open: [...m.in2],
          circuits: circuits / 2,
        }),
        make('run, both halves', { lines: lines((i) => [m.in1[i]!, m.in2[i]!]) }),
      ];
    case 'nine':
      return connection === 'star'
        ? [
            make('halves parallel, star', {
              lines: lines((i) => [m.in1[i]!, m.in2[i]!]),
              joined: [[...m.out1]],
            }),
            make('halves in series, star', {
              lines: lines((i) => [m.in1[i]!]),
              joined: pairs(m.out1, m.in2),
              circuits: circuits / 2,
              voltsRatio: 2,
            }),
          ]
        : [
            make('halves parallel, delta', {
              lines: lines((i) => [m.in1[i]!, m.in2[i]!, m.out1[before(i)]!]),
            }),
            make('halves in series, delta', {
              lines: lines((i) => [m.in1[i]!]),
              joined: pairs(m.out1, m.in2),
              circuits: circuits / 2,
              voltsRatio: 2,
            }),
          ];
    case 'twelve':
      return [
        make('halves parallel, delta', {
          lines: lines((i) => [m.in1[i]!, m.in2[i]!, m.out1[before(i)]!, m.out2[before(i)]!]),
          connection: 'delta',
          voltsRatio: ratio(false),
        }),
        make('halves parallel, star', {
          lines: lines((i) => [m.in1[i]!, m.in2[i]!]),
          joined: [[...m.out1, ...m.out2]],
          connection: 'star',
          voltsRatio: ratio(true),
        }),
        make('halves in series, delta', {
          lines: lines((i) => [m.in1[i]!, m.out2[before(i)]!]),
          joined: pairs(m.out1, m.in2),
          connection: 'delta',
          circuits: circuits / 2,
          voltsRatio: 2 * ratio(false),
        }),
        make('halves in series, star', {
          lines: lines((i) => [m.in1[i]!]),
          joined: [...pairs(m.out1, m.in2), [...m.out2]],
          connection: 'star',
          circuits: circuits / 2,
          voltsRatio: 2 * ratio(true),
        }),
      ];
    case 'constant-torque':
    case 'variable-torque':
    case 'constant-power': {
      const series = scheme !== 'constant-power';
      return [
        make(`slow, ${2 * poles} poles`, {
          lines: lines((i) => [speed.slow[i]!]),
          ...(series ? { open: [...speed.fast] } : { joined: [[...speed.fast]] }),
          poles: 2 * poles,
          circuits: series ? circuits / 2 : 2 * circuits,
          connection: scheme === 'constant-torque' ? 'delta' : 'star',
        }),
        make(`fast, ${poles} poles`, {
          lines: lines((i) => [speed.fast[i]!]),
          ...(series ? { joined: [[...speed.slow]] } : { open: [...speed.slow] }),
        }),
      ];
    }
  }
}
