/** The card of a motor with coils on teeth as read from what was typed, and the winding it describes. Source: none, it only reads; how teeth are laid says `star-of-slots`. */
import type { CoreSize } from '../../winding/analysis/index.ts';
import { readForm, type Typed } from '../../language/forms/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import { readWires, type Strand } from '../../winding/wire/index.ts';
import { ironOf } from '../iron.ts';
import { TOOTH_COIL_CARD } from './card-fields.ts';
import { readMagnetGrade, type MagnetGrade } from './magnets.ts';
import { slotPoleTable, type SlotPoleRow } from './slot-pole-table.ts';
import { toothCircuits, toothCoils, type ToothCoil, type ToothSpec } from './star-of-slots.ts';

export interface ToothCoilCardData {
  readonly spec: ToothSpec | null;
  readonly turns?: number;
  readonly wires?: readonly Strand[];
  readonly connection?: 'star' | 'delta';
  readonly circuits: number;
  readonly core: CoreSize;
  /** Null for one that is no known grade, or for magnets that are buried. */
  readonly magnet: MagnetGrade | null;
  readonly numbers: Readonly<Record<string, number>>;
}

export function readToothCoilCard(typed: Typed): {
  readonly card: ToothCoilCardData;
  readonly findings: readonly Finding[];
} {
  const { numbers, texts, findings } = readForm(TOOTH_COIL_CARD, typed);
  const found = [...findings];
  const { slots, poles, turns } = numbers;
  if (poles !== undefined && poles % 2 === 1)
    found.push(
      finding('stop', 'field.odd-poles', `${poles} poles: north and south come in pairs.`, ['poles']),
    );
  let wires: readonly Strand[] | undefined;
  if (texts['wires']) {
    const read = readWires(texts['wires']);
    if (read.ok) wires = read.wires;
    else found.push(finding('stop', 'field.not-wires', read.message, ['wires']));
  }
  const connection = texts['connection'] as 'star' | 'delta' | undefined;
  return {
    card: {
      spec:
        slots && poles && poles % 2 === 0 ? { slots, poles, layers: texts['layers'] === '1' ? 1 : 2 } : null,
      ...(turns === undefined ? {} : { turns }),
      ...(wires === undefined ? {} : { wires }),
      ...(connection === undefined ? {} : { connection }),
      circuits: numbers['circuits'] ?? 1,
      core: ironOf(numbers),
      magnet: texts['sleeve'] === 'inside' ? null : readMagnetGrade(texts['magnetGrade']),
      numbers,
    },
    findings: found,
  };
}

export interface LaidTeeth {
  readonly spec: ToothSpec;
  readonly teeth: readonly ToothCoil[];
  readonly turns: number;
  readonly wires: readonly Strand[];
  readonly connectedIn: 'star' | 'delta';
  readonly circuits: number;
}

/** The pairs that work nearest to one that does not: other poles on these teeth, and other teeth for these poles. */
export function nearestThatWork({ slots, poles, layers }: ToothSpec): readonly SlotPoleRow[] {
  const around = [
    ...slotPoleTable({
      fromSlots: slots,
      toSlots: slots,
      fromPoles: Math.max(2, poles - 6),
      toPoles: poles + 6,
      layers,
    }),
    ...slotPoleTable({
      fromSlots: Math.max(3, slots - 6),
      toSlots: slots + 6,
      fromPoles: poles,
      toPoles: poles,
      layers,
    }),
  ].filter((row) => row.works);
  const off = (row: SlotPoleRow) => Math.abs(row.slots - slots) + Math.abs(row.poles - poles);
  return around.toSorted((a, b) => off(a) - off(b)).slice(0, 3);
}

export function layTeeth(card: ToothCoilCardData): {
  readonly laid: LaidTeeth | null;
  readonly findings: readonly Finding[];
} {
  const { spec, turns, wires, connection, circuits } = card;
  if (!spec) return { laid: null, findings: [] };
  const outcome = toothCoils(spec);
  if (!outcome.ok) {
    const near = nearestThatWork(spec).map((row) => `${row.slots} teeth with ${row.poles} poles`);
    return {
      laid: null,
      findings: outcome.findings.map((f) => ({
        ...f,
        message: `${f.message}${near.length > 0 ? ` Nearest that work: ${near.join(', ')}.` : ''} Count both again.`,
      })),
    };
  }
  const works = toothCircuits(spec);
  if (!works.includes(circuits))
    return {
      laid: null,
      findings: [
        finding(
          'stop',
          'card.circuits-unequal',
          `${circuits} circuits are not alike here: ${works.join(', ')} are, on ${spec.slots} teeth with ${spec.poles} poles.`,
          ['circuits'],
        ),
      ],
    };
  return {
    laid:
      turns && wires && connection
        ? { spec, teeth: outcome.value, turns, wires, connectedIn: connection, circuits }
        : null,
    findings: [],
  };
}
