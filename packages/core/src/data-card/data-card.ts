/** The data card: what is taken from the old winding, as typed and as read. */
import type { CoreSize, WindingData } from '../analysis/index.ts';
import { choice, quantity, readForm, text, type Field, type Typed } from '../fields/index.ts';
import { finding, type Finding } from '../quantity/index.ts';
import { readWires, type Strand } from '../wire/index.ts';
import type { Star } from '../connection/index.ts';

export const WINDING_FIELDS: readonly Field[] = [
  quantity('slots', 'Slots', 'count', 6, 288),
  quantity('poles', 'Poles', 'count', 2, 96),
  quantity('layers', 'Layers', 'count', 1, 2, 'coil sides in each slot'),
  text('span', 'Coil span, 1 to', 'from slot 1 to slot n: 1-9', 12),
  quantity('turns', 'Turns in a coil', 'count', 1, 2000),
  text('wires', 'Wires in hand', 'bare: 3x0.95+1x0.90 or 2x#18', 60),
  quantity('circuits', 'Circuits', 'count', 1, 48, 'parallel paths a phase'),
  choice('connection', 'Connection', { star: 'star Y', delta: 'delta Δ' }),
];
export const COUNT_FIELDS: readonly Field[] = [
  quantity('endsPerLead', 'Coil ends on a lead', 'count', 1, 96, 'cut back to one line lead and count'),
  choice('starJoint', 'Star joint found', { yes: 'yes', no: 'no' }),
  quantity('coilsCounted', 'Coils counted', 'count', 1, 288),
  quantity('groupsCounted', 'Groups counted', 'count', 1, 288),
];
export const CORE_FIELDS: readonly Field[] = [
  quantity('bore', 'Bore', 'length', 10, 3000),
  quantity('coreLength', 'Core length', 'length', 5, 3000),
  quantity('ducts', 'Ducts, total', 'length', 0, 500),
  quantity('backIron', 'Back iron', 'length', 1, 600, 'slot bottom to outside'),
  quantity('toothWidth', 'Tooth width', 'length', 0.5, 100, 'at its narrowest'),
  quantity('slotArea', 'Slot area', 'area', 5, 5000, 'bare iron, without wedge space'),
];
export const MEASURED_FIELDS: readonly Field[] = [
  quantity('meanTurn', 'Mean turn', 'length', 20, 10000, 'one turn of a sample coil'),
  quantity('lineResistance', 'Lead to lead', 'resistance', 0.00001, 20000),
  quantity('resistanceTemperature', 'at winding temperature', 'temperature', -40, 180),
  quantity('strippedCopper', 'Copper, stripped', 'mass', 0.001, 5000),
  text('howRead', 'How the connection was read', 'who counted, which lead, which joint', 200),
];
export const DATA_CARD_FIELDS: readonly Field[] = [
  ...WINDING_FIELDS,
  ...COUNT_FIELDS,
  ...CORE_FIELDS,
  ...MEASURED_FIELDS,
];

/** Without these the winding cannot be made again once it is out. */
export const REQUIRED_BEFORE_STRIPPING: readonly string[] = [
  'slots',
  'poles',
  'layers',
  'span',
  'turns',
  'wires',
  'circuits',
  'connection',
  'endsPerLead',
  'bore',
  'coreLength',
  'backIron',
  'toothWidth',
  'slotArea',
];

export interface DataCard {
  readonly slots?: number;
  readonly poles?: number;
  readonly layers?: number;
  readonly pitch?: number;
  readonly turns?: number;
  readonly wires?: readonly Strand[];
  readonly circuits?: number;
  readonly connection?: Star;
  readonly endsPerLead?: number;
  readonly starJoint?: 'yes' | 'no';
  readonly coilsCounted?: number;
  readonly groupsCounted?: number;
  readonly bore?: number;
  readonly coreLength?: number;
  readonly ducts?: number;
  readonly backIron?: number;
  readonly toothWidth?: number;
  readonly slotArea?: number;
  readonly meanTurn?: number;
  readonly lineResistance?: number;
  readonly resistanceTemperature?: number;
  readonly strippedCopper?: number;
}

/** `1-9`, `1–9`, `1 to 9`, or `9` alone; → pitch 8. A span may start at another slot: `3-11` is 1-9. */
export function readSpan(typed: string): { readonly pitch: number } | { readonly message: string } {
  const m = /^(?:(\d+)\s*(?:-|–|to)\s*)?(\d+)$/i.exec(typed.trim());
  if (!m) return { message: `“${typed.trim()}” is not a span. 1-9 means from slot 1 to slot 9.` };
  const pitch = Number(m[2]) - Number(m[1] ?? 1);
  return pitch >= 1
    ? { pitch }
    : { message: `“${typed.trim()}” does not lead to a later slot. 1-9 means from slot 1 to slot 9.` };
}

/** Reads what was typed; a wrong field becomes a finding and the rest is kept. */
export function readDataCard(typed: Typed): {
  readonly card: DataCard;
  readonly findings: readonly Finding[];
} {
  const { numbers, texts, findings } = readForm(DATA_CARD_FIELDS, typed);
  const found = [...findings];
  const card: Record<string, unknown> = { ...numbers };
  if (texts['span'] !== undefined) {
    const span = readSpan(texts['span']);
    if ('pitch' in span) card['pitch'] = span.pitch;
    else found.push(finding('stop', 'field.not-a-span', `Coil span: ${span.message}`, ['span']));
  }
  if (texts['wires'] !== undefined) {
    const wires = readWires(texts['wires']);
    if (wires.ok) card['wires'] = wires.wires;
    else found.push(finding('stop', 'field.not-wires', `Wires in hand: ${wires.message}`, ['wires']));
  }
  for (const id of ['connection', 'starJoint']) if (texts[id]) card[id] = texts[id];
  return { card: card, findings: found };
}

/** The winding on a card when enough of it is there to lay it out. */
export function windingOf(card: DataCard): WindingData | null {
  const { slots, poles, pitch, turns, wires, circuits, connection } = card;
  if (!slots || !poles || !pitch || !turns || !wires || !circuits || !connection) return null;
  return { slots, poles, pitch, turnsPerCoil: turns, wires, circuits, connection };
}

export function coreOf(card: DataCard): CoreSize {
  const core: Record<string, number | undefined> = {
    boreDiameterMm: card.bore,
    coreLengthMm: card.coreLength,
    ductsMm: card.ducts,
    backIronMm: card.backIron,
    toothWidthMm: card.toothWidth,
    slotAreaMm2: card.slotArea,
    meanTurnMm: card.meanTurn,
  };
  for (const k of Object.keys(core)) if (core[k] === undefined) delete core[k];
  return core;
}

const OF_THE_WINDING = WINDING_FIELDS.map((f) => f.id);
const KEPT_BY_A_PROPOSAL = [...OF_THE_WINDING, ...CORE_FIELDS.map((f) => f.id), 'meanTurn'];

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
  if ((card['span'] ?? '') !== (found['span'] ?? '')) delete card['meanTurn'];
  return card;
}
