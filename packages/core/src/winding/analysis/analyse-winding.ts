/** The whole analysis of one winding: layout, connection, field, figures, judgement. */
import type { PhaseConnection } from '../../physics/electrical/index.ts';
import { connectionList, isTwoSpeed, type ConnectionList } from '../connection/index.ts';
import { spaceHarmonics, type SpaceHarmonic } from '../magnetic-field/index.ts';
import {
  finding,
  good,
  judgeOn,
  refused,
  type Finding,
  type LimitScale,
  type Outcome,
  type Verdict,
} from '../../language/quantity/index.ts';
import {
  buildLayout,
  phaseBalance,
  slowSpeed,
  type PhaseBalance,
  type WindingLayout,
} from '../layout/index.ts';
import type { FigureId, Figures } from './figure-ids.ts';
import { deriveFigures } from './figures.ts';
import { linePairs, type LinePairs } from './line-pairs.ts';
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

/** What changes with the speed; coils, copper and slots stay. */
export type SpeedAnalysis = Pick<WindingAnalysis, 'layout' | 'harmonics' | 'figures' | 'judged'>;

export interface WindingAnalysis {
  readonly winding: WindingData;
  readonly layout: WindingLayout;
  readonly balance: PhaseBalance;
  readonly connection: ConnectionList;
  readonly harmonics: readonly SpaceHarmonic[];
  readonly figures: Figures;
  readonly judged: Readonly<Partial<Record<FigureId, Judged>>>;
  /** Free ends, each with its sleeve: two a group wound in one go, or two a coil. */
  readonly coilEnds: number;
  /** The other speed of a winding with two speeds 2 : 1; null with one. */
  readonly slow: SpeedAnalysis | null;
  /** Readings at the leads; worked out when somebody asks. */
  readonly linePairs: LinePairs | null;
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
  const laid = buildLayout(winding);
  if (!laid.ok) return laid;
  const layout = laid.value;
  const connected = connectionList(layout, { ...winding, marks: winding.marks ?? settings.marks });
  if (!connected.ok) return connected;
  const balance = phaseBalance(layout);
  if (balance.phases.some((p) => !(p.magnitude > 1e-9)))
    return refused([
      finding(
        'stop',
        'winding.no-field',
        `${layout.slots} slots with ${layout.poles} poles, wound like this, make no field: a phase adds up to nothing, as with coils that span whole pole pairs.`,
        ['span', 'coils', 'poles'],
      ),
    ]);
  const at = (laidOut: WindingLayout, as: WindingData): SpeedAnalysis => {
    const figures = deriveFigures(laidOut, as, core, supply, settings, working);
    const T = laidOut.meanTurns ?? as.turnsPerCoil;
    return {
      layout: laidOut,
      figures,
      judged: judgeFigures(figures, supply),
      harmonics: spaceHarmonics(laidOut, T, as.circuits, settings.highestHarmonic),
    };
  };
  const whole = at(layout, winding);
  let pairs: LinePairs | null | undefined;
  return good({
    winding,
    balance,
    connection: connected.value,
    ...whole,
    get linePairs() {
      return (pairs ??= linePairs(
        layout,
        connected.value,
        whole.figures,
        layout.meanTurns ?? winding.turnsPerCoil,
      ));
    },
    slow: slowOf(layout, winding, connected.value, at),
    coilEnds: 2 * (winding.woundIn === 'singles' ? layout.coils.length : layout.groups.length),
    findings: [
      ...balanceFindings(layout, balance, winding.connection),
      ...spanFindings(layout, isTwoSpeed(connected.value.scheme)),
    ],
  });
}

function slowOf(
  layout: WindingLayout,
  winding: WindingData,
  connection: ConnectionList,
  at: (layout: WindingLayout, as: WindingData) => SpeedAnalysis,
): SpeedAnalysis | null {
  if (!isTwoSpeed(connection.scheme)) return null;
  const slow = connection.hookups.find((h) => h.poles > layout.poles)!;
  return at(slowSpeed(layout).layout, {
    ...winding,
    poles: slow.poles,
    circuits: slow.circuits,
    connection: slow.connection,
  });
}

function checkCounts(winding: WindingData): Finding[] {
  const found: Finding[] = [];
  const uneven = winding.kind === 'coils' || (winding.turnPatterns?.length ?? 0) > 0;
  if (!uneven && !(Number.isInteger(winding.turnsPerCoil) && winding.turnsPerCoil >= 1))
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

function balanceFindings(
  layout: WindingLayout,
  balance: PhaseBalance,
  connection: PhaseConnection,
): Finding[] {
  const { negativeSequence, zeroSequence } = balance;
  if (Math.max(negativeSequence, zeroSequence) < 1e-9) return [];
  const percent = (share: number) => `${(100 * share).toFixed(2)} %`;
  const sizes = balance.phases
    .map((p) => `${p.phase} ${p.coils} coils, ${p.magnitude.toFixed(2)} at ${p.angleDeg.toFixed(1)}°`)
    .join('; ');
  const round =
    zeroSequence < 1e-9
      ? ''
      : connection === 'delta'
        ? ' In delta the zero sequence drives a current round the three phases.'
        : ' In star the zero sequence drives no current; in delta it would, round the three phases.';
  return [
    finding(
      'watch',
      'winding.not-exactly-balanced',
      `${layout.kind === 'coils' ? 'These coils are' : `${layout.slots} slots with ${layout.poles} poles, wound like this, are`} not exactly balanced; the grouping leaves ${percent(negativeSequence)} negative and ${percent(zeroSequence)} zero sequence.`,
      ['slots', 'poles'],
      `${sizes}.${round}`,
    ),
  ];
}

function spanFindings(layout: WindingLayout, twoSpeed: boolean): Finding[] {
  if (layout.layersFound !== 'two' || layout.kind === 'coils') return [];
  const pitch = layout.meanPitch;
  const share = pitch / layout.polePitch;
  const said = Number.isInteger(pitch)
    ? `The span 1-${pitch + 1}`
    : `The mean span of ${pitch.toFixed(1)} slots`;
  if (share > 1 + 1e-9)
    return [
      finding(
        'note',
        'winding.span-over-pole-pitch',
        `${said} is longer than the pole pitch of ${layout.polePitch.toFixed(2)} slots: it works, with more copper in the ends.`,
        ['span'],
      ),
    ];
  // Consequent poles and two speeds are wound near the pitch of the other field.
  if (share < 0.62 && layout.grouping !== 'consequent' && !twoSpeed)
    return [
      finding(
        'watch',
        'winding.span-very-short',
        `${said} covers only ${(100 * share).toFixed(0)} % of the pole pitch; near 1-${Math.max(2, Math.round(0.83 * layout.polePitch)) + 1} is usual. Count the span again.`,
        ['span', 'poles'],
        'Two-layer windings are usually short-pitched to 67 to 100 % (common practice, no source).',
      ),
    ];
  return [];
}
