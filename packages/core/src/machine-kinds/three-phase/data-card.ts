/**
 * The data card: what is taken from the old winding, as read from what was typed.
 * Source: which data are taken before stripping: common practice, no source.
 */
import type { CoreSize, SlotForm, WindingData } from '../../winding/analysis/index.ts';
import type { ConnectionSpec, LeadScheme } from '../../winding/connection/index.ts';
import type { PhaseConnection } from '../../physics/electrical/index.ts';
import { readForm, type Typed } from '../../language/forms/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import type { EnteredCoil, Grouping, WindingKind } from '../../winding/layout/index.ts';
import { readWires, type Strand } from '../../winding/wire/index.ts';
import { CORE_FIELDS } from '../iron.ts';
import { DATA_CARD_FIELDS, JOINTS, PROPOSAL_FIELDS, SLOT_FIELDS } from './card-fields.ts';
import {
  readCoils,
  readCounts,
  readSpans,
  readTurns,
  roundTheBore,
  type Read,
} from '../../winding/words/index.ts';

export interface DataCard {
  readonly slots?: number;
  readonly poles?: number;
  readonly kind?: WindingKind;
  readonly layers?: number;
  /** Longest span first; one for a lap winding. */
  readonly pitches?: readonly number[];
  readonly turns?: readonly (readonly number[])[];
  readonly wires?: readonly Strand[];
  readonly circuits?: number;
  readonly connection?: PhaseConnection;
  readonly leads?: LeadScheme;
  readonly grouping?: Grouping;
  readonly groups?: readonly number[];
  readonly leftEmpty?: readonly number[];
  readonly skew?: number;
  readonly coils?: readonly EnteredCoil[];
  /** A second winding in the same slots, in shorthand. */
  readonly second?: string;
  readonly circuitsFrom?: ConnectionSpec['circuitsFrom'];
  readonly jumpers?: ConnectionSpec['jumpers'];
  readonly starPoints?: ConnectionSpec['starPoints'];
  readonly order?: ConnectionSpec['order'];
  readonly joint?: keyof typeof JOINTS;
  readonly woundIn?: 'gangs' | 'singles';
  readonly exitClock?: number;
  readonly endsPerLead?: number;
  readonly starJoint?: 'yes' | 'no';
  readonly coilsCounted?: number;
  /** Of each coil of one whole group, in their order. */
  readonly groupTurns?: readonly number[];
  readonly wireBare?: number;
  readonly wireOver?: number;
  readonly groupsCounted?: number;
  readonly bore?: number;
  readonly coreLength?: number;
  readonly ducts?: number;
  readonly backIron?: number;
  readonly toothWidth?: number;
  readonly slotArea?: number;
  readonly slotForm?: SlotForm;
  readonly slotDepth?: number;
  readonly slotOpening?: number;
  readonly slotMouth?: number;
  readonly slotWidthTop?: number;
  readonly slotWidthBottom?: number;
  readonly airGap?: number;
  readonly rotorBars?: number;
  readonly overhang?: number;
  readonly overhangOther?: number;
  readonly linerFound?: number;
  readonly leadsFound?: string;
  readonly leadsLong?: number;
  readonly sensorsFound?: string;
  readonly trialStandOut?: number;
  readonly meanTurn?: number;
  readonly lineResistance?: number;
  readonly resistanceTemperature?: number;
  readonly strippedCopper?: number;
  /** What a proposal is for, where that is not what the plate says. */
  readonly forVoltage?: number;
  readonly forFrequency?: number;
  readonly forCurrent?: number;
}

/** Texts that read as something else than themselves: where it goes on the card, and how it is said in a finding. */
const WORDS: readonly {
  readonly id: string;
  readonly to: string;
  readonly label: string;
  readonly code: string;
  readonly read: (typed: string) => Read<unknown>;
}[] = [
  { id: 'span', to: 'pitches', label: 'Coil span', code: 'field.not-a-span', read: readSpans },
  { id: 'turns', to: 'turns', label: 'Turns in a coil', code: 'field.not-turns', read: readTurns },
  {
    id: 'wires',
    to: 'wires',
    label: 'Wires in hand',
    code: 'field.not-wires',
    read: (t) => {
      const wires = readWires(t);
      return wires.ok ? { ok: true, value: wires.wires } : wires;
    },
  },
  {
    id: 'groups',
    to: 'groups',
    label: 'Coils in each group',
    code: 'field.not-counts',
    read: (t) => readCounts(t, 0, 'sequence of groups'),
  },
  {
    id: 'groupTurns',
    to: 'groupTurns',
    label: 'Turns of each coil of one group',
    code: 'field.not-counts',
    read: (t) => readCounts(t, 1, 'count of turns'),
  },
  {
    id: 'leftEmpty',
    to: 'leftEmpty',
    label: 'Slots left empty',
    code: 'field.not-counts',
    read: (t) => readCounts(t, 1, 'list of slots'),
  },
  { id: 'coils', to: 'coils', label: 'Coil by coil', code: 'field.not-coils', read: readCoils },
];

/** Choices and texts that stay as they are. */
const AS_SAID = [
  'kind',
  'connection',
  'leads',
  'grouping',
  'second',
  'circuitsFrom',
  'jumpers',
  'starPoints',
  'order',
  'joint',
  'starJoint',
  'slotForm',
];

/** Reads what was typed; a wrong field becomes a finding and the rest is kept. */
export function readDataCard(typed: Typed): {
  readonly card: DataCard;
  readonly findings: readonly Finding[];
} {
  const { numbers, texts, findings } = readForm(DATA_CARD_FIELDS, typed);
  const found = [...findings];
  const card: Record<string, unknown> = { ...numbers };
  for (const { id, to, label, code, read } of WORDS) {
    const said = texts[id];
    if (said === undefined) continue;
    const result = read(said);
    if (result.ok) card[to] = result.value;
    else found.push(finding('stop', code, `${label}: ${result.message}`, [id]));
  }
  for (const id of AS_SAID) if (texts[id]) card[id] = texts[id];
  return { card, findings: found };
}

/** The kind of a winding: as said; several spans are concentric, a list of coils and no span is coil by coil. */
export const kindOf = (card: DataCard): WindingKind =>
  card.kind ??
  (card.pitches && card.pitches.length > 1 ? 'concentric' : card.coils && !card.pitches ? 'coils' : 'lap');

/** A winding before its circuits and connection are known. */
export type UnconnectedWinding = Omit<WindingData, 'circuits' | 'connection' | 'leads'>;

export function unconnectedWindingOf(card: DataCard): UnconnectedWinding | null {
  const { slots, poles, pitches, turns, wires } = card;
  const kind = kindOf(card);
  if (!slots || !poles || !wires) return null;
  if (kind === 'coils' ? !card.coils : !pitches || !turns) return null;
  const first = card.coils?.[0];
  const even = turns?.length === 1 && new Set(turns[0]).size === 1;
  const optional = {
    layers: card.layers === 1 ? (1 as const) : undefined,
    grouping: card.grouping,
    groupSizes: card.groups && kind === 'lap' ? roundTheBore(card.groups, 3 * poles) : undefined,
    leftEmpty: card.leftEmpty,
    skewSlots: card.skew,
    pitches: kind === 'concentric' ? pitches : undefined,
    turnPatterns: kind === 'coils' || even ? undefined : turns,
    coilList: kind === 'coils' ? card.coils : undefined,
    circuitsFrom: card.circuitsFrom,
    jumpers: card.jumpers,
    starPoints: card.starPoints,
    order: card.order,
    woundIn: card.woundIn,
  };
  const given = Object.fromEntries(Object.entries(optional).filter(([, v]) => v !== undefined));
  return {
    ...given,
    slots,
    poles,
    kind,
    pitch: kind === 'coils' && first ? (first.bottom - first.top + slots) % slots : (pitches?.[0] ?? 1),
    turnsPerCoil: turns?.[0]?.[0] ?? 1,
    wires,
  };
}

/** The winding on a card when enough of it is there to lay it out. */
export function windingOf(card: DataCard): WindingData | null {
  const { circuits, connection, leads } = card;
  const winding = unconnectedWindingOf(card);
  if (!winding || !circuits || !connection) return null;
  return { ...winding, circuits, connection, ...(leads ? { leads } : {}) };
}

export function coreOf(card: DataCard): CoreSize {
  const core: Record<string, unknown> = {
    boreDiameterMm: card.bore,
    coreLengthMm: card.coreLength,
    ductsMm: card.ducts,
    backIronMm: card.backIron,
    toothWidthMm: card.toothWidth,
    slotAreaMm2: card.slotArea,
    slotForm: card.slotForm,
    slotDepthMm: card.slotDepth,
    slotOpeningMm: card.slotOpening,
    slotMouthMm: card.slotMouth,
    slotWidthTopMm: card.slotWidthTop,
    slotWidthBottomMm: card.slotWidthBottom,
    airGapMm: card.airGap,
    rotorBars: card.rotorBars,
    meanTurnMm: card.meanTurn,
  };
  for (const k of Object.keys(core)) if (core[k] === undefined) delete core[k];
  return core;
}

const OF_THE_WINDING = PROPOSAL_FIELDS.map((f) => f.id);
const KEPT_BY_A_PROPOSAL = [
  ...OF_THE_WINDING,
  ...CORE_FIELDS.map((f) => f.id),
  ...SLOT_FIELDS.map((f) => f.id),
  'meanTurn',
];

/**
 * A proposed winding as a whole card: the iron as it was measured, the proposal's winding over the one found. What was
 * counted on the old winding does not go over.
 */
export function proposedCard(found: Typed, proposal: Typed): Typed {
  const card: Record<string, string> = {};
  for (const id of KEPT_BY_A_PROPOSAL) {
    const value = (OF_THE_WINDING.includes(id) ? proposal[id] : undefined) ?? found[id];
    if (value !== undefined) card[id] = value;
  }
  // Another span is another coil: a mean turn measured on the old one no longer holds.
  for (const id of ['span', 'kind', 'coils', 'grouping'])
    if ((card[id] ?? '') !== (found[id] ?? '')) delete card['meanTurn'];
  return card;
}
