/**
 * A kind of test as one definition: what to enter, how it is judged, when it is due, and what can hurt.
 * Source: each kind names the sources of its limits; nothing is computed here.
 */
import {
  readForm,
  sayTyped,
  type BoundsOf,
  type Field,
  type Form,
  type ReadingOf,
  type Typed,
} from '../language/forms/index.ts';
import { checkLog, type LogPoint } from '../physics/heat/index.ts';
import type { Criteria } from './criteria/index.ts';
import type { Plan } from '../winding/machine/index.ts';
import type { Nameplate } from '../winding/nameplate/index.ts';
import {
  finding,
  type Figure,
  type Finding,
  type Judgement,
  type LimitScale,
  type TestOutcome,
} from '../language/quantity/index.ts';
import type { SurgeWaves } from '../physics/surge/index.ts';
import type { Caution } from '../language/safety/index.ts';
import type { Chart } from './chart.ts';
import { nameStops } from './name-stops.ts';
import type { Stage } from './stages.ts';

/** What a test is judged against, beside its own readings. */
export interface TestContext {
  readonly plate: Nameplate;
  /** The winding that is to be there. */
  readonly plan?: Plan | null;
  /** The limits in force; common practice when absent. */
  readonly criteria?: Criteria;
  readonly log?: readonly LogPoint[];
  /** Recorded beside the reading; its curves are drawn from them. */
  readonly waves?: SurgeWaves;
  /** Whether to look for what explains a walk that reads wrong; yes when absent. */
  readonly explain?: boolean;
}

/** How what measures is connected, to be drawn before there is a reading. */
export interface HookUp {
  readonly instrument: string;
  readonly clips: readonly {
    readonly name: string;
    /** What it goes to: leads, the frame, a bearing. */
    readonly to: readonly string[];
    /** It can kill. */
    readonly live?: true;
  }[];
  readonly words: string;
}

/** What one kind of test defines, in the types of its own form. */
export interface TestModule<Id extends string, F extends Form> {
  readonly id: Id;
  readonly title: string;
  readonly body: 'stator' | 'rotor' | 'motor';
  readonly form: F;
  readonly stages: readonly Stage[];
  readonly needsLog?: true;
  /** Recorded waves may fill its fields. */
  readonly takesWaves?: true;
  /** No published route asks for it; a shop's own may. */
  readonly leftToShop?: true;
  /** A list of the shop that fills what is wanted of it, and the fields that it fills. */
  readonly takesFrom?: { readonly list: 'treatments'; readonly fields: readonly string[] };
  readonly caution?: Caution;
  readonly hookUp: HookUp;
  /** Figures that follow from other fields, where they were not typed themselves. */
  readonly derives?: (reading: Partial<ReadingOf<F>>) => Readonly<Record<string, number | undefined>>;
  /**
   * What cannot be so is asked about before it is kept.
   * @param typed without what is assumed
   */
  readonly check?: (reading: Partial<ReadingOf<F>>, context: TestContext, typed: Typed) => readonly Finding[];
  readonly judge: (
    reading: ReadingOf<F>,
    context: TestContext & { readonly bounds: BoundsOf<F> },
  ) => Judgement;
  /** Its curves, where it has any. */
  readonly charts?: (reading: ReadingOf<F>, context: TestContext) => readonly Chart[];
  /** A reading to draw the scales by before there is one; null where plate and plan do not say enough. */
  readonly nominal?: (context: TestContext) => NominalReading | null;
  /** What the reading should be by the plan, in words; null where there is nothing to compare with. */
  readonly expected?: (context: TestContext) => string | null;
  /** A reading that is sound and one that stops, with the context they need: the registry's own check tries both. */
  readonly examples: { readonly sound: TestExample; readonly stop: TestExample };
}

export interface NominalReading {
  readonly typed: Typed;
  /** A faultless motor would read this; else only the limits are meant, and its figures are nobody's. */
  readonly expected: boolean;
}

/** A scale before there is a reading, with what is expected on it where that is known. */
export interface ScaleAhead {
  readonly figure: Pick<Figure, 'id' | 'name' | 'unit'>;
  readonly scale: LimitScale;
  readonly expected: number | null;
}

export interface TestExample {
  readonly typed: Typed;
  readonly plate?: Nameplate;
  readonly log?: readonly LogPoint[];
  /** Kind of machine and card it is judged against, where the test compares with a plan; without a line the kind's own example. */
  readonly winding?: { readonly machine: string; readonly line?: string };
}

/** The same for everybody else: fields to draw, and a function that judges what was typed. */
export interface TestKind<Id extends string = string> extends Omit<
  TestModule<Id, Form>,
  'form' | 'check' | 'judge' | 'nominal' | 'charts' | 'derives'
> {
  readonly fields: readonly Field[];
  /** Reads what was typed, without judging it. Every wrong or missing field is named: `stop` findings refuse it. */
  readonly read: (
    typed: Typed,
    context: TestContext,
  ) => { readonly values: Readonly<Record<string, number | string>>; readonly findings: readonly Finding[] };
  /** The scales that the reading will be judged on, before there is one. */
  readonly scalesAhead: (context: TestContext) => readonly ScaleAhead[];
  /** Curves of a reading that could be judged; none where it has none. */
  readonly chartsOf: (typed: Typed, context: TestContext) => readonly Chart[];
  /** Reads and judges; nothing throws for what was typed, and what is assumed is said. */
  readonly evaluate: (typed: Typed, context: TestContext) => TestOutcome;
}

export function defineTest<const Id extends string, const F extends Form>(
  module: TestModule<Id, F>,
): TestKind<Id> {
  const { form, check, judge, nominal, charts, derives, ...rest } = module;
  const read = (typed: Typed, context: TestContext) => {
    const entered = Object.fromEntries(Object.entries(typed).filter(([, value]) => value.trim()));
    const { reading, bounds, findings, assumed } = readWhole(form, entered, derives as Deriving | undefined);
    if (module.needsLog) findings.push(...checkLog(context.log ?? []));
    findings.push(...(check?.(reading as Partial<ReadingOf<F>>, context, entered) ?? []));
    return { reading: reading as ReadingOf<F>, bounds: bounds as BoundsOf<F>, findings, assumed };
  };
  const evaluate = (typed: Typed, context: TestContext): TestOutcome => {
    const { reading, bounds, findings, assumed } = read(typed, context);
    if (findings.some((f) => f.severity === 'stop')) return { ok: false, findings };
    return {
      ok: true,
      judgement: { ...nameStops(judge(reading, { ...context, bounds })), assumed },
      findings,
    };
  };
  return {
    ...rest,
    fields: form,
    scalesAhead: (context) => {
      const ahead = nominal?.(context);
      const outcome = ahead ? evaluate(ahead.typed, context) : null;
      if (!ahead || !outcome?.ok) return [];
      return outcome.judgement.figures.flatMap(({ figure: { id, name, unit, value }, scale }) =>
        scale ? [{ figure: { id, name, unit }, scale, expected: ahead.expected ? value : null }] : [],
      );
    },
    read: (typed, context) => {
      const { reading, findings } = read(typed, context);
      return { values: reading, findings };
    },
    chartsOf: (typed, context) => {
      const { reading, findings } = read(typed, context);
      return findings.some((f) => f.severity === 'stop') ? [] : (charts?.(reading, context) ?? []);
    },
    evaluate,
  };
}

type Deriving = (reading: object) => Readonly<Record<string, number | undefined>>;

/** A form with its defaults in place of what was not typed, which is said in words; and with what follows from the rest. */
function readWhole(form: Form, entered: Typed, derives: Deriving | undefined) {
  const defaults = form.filter((f) => f.default !== undefined && entered[f.id] === undefined);
  const filled = { ...entered, ...Object.fromEntries(defaults.map((f) => [f.id, f.default!])) };
  const { numbers, texts, bounds, findings } = readForm(form, filled);
  const follows = Object.fromEntries(
    Object.entries(derives?.({ ...numbers, ...texts }) ?? {}).filter(
      ([id, value]) => value !== undefined && filled[id] === undefined,
    ),
  );
  const missing = form
    .filter((f) => f.required && filled[f.id] === undefined && follows[f.id] === undefined)
    .map((f) => finding('stop', 'test.field-missing', `${f.label} is missing.`, [f.id]));
  return {
    reading: { ...follows, ...numbers, ...texts },
    bounds,
    findings: [...findings, ...missing],
    assumed: defaults.map((f) => `${f.label.toLowerCase()} ${sayTyped(f, f.default!)}`),
  };
}
