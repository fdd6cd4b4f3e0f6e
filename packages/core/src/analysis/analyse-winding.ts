/** The whole reckoning of one winding: layout, connection, field, figures, judgement. */
import { connectionList, validCircuits, type ConnectionList } from '../connection/index.ts';
import { spaceHarmonics, type SpaceHarmonic } from '../field/index.ts';
import {
  finding,
  good,
  judgeOn,
  refused,
  type Finding,
  type LimitScale,
  type Outcome,
  type Verdict,
} from '../quantity/index.ts';
import { layOutLap, phaseBalance, type LapLayout, type PhaseBalance } from '../winding/index.ts';
import type { FigureId, Figures } from './figure-ids.ts';
import { deriveFigures } from './figures.ts';
import {
  BACK_IRON_DENSITY,
  currentDensityScale,
  GAP_DENSITY,
  SLOT_FILL,
  TOOTH_DENSITY,
} from './usual-ranges.ts';
import {
  DEFAULT_SETTINGS,
  type AnalysisSettings,
  type CoreSize,
  type Supply,
  type WindingData,
} from './winding-data.ts';

export interface Judged {
  readonly scale: LimitScale;
  readonly verdict: Verdict;
}

export interface WindingAnalysis {
  readonly winding: WindingData;
  readonly layout: LapLayout;
  readonly balance: PhaseBalance;
  readonly connection: ConnectionList;
  readonly harmonics: readonly SpaceHarmonic[];
  readonly figures: Figures;
  readonly judged: Readonly<Partial<Record<FigureId, Judged>>>;
  /** 2 × coils. */
  readonly coilEnds: number;
  readonly findings: readonly Finding[];
}

export interface AnalysisInput {
  readonly winding: WindingData;
  readonly core: CoreSize;
  readonly supply: Supply;
  readonly settings?: Partial<AnalysisSettings>;
}

/**
 * @param working false leaves every derivation out, for searches over many windings
 * @returns refused with every reason when it cannot be wound; doubtful figures come back as findings beside the result
 */
export function analyseWinding(input: AnalysisInput, working = true): Outcome<WindingAnalysis> {
  const { winding, core, supply } = input;
  const settings = { ...DEFAULT_SETTINGS, ...input.settings };
  const countFindings = checkCounts(winding);
  if (countFindings.length > 0) return refused(countFindings);
  const laid = layOutLap(winding);
  if (!laid.ok) return laid;
  const layout = laid.value;
  const connected = connectionList(layout, winding.circuits, winding.connection, settings.marks);
  if (!connected.ok) return connected;
  const figures = deriveFigures(layout, winding, core, supply, settings, working);
  const judged = judgeFigures(figures, supply);
  const balance = phaseBalance(layout);
  return good({
    winding,
    layout,
    balance,
    connection: connected.value,
    harmonics: spaceHarmonics(layout, winding.turnsPerCoil, winding.circuits),
    figures,
    judged,
    coilEnds: 2 * layout.coils.length,
    findings: [...balanceFindings(layout, balance), ...spanFindings(layout)],
  });
}

/** Circuits that this winding could have. Separate, because it is asked far less often than the analysis. */
export function circuitsThatWork(winding: Pick<WindingData, 'slots' | 'poles' | 'pitch'>): number[] {
  const laid = layOutLap(winding);
  return laid.ok ? validCircuits(laid.value) : [];
}

function checkCounts(winding: WindingData): Finding[] {
  const found: Finding[] = [];
  if (!(Number.isInteger(winding.turnsPerCoil) && winding.turnsPerCoil >= 1))
    found.push(
      finding('stop', 'winding.turns-not-whole', 'Turns in a coil are counted: 1 or more.', ['turns']),
    );
  if (winding.wires.length === 0)
    found.push(
      finding('stop', 'winding.no-wire', 'At least one wire in hand is needed, such as 2x0.95.', ['wires']),
    );
  return found;
}

function judgeFigures(figures: Figures, supply: Supply): Partial<Record<FigureId, Judged>> {
  const scales: Partial<Record<FigureId, LimitScale>> = {
    gapDensity: GAP_DENSITY,
    toothDensity: TOOTH_DENSITY,
    backIronDensity: BACK_IRON_DENSITY,
    currentDensity: currentDensityScale(supply.cooling),
    slotFillEnamelled: SLOT_FILL,
  };
  const judged: Partial<Record<FigureId, Judged>> = {};
  for (const [id, scale] of Object.entries(scales) as [FigureId, LimitScale][]) {
    const figure = figures[id];
    if (figure) judged[id] = { scale, verdict: judgeOn(scale, figure.value) };
  }
  return judged;
}

function balanceFindings(layout: LapLayout, balance: PhaseBalance): Finding[] {
  if (balance.negativeSequence < 1e-9) return [];
  const sizes = balance.phases
    .map((p) => `${p.phase} ${p.coils} coils, ${p.magnitude.toFixed(2)} at ${p.angleDeg.toFixed(1)}°`)
    .join('; ');
  return [
    finding(
      'watch',
      'winding.not-exactly-balanced',
      `${layout.slots} slots with ${layout.poles} poles cannot be exactly balanced; this grouping leaves ${(100 * balance.negativeSequence).toFixed(2)} % negative sequence.`,
      ['slots', 'poles'],
      sizes,
    ),
  ];
}

function spanFindings(layout: LapLayout): Finding[] {
  const share = layout.pitch / layout.polePitch;
  if (share > 1 + 1e-9)
    return [
      finding(
        'note',
        'winding.span-over-pole-pitch',
        `The span 1-${layout.pitch + 1} is longer than the pole pitch of ${layout.polePitch.toFixed(2)} slots: it works, with more copper in the ends.`,
        ['span'],
      ),
    ];
  if (share < 0.62)
    return [
      finding(
        'watch',
        'winding.span-very-short',
        `The span 1-${layout.pitch + 1} covers only ${(100 * share).toFixed(0)} % of the pole pitch; near 1-${Math.max(2, Math.round(0.83 * layout.polePitch)) + 1} is usual. Count the span again.`,
        ['span', 'poles'],
        'Two-layer windings are usually short-pitched to 67 to 100 % (common practice, no source).',
      ),
    ];
  return [];
}
