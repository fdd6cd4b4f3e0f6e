/** The batch of the practice shop: what its stand-in line makes, and what is wrong with it. Source: none, all of it is made up. */
import { SERIES_LINES } from './lines/index.ts';
import { PracticeLine, type PracticeFault, type PracticeSettings } from './practice-line.ts';

const FAULTS: readonly PracticeFault[] = [
  { kind: 'lot', station: 'wind', what: 'wire', lot: 'R17', from: 1 },
  { kind: 'lot', station: 'wind', what: 'wire', lot: 'R30', from: 74 },
  // A reel with thicker enamel: its joints run hotter and hotter.
  { kind: 'lot', station: 'wind', what: 'wire', lot: 'R31', from: 147 },
  { kind: 'drift', figure: 'fuse.joint', amount: 1.05, from: 147 },
  { kind: 'lot', station: 'magnets', what: 'magnet', lot: 'M14', from: 1 },
  // A lot of weaker magnets, within the limits still.
  {
    kind: 'lot',
    station: 'magnets',
    what: 'magnet',
    lot: 'M15',
    from: 118,
    figure: 'magnetise.emf',
    amount: -0.38,
  },
  { kind: 'rework', figure: 'wind.coil', unit: 33 },
  { kind: 'rework', figure: 'terminals.depth', unit: 61 },
  { kind: 'rework', figure: 'wind.coil', unit: 90 },
  { kind: 'rework', figure: 'test.surge', unit: 48 },
  { kind: 'rework', figure: 'test.surge', unit: 103 },
  { kind: 'rework', figure: 'shaft.run-out', unit: 132 },
  { kind: 'rework', figure: 'mill.left', unit: 20 },
  { kind: 'rework', figure: 'mill.left', unit: 57 },
  { kind: 'rework', figure: 'mill.left', unit: 112 },
  { kind: 'rework', figure: 'final.no-load', unit: 71 },
  { kind: 'gap', figure: 'bond.peak', unit: 95 },
];

export const PRACTICE_BATCH: PracticeSettings = {
  line: SERIES_LINES['drive-motor']!,
  planned: 240,
  seed: 43,
  hands: {
    stack: 'Jon Rie',
    wind: 'Asta Velle',
    fuse: 'Asta Velle',
    test: 'Per Marsk',
    magnets: 'Olav Tindal',
    meet: 'Olav Tindal',
    final: 'Per Marsk',
  },
  faults: FAULTS,
};
/** A unit begins every so often [ms]. */
export const PRACTICE_CYCLE_MS = 140_000;
/** Cycles made before the demo is opened: the drift stands where something can still be done. */
export const PRACTICE_CYCLES = 172;

/** The line after so many cycles, the last of them at `now`. */
export function practiceLineAt(cycles: number, now: number): PracticeLine {
  const line = new PracticeLine(PRACTICE_BATCH);
  for (let i = 1; i <= cycles; i++) line.tick(new Date(now - (cycles - i) * PRACTICE_CYCLE_MS));
  return line;
}
