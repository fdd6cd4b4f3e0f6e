/**
 * A single-phase card as read from what was typed, and the two windings it describes.
 * Source: none, it only reads; how a branch is laid says `concentric-branch`.
 */
import { ironOf } from '../iron.ts';
import type { CoreSize } from '../../winding/analysis/index.ts';
import { readForm, type Typed } from '../../language/forms/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import { readWires, type Strand } from '../../winding/wire/index.ts';
import { readSpan, readTurns } from '../../winding/words/index.ts';
import { SINGLE_PHASE_CARD } from './card-fields.ts';
import { layBranch, type Branch } from './concentric-branch.ts';

export interface BranchCard {
  /** In the order written, which is that of the turns. */
  readonly pitches?: readonly number[];
  readonly turns?: readonly number[];
  readonly wires?: readonly Strand[];
  readonly firstSlot?: number;
}

export interface SinglePhaseCardData {
  readonly slots?: number;
  readonly poles?: number;
  readonly main: BranchCard;
  readonly start: BranchCard;
  readonly voltages?: 'one' | 'two';
  readonly rotation?: 'clockwise' | 'counter-clockwise';
  readonly core: CoreSize;
  readonly numbers: Readonly<Record<string, number>>;
}

const LABEL = { main: 'Main winding', start: 'Start winding' } as const;
type BranchId = keyof typeof LABEL;

/** Spans in the order written: turns follow it. */
function readPitches(typed: string): { readonly pitches: number[] } | { readonly message: string } {
  const pitches: number[] = [];
  for (const part of typed.split(/[,;/]/)) {
    const span = readSpan(part);
    if ('message' in span) return span;
    pitches.push(span.pitch);
  }
  return { pitches };
}

export function readSinglePhaseCard(typed: Typed): {
  readonly card: SinglePhaseCardData;
  readonly findings: readonly Finding[];
} {
  const { numbers, texts, findings } = readForm(SINGLE_PHASE_CARD, typed);
  const found = [...findings];
  const stop = (id: string, code: string, label: string, message: string) =>
    found.push(finding('stop', `field.${code}`, `${label}: ${message}`, [id]));
  const branch = (id: BranchId): BranchCard => {
    const card: { -readonly [K in keyof BranchCard]: BranchCard[K] } = {};
    const spans = texts[`${id}Spans`];
    if (spans) {
      const read = readPitches(spans);
      if ('message' in read) stop(`${id}Spans`, 'not-a-span', LABEL[id], read.message);
      else card.pitches = read.pitches;
    }
    const turns = texts[`${id}Turns`];
    if (turns) {
      const read = readTurns(turns);
      if (!read.ok) stop(`${id}Turns`, 'not-turns', LABEL[id], read.message);
      else if (read.value.length > 1)
        stop(
          `${id}Turns`,
          'not-turns',
          LABEL[id],
          'Every pole has the same group here: write one row of turns.',
        );
      else card.turns = read.value[0]!;
    }
    const wires = texts[`${id}Wires`];
    if (wires) {
      const read = readWires(wires);
      if (!read.ok) stop(`${id}Wires`, 'not-wires', LABEL[id], read.message);
      else card.wires = read.wires;
    }
    const first = numbers[`${id}First`];
    if (first !== undefined) card.firstSlot = first;
    return card;
  };
  const optional = {
    slots: numbers['slots'],
    poles: numbers['poles'],
    voltages: texts['voltages'],
    rotation: texts['rotation'],
  };
  const card = {
    ...Object.fromEntries(Object.entries(optional).filter(([, v]) => v !== undefined)),
    main: branch('main'),
    start: branch('start'),
    core: ironOf(numbers),
    numbers,
  } as SinglePhaseCardData;
  return { card, findings: found };
}

export interface LaidWindings {
  readonly main: Branch;
  readonly start: Branch;
  readonly mainWires: readonly Strand[];
  readonly startWires: readonly Strand[];
}

/** Both windings, when enough of them is on the card; else what is wrong, if anything is. */
export function layWindings(card: SinglePhaseCardData): {
  readonly laid: LaidWindings | null;
  readonly findings: readonly Finding[];
} {
  const { slots, poles } = card;
  if (!slots || !poles) return { laid: null, findings: [] };
  const findings: Finding[] = [];
  const lay = (id: BranchId): Branch | null => {
    const { pitches, turns, firstSlot } = card[id];
    // The main winding may be counted from any slot; the start winding lies somewhere beside it.
    const first = firstSlot ?? (id === 'main' ? 1 : undefined);
    if (!pitches || !turns || first === undefined) return null;
    const laid = layBranch({ slots, poles, pitches, turns, firstSlot: first });
    if (laid.ok) return laid.value;
    const field: Readonly<Record<string, string>> = {
      pitches: `${id}Spans`,
      turns: `${id}Turns`,
      firstSlot: `${id}First`,
    };
    findings.push(
      ...laid.findings.map((f) => ({
        ...f,
        message: `${LABEL[id]}: ${f.message}`,
        fields: f.fields.map((x) => field[x] ?? x),
      })),
    );
    return null;
  };
  const [main, start] = [lay('main'), lay('start')];
  const [mainWires, startWires] = [card.main.wires, card.start.wires];
  return {
    laid: main && start && mainWires && startWires ? { main, start, mainWires, startWires } : null,
    findings,
  };
}
