/** A three-phase winding's analysis as the plan that kind-free code asks. */
import type { FigureId, WindingAnalysis } from '../../winding/analysis/index.ts';
import { expectedWalk, judgeWalk, planKey, walkFeed } from '../../winding/connection/index.ts';
import { showShort } from '../../language/units/index.ts';
import { showSize } from '../../winding/wire/index.ts';
import type { Plan } from '../../winding/machine/index.ts';
import type { DataCard } from './data-card.ts';

export const THREE_PHASE_ID = 'three-phase';

export interface ThreePhasePlan extends Plan {
  /** Id of the kind: other machines have such a stator as well. */
  readonly machine: string;
  readonly analysis: WindingAnalysis;
}

export function threePhasePlan(analysis: WindingAnalysis, card: DataCard): ThreePhasePlan {
  const { layout, connection } = analysis;
  return {
    machine: THREE_PHASE_ID,
    analysis,
    slots: layout.slots,
    poles: layout.poles,
    get coils() {
      return layout.coils.map((c) => ({ number: c.number, slots: [c.topSlot, c.bottomSlot] as const }));
    },
    get key() {
      return planKey(layout);
    },
    groups: layout.groups,
    joints: connection.joints,
    copperKg: analysis.figures.copperMass?.value ?? null,
    gapDensityT: analysis.figures.gapDensity?.value ?? null,
    meanTurnMeasured: card.meanTurn !== undefined,
    get linePairs() {
      return analysis.linePairs;
    },
    walk: {
      get words() {
        return walkFeed(connection, 'all').words;
      },
      get expected() {
        return expectedWalk(layout, connection, 'all');
      },
      judge: (readings, explain) => judgeWalk(layout, connection, 'all', readings, explain),
    },
    get lines() {
      return linesOf(analysis);
    },
  };
}

/** Spans as a winder says them; of coils wound one by one the shortest and the longest. */
function spansOf({ coils }: WindingAnalysis['layout']): string {
  const pitches = [...new Set(coils.map((c) => c.pitch))].sort((a, b) => b - a);
  if (pitches.length <= 4) return pitches.map((p) => `1-${p + 1}`).join(', ');
  return `1-${pitches.at(-1)! + 1} to 1-${pitches[0]! + 1}`;
}

function turnsOf({ layout, winding }: WindingAnalysis): string {
  const mean = layout.meanTurns ?? winding.turnsPerCoil;
  const turns = [...new Set(layout.coils.map((c) => Math.round(c.turnShare * mean)))].sort((a, b) => a - b);
  if (turns.length === 1) return String(turns[0]);
  return turns.length <= 4 ? turns.join(', ') : `${turns[0]} to ${turns.at(-1)}`;
}

const TOLD: readonly FigureId[] = [
  'windingFactor',
  'gapDensity',
  'toothDensity',
  'currentDensity',
  'lineResistance25',
  'copperMass',
];

function linesOf(analysis: WindingAnalysis): (readonly [string, string])[] {
  const { winding: w, layout, connection, figures } = analysis;
  return [
    ['Slots, poles', `${w.slots} slots, ${w.poles} poles`],
    ['Coil span', spansOf(layout)],
    ['Turns in a coil', turnsOf(analysis)],
    ['Wires in hand', w.wires.map((s) => `${s.count}x${showSize(s)} mm`).join(' + ')],
    ['Circuits', `${w.circuits} ${w.connection === 'star' ? 'Y' : 'Δ'}`],
    ['Free ends', `${analysis.coilEnds}, ${connection.endsPerLead} on a lead`],
    ...Object.values(figures)
      .filter((f) => TOLD.some((id) => id === f.id))
      .map((f) => [f.name, `${showShort(f.value)} ${f.unit}`] as const),
  ];
}

/** The three-phase stator winding of a plan; null where there is none. */
export const analysisOf = (plan: Plan | null | undefined): WindingAnalysis | null =>
  plan && 'analysis' in plan ? (plan as ThreePhasePlan).analysis : null;
