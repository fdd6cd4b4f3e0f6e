/** The list of tests: what to enter, how it is judged, when it is due, and what can hurt. */
import type { WindingAnalysis } from '../analysis/index.ts';
import { BALANCE_FIELDS, doubtBalance, judgeBalance } from '../balance/index.ts';
import { readForm, sayTyped, type Field, type Typed } from '../fields/index.ts';
import { checkCureLog, CURE_FIELDS, doubtCure, judgeCure, type LogPoint } from '../heat/index.ts';
import { proposePoles, type Nameplate } from '../nameplate/index.ts';
import { doubtRun, judgeFullLoad, judgeNoLoad, RUN_FIELDS } from '../performance/index.ts';
import { finding, type Finding, type Judgement, type TestOutcome } from '../quantity/index.ts';
import { CORE_LOSS_FIELDS, judgeCoreLoss } from './core-loss.ts';
import { doubtInsulation, INSULATION_FIELDS, judgeInsulation } from './insulation-resistance.ts';
import { doubtPolarity, judgePolarity, POLARITY_FIELDS } from './polarity.ts';
import { judgeResistance, RESISTANCE_FIELDS } from './winding-resistance.ts';

export const STAGES = {
  incoming: 'as it came',
  bare: 'bare core',
  'before-varnish': 'before varnish',
  varnished: 'after varnish',
  final: 'final',
} as const;
export type Stage = keyof typeof STAGES;

export const TEST_KIND_IDS = [
  'insulation',
  'resistance',
  'core-loss',
  'polarity',
  'cure',
  'balance',
  'no-load',
  'full-load',
] as const;
export type TestKindId = (typeof TEST_KIND_IDS)[number];

/** What a test is judged against, beside its own readings. */
export interface TestContext {
  readonly plate: Nameplate;
  readonly analysis?: WindingAnalysis | null;
  readonly meanTurnMeasured?: boolean;
  readonly log?: readonly LogPoint[];
  /** Whether to look for what explains a walk that reads wrong; yes when absent. */
  readonly explain?: boolean;
}

export interface TestKind {
  readonly id: TestKindId;
  readonly title: string;
  readonly body: 'stator' | 'rotor' | 'motor';
  readonly fields: readonly Field[];
  readonly required: readonly string[];
  /** Filled in when left empty. */
  readonly defaults: Typed;
  readonly stages: readonly Stage[];
  readonly needsLog?: boolean;
  readonly caution?: { readonly name: string; readonly text: string };
  /** What cannot be so is asked about before it is kept. */
  readonly doubt?: (
    numbers: Readonly<Record<string, number>>,
    context: TestContext,
    /** As typed, without what is assumed. */
    typed: Typed,
  ) => readonly Finding[];
  readonly judge: (
    numbers: Readonly<Record<string, number>>,
    texts: Readonly<Record<string, string>>,
    context: TestContext & { readonly bounds: Bounds },
  ) => Judgement;
}

/** Figures of which an instrument only said that they are more, or less, than so much. */
export type Bounds = Readonly<Record<string, 'at-least' | 'at-most'>>;

const ROTATING = {
  name: 'Spinning shaft',
  text: 'Guard shut, loose sleeves off, key secured or taken out. Follow local rules for machine tests.',
};
const runContext = (c: TestContext) => ({
  ...(c.plate.currentA ? { currentA: c.plate.currentA } : {}),
  ...(c.plate.voltageV ? { voltageV: c.plate.voltageV } : {}),
  ...(polesOf(c) === null ? {} : { poles: polesOf(c)! }),
});
/** The card's poles, or those that the plate's speed and frequency point to. */
function polesOf({ analysis, plate }: TestContext): number | null {
  if (analysis) return analysis.winding.poles;
  if (!plate.speedRpm || !plate.frequencyHz) return null;
  return proposePoles(plate.speedRpm, plate.frequencyHz)?.poles ?? null;
}

export const TEST_KINDS: Readonly<Record<TestKindId, TestKind>> = {
  insulation: {
    id: 'insulation',
    title: 'Insulation resistance',
    body: 'stator',
    fields: INSULATION_FIELDS,
    required: ['testVoltage', 'oneMinute', 'temperature'],
    defaults: { windingKind: 'random', model: 'thermoset' },
    stages: ['incoming', 'before-varnish', 'varnished', 'final'],
    caution: {
      name: 'Stored charge',
      text: 'Barrier up, nobody touches the leads. Afterwards discharge and ground for at least four times the test time.',
    },
    doubt: doubtInsulation,
    judge: (n, t, c) => judgeInsulation(n, t, c.plate, c.bounds),
  },
  resistance: {
    id: 'resistance',
    title: 'Winding resistance',
    body: 'stator',
    fields: RESISTANCE_FIELDS,
    required: ['uv', 'vw', 'wu', 'temperature'],
    defaults: {},
    stages: ['incoming', 'before-varnish', 'varnished', 'final'],
    judge: (n, t, c) => {
      const planned = c.analysis?.linePairs ?? null;
      return judgeResistance(n, t, {
        ...(c.analysis ? { connection: c.analysis.winding.connection } : {}),
        ...(planned ? { planned } : {}),
        meanTurnMeasured: c.meanTurnMeasured ?? false,
      });
    },
  },
  'core-loss': {
    id: 'core-loss',
    title: 'Core loss',
    body: 'stator',
    fields: CORE_LOSS_FIELDS,
    required: ['before', 'after'],
    defaults: {},
    stages: ['bare'],
    caution: {
      name: 'Loop test',
      text: 'The loop carries mains current and a core can heat within minutes: insulate the loop, keep hands off, stay beside it.',
    },
    judge: judgeCoreLoss,
  },
  polarity: {
    id: 'polarity',
    title: 'Polarity walk',
    body: 'stator',
    fields: POLARITY_FIELDS,
    required: ['sequence'],
    defaults: {},
    stages: ['before-varnish'],
    doubt: (_n, _c, typed) => doubtPolarity(typed),
    judge: (n, t, c) => judgePolarity(n, t, c.analysis ?? null, c.explain ?? true),
  },
  cure: {
    id: 'cure',
    title: 'Cure log',
    body: 'stator',
    fields: CURE_FIELDS,
    required: ['target', 'minutes'],
    defaults: { tolerance: '5' },
    stages: ['varnished'],
    needsLog: true,
    caution: {
      name: 'Hot part, vapour',
      text: 'Fan on, no flame. Far too hot for gloves when it comes out: wait until the part is below 60 °C (common practice).',
    },
    doubt: (_n, _c, typed) => doubtCure(typed),
    judge: (n, t, c) => judgeCure(n, t, c.log ? { log: c.log } : {}),
  },
  balance: {
    id: 'balance',
    title: 'Rotor balance',
    body: 'rotor',
    fields: BALANCE_FIELDS,
    required: ['mass', 'speed', 'plane1'],
    defaults: { grade: '2.5' },
    doubt: (n, c) => doubtBalance(n, c.plate),
    stages: ['final'],
    caution: ROTATING,
    judge: judgeBalance,
  },
  'no-load': {
    id: 'no-load',
    title: 'No-load run',
    body: 'motor',
    fields: RUN_FIELDS,
    required: ['voltage', 'u', 'v', 'w'],
    defaults: {},
    stages: ['final'],
    caution: ROTATING,
    doubt: doubtRun,
    judge: (n, t, c) => judgeNoLoad(n, t, runContext(c)),
  },
  'full-load': {
    id: 'full-load',
    title: 'Full-load run',
    body: 'motor',
    fields: RUN_FIELDS,
    required: ['voltage', 'u', 'v', 'w'],
    defaults: {},
    stages: ['final'],
    caution: ROTATING,
    doubt: doubtRun,
    judge: (n, t, c) => judgeFullLoad(n, t, runContext(c)),
  },
};

interface ReadTest {
  readonly numbers: Readonly<Record<string, number>>;
  readonly texts: Readonly<Record<string, string>>;
  readonly bounds: Bounds;
  readonly findings: readonly Finding[];
  /** What was not typed and is taken all the same, in words. */
  readonly assumed: readonly string[];
}

/** Reads one test as typed, without judging it. Every wrong or missing field is named: `stop` findings refuse it. */
export function readTest(
  kindId: TestKindId,
  typed: Typed,
  log: readonly LogPoint[] | undefined,
  context: TestContext = { plate: {} },
): ReadTest {
  const kind = TEST_KINDS[kindId];
  const entered = Object.fromEntries(Object.entries(typed).filter(([, value]) => value.trim()));
  const filled: Record<string, string> = { ...kind.defaults, ...entered };
  const { numbers, texts, bounds, findings } = readForm(kind.fields, filled);
  const found: Finding[] = [...findings];
  const label = (id: string) => kind.fields.find((f) => f.id === id)!.label;
  for (const id of kind.required)
    if (!filled[id]?.trim())
      found.push(finding('stop', 'test.field-missing', `${label(id)} is missing.`, [id]));
  if (kind.needsLog) found.push(...checkCureLog(log ?? []));
  found.push(...(kind.doubt?.(numbers, context, entered) ?? []));
  const assumed = Object.entries(kind.defaults)
    .filter(([id]) => entered[id] === undefined)
    .map(([id, value]) => {
      const field = kind.fields.find((f) => f.id === id)!;
      return `${field.label.toLowerCase()} ${sayTyped(field, value)}`;
    });
  return { numbers, texts, bounds, findings: found, assumed };
}

/** Reads and judges one test as typed; nothing throws for what was typed, and what is assumed is said. */
export function judgeTest(kindId: TestKindId, typed: Typed, context: TestContext): TestOutcome {
  const { numbers, texts, bounds, findings, assumed } = readTest(kindId, typed, context.log, context);
  if (findings.some((f) => f.severity === 'stop')) return { ok: false, findings };
  const judgement = TEST_KINDS[kindId].judge(numbers, texts, { ...context, bounds });
  return { ok: true, judgement: { ...judgement, assumed }, findings };
}
