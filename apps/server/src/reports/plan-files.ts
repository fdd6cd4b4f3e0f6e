/** The plan of a motor's winding as files: drawings, lists, shapes to cut, and the winding record itself. */
import {
  asThreePhase,
  CORE_VERSION,
  type CheckedCard,
  type CutList,
  type MachineKind,
  type Plan,
} from '@norther/core';
import { boreDrawing, girthDrawing, jointDrawing, sceneToSvg } from '@norther/drawings';
import {
  stockOf,
  WINDING_FORMAT,
  WINDING_FORMAT_VERSION,
  type ReelRecord,
  type WindingDocument,
} from '@norther/records';
import { badInput, Problem } from '../http/problem.ts';
import { judgeMotor, type JudgedMotor, type MotorRows } from '../motors/motor-file.ts';
import { connectionPdf } from './connection-pdf.ts';
import { cutDxf } from './cut-dxf.ts';
import { cutSheetPdf } from './cut-sheet-pdf.ts';
import type { IssueOptions } from './pdf-sheet.ts';
import { coilCsv, connectionCsv, cutCsv } from './plan-csv.ts';

export type Issue = IssueOptions;

export interface PlanQuestion {
  readonly rows: MotorRows;
  readonly reels: readonly ReelRecord[];
  /** as-found, proposed or as-wound; without one what is to be made. */
  readonly role: string | undefined;
  readonly issue: Issue;
}

/** Of a motor of any kind. */
interface AnyPlan extends PlanQuestion {
  readonly judged: JudgedMotor;
  readonly checked: CheckedCard;
  readonly plan: Plan;
  readonly line: string;
}
type Content = string | Buffer;
interface PlanFileKind {
  readonly type: string;
  /** Opened in the browser rather than saved. */
  readonly inline?: true;
  readonly make: (plan: AnyPlan) => Content | Promise<Content>;
}

const CSV = 'text/csv; charset=utf-8';
const SVG = { type: 'image/svg+xml', inline: true } as const;
const PDF = { type: 'application/pdf', inline: true } as const;

const noSuchFile = ({ judged }: AnyPlan) =>
  new Problem(404, `There is no such file of a ${judged.plans.machine.name} motor.`, []);

export const PLAN_FILES = {
  'connection.csv': {
    type: CSV,
    make: (p) => connectionCsv(p.plan),
  },
  'coils.csv': { type: CSV, make: (p) => coilCsv(p.plan) },
  'cut.csv': { type: CSV, make: (p) => cutCsv(cutOf(p)) },
  'cut.dxf': { type: 'application/dxf', make: (p) => cutDxf(cutOf(p)) },
  'cut.pdf': { ...PDF, make: (p) => cutSheetPdf(p.judged, p.plan, p.line, cutOf(p), p.issue) },
  'connection.pdf': {
    ...PDF,
    make: (p) => connectionPdf(p.judged, p.plan, p.line, exitClock(p), p.issue),
  },
  'connection.svg': {
    ...SVG,
    make: (p) => sceneToSvg(jointDrawing(p.plan, { size: 760, exitClock: exitClock(p) })),
  },
  'winding.svg': { ...SVG, make: (p) => sceneToSvg(boreDrawing(p.plan, { size: 760 })) },
  'slots.svg': {
    ...SVG,
    make: (p) => {
      const scene = girthDrawing(p.plan);
      if (!scene) throw noSuchFile(p);
      return sceneToSvg(scene);
    },
  },
  'winding.json': { type: 'application/json', make: windingRecord },
} as const satisfies Readonly<Record<string, PlanFileKind>>;
export type PlanFile = keyof typeof PLAN_FILES;

export async function planFile(file: PlanFile, question: PlanQuestion): Promise<Buffer> {
  const kind: PlanFileKind = PLAN_FILES[file];
  const content = await kind.make(planOf(question));
  return typeof content === 'string' ? Buffer.from(content) : content;
}

const exitClock = ({ checked }: AnyPlan) => asThreePhase(checked)?.card.exitClock ?? 3;

function planOf(question: PlanQuestion): AnyPlan {
  const judged = judgeMotor(question.rows);
  const { plans } = judged;
  const wanted =
    question.role === 'as-found'
      ? plans.asFound
      : question.role === 'as-wound'
        ? plans.asWound
        : question.role === 'proposed'
          ? plans.proposed
          : plans.toMake;
  const checked = wanted?.plan ? wanted : plans.asFound;
  if (!checked.plan)
    throw new Problem(
      409,
      `Motor ${question.rows.motor.number} has no winding that can be drawn yet: fill its data card.`,
      checked.findings,
    );
  const line = plans.machine.shorthand.write(checked.typed);
  return { ...question, judged, checked, plan: checked.plan, line };
}

function cutOf({ judged, checked, reels }: AnyPlan): CutList {
  const { plate, shop, machine } = judged.plans;
  const found = machine.cutList(checked, plate, stockOf(reels), shop.cut);
  if (!found.ok) throw badInput(found.findings);
  return found.value;
}

function windingRecord({ judged, checked, plan, line }: AnyPlan): string {
  const { machine } = judged.plans;
  const document: WindingDocument = {
    format: WINDING_FORMAT,
    version: WINDING_FORMAT_VERSION,
    machine: machine.id,
    core: CORE_VERSION,
    line,
    typed: { ...checked.typed },
    values: { ...machine.values(checked.typed) },
    plate: { ...judged.file.motor.plate },
    figures: figuresOf(machine, plan),
  };
  return JSON.stringify(document, null, 2);
}

/** Figures by their ids; those of a further winding with its name before, such as `rotor.currentDensity`. */
function figuresOf({ coils }: MachineKind, plan: Plan): WindingDocument['figures'] {
  const read = coils.map((c) => ({ name: c.name, own: c.figuresIn(plan)?.figures }));
  const first = read[0]?.own;
  return Object.fromEntries(
    read.flatMap(({ name, own }, i) =>
      own && read.findIndex((r) => r.own === own) === i
        ? Object.values(own).flatMap((f) =>
            f
              ? [[own === first ? f.id : `${name.toLowerCase()}.${f.id}`, { value: f.value, unit: f.unit }]]
              : [],
          )
        : [],
    ),
  );
}
