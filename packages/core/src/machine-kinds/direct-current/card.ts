/** A direct-current card as read from what was typed: the armature that closes, and the coils of its poles. Source: none, it only reads. */
import type { CoreSize } from '../../winding/analysis/index.ts';
import { readForm, type Typed } from '../../language/forms/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import { readWires, type Strand } from '../../winding/wire/index.ts';
import { readSpan } from '../../winding/words/index.ts';
import { planArmature, type ArmatureSpec, type FeasibleArmature } from './armature-plan.ts';
import { DIRECT_CURRENT_CARD } from './card-fields.ts';

export const POLE_WINDINGS = ['shunt', 'series', 'interpole', 'compensating'] as const;
export type PoleWinding = (typeof POLE_WINDINGS)[number];
export const POLE_WINDING_NAME: Readonly<Record<PoleWinding, string>> = {
  shunt: 'Shunt field',
  series: 'Series field',
  interpole: 'Interpoles',
  compensating: 'Compensating winding',
};

export interface PoleCoil {
  readonly turns: number;
  readonly wires: readonly Strand[];
  readonly meanTurnMm: number | null;
}

export interface DirectCurrentCardData {
  readonly spec: ArmatureSpec | null;
  readonly turns?: number;
  readonly wires?: readonly Strand[];
  readonly firstBar?: number;
  /** Clockwise [°]; null where it is not on the card. */
  readonly barFromSlotDeg: number | null;
  readonly brushFromPoleDeg: number | null;
  readonly equalized: boolean;
  readonly poleCoils: Readonly<Partial<Record<PoleWinding, PoleCoil>>>;
  readonly interpoles: 'none' | 'half' | 'all';
  readonly core: CoreSize;
  readonly numbers: Readonly<Record<string, number>>;
}

/** Degrees with their sign, such as −2.5; null when that is no angle. */
function readDegrees(typed: string): number | null {
  const m = /^([+−-]?\d+(?:[.,]\d+)?)\s*(?:°|deg)?$/i.exec(typed.trim());
  return m ? Number(m[1]!.replace('−', '-').replace(',', '.')) : null;
}

export function readDirectCurrentCard(typed: Typed): {
  readonly card: DirectCurrentCardData;
  readonly findings: readonly Finding[];
} {
  const { numbers, texts, findings } = readForm(DIRECT_CURRENT_CARD, typed);
  const found = [...findings];
  const stop = (id: string, code: string, message: string) =>
    found.push(finding('stop', `field.${code}`, message, [id]));
  const wiresOf = (id: string): readonly Strand[] | undefined => {
    const text = texts[id];
    if (!text) return undefined;
    const read = readWires(text);
    if (read.ok) return read.wires;
    stop(id, 'not-wires', read.message);
    return undefined;
  };
  const degreesOf = (id: string): number | null => {
    const text = texts[id];
    if (!text) return null;
    const degrees = readDegrees(text);
    if (degrees === null || Math.abs(degrees) > 180)
      stop(id, 'not-degrees', `“${text}” is no angle: degrees from −180 to 180, clockwise +, such as 2.5.`);
    return degrees !== null && Math.abs(degrees) <= 180 ? degrees : null;
  };
  let slotPitch: number | undefined;
  if (texts['coilSpan']) {
    const span = readSpan(texts['coilSpan']);
    if ('message' in span) stop('coilSpan', 'not-a-span', span.message);
    else slotPitch = span.pitch;
  }
  const { slots, bars, poles } = numbers;
  if (poles !== undefined && poles % 2 === 1)
    stop('poles', 'odd-poles', `${poles} main poles: north and south come in pairs.`);
  const kind = texts['winding'] as ArmatureSpec['kind'] | undefined;
  const spec: ArmatureSpec | null =
    slots && bars && poles && poles % 2 === 0 && kind && slotPitch !== undefined && texts['leads']
      ? {
          kind,
          poles,
          slots,
          bars,
          plex: Number(texts['plex'] ?? 1),
          progressive: texts['leads'] === 'progressive',
          slotPitch,
        }
      : null;
  const poleCoils = Object.fromEntries(
    POLE_WINDINGS.flatMap((id) => {
      const turns = numbers[`${id}Turns`];
      const wires = wiresOf(`${id}Wires`);
      return turns && wires ? [[id, { turns, wires, meanTurnMm: numbers[`${id}Turn`] ?? null }]] : [];
    }),
  );
  const [turns, wires, firstBar] = [numbers['turns'], wiresOf('wires'), numbers['firstBar']];
  const core = {
    boreDiameterMm: numbers['diameter'],
    coreLengthMm: numbers['coreLength'],
    toothWidthMm: numbers['toothWidth'],
    slotDepthMm: numbers['slotDepth'],
    slotWidthTopMm: numbers['slotWidth'],
    airGapMm: numbers['airGap'],
  };
  return {
    card: {
      spec,
      ...(turns === undefined ? {} : { turns }),
      ...(wires === undefined ? {} : { wires }),
      ...(firstBar === undefined ? {} : { firstBar }),
      barFromSlotDeg: degreesOf('barFromSlot'),
      brushFromPoleDeg: degreesOf('brushFromPole'),
      equalized: texts['equalizers'] === 'all',
      poleCoils,
      interpoles: (texts['interpoles'] as DirectCurrentCardData['interpoles'] | undefined) ?? 'none',
      // Coils lie between parallel walls here, so the width measured is the width all the way down.
      core: {
        ...(Object.fromEntries(Object.entries(core).filter(([, v]) => v !== undefined)) as CoreSize),
        slotForm: 'parallel-slot',
      },
      numbers,
    },
    findings: found,
  };
}

export interface LaidArmature {
  readonly spec: ArmatureSpec;
  readonly armature: FeasibleArmature;
  readonly turns: number;
  readonly wires: readonly Strand[];
  /** Bar of the start of coil 1; 1 where it is not on the card. */
  readonly firstBar: number;
}

/** Fields of the card by those of the plan. */
const FIELD: Readonly<Record<string, string>> = { slotPitch: 'coilSpan' };

/** The armature, when enough of it is on the card and it closes; else what is wrong, if anything is. */
export function layArmature(card: DirectCurrentCardData): {
  readonly laid: LaidArmature | null;
  readonly findings: readonly Finding[];
} {
  const { spec, turns, wires } = card;
  if (!spec) return { laid: null, findings: [] };
  const outcome = planArmature(spec);
  const findings: Finding[] = outcome.findings.map((f) => ({
    ...f,
    fields: f.fields.map((x) => FIELD[x] ?? x),
  }));
  if (!outcome.ok) return { laid: null, findings };
  const plan = outcome.value;
  if (!plan.feasible) {
    const way = spec.progressive ? 'retrogressive' : 'progressive';
    const near = [plan.barsBelow, plan.barsAbove].filter((n) => n !== null).join(' or ');
    return {
      laid: null,
      findings: [
        ...findings,
        finding(
          'stop',
          'card.no-such-wave',
          `${spec.bars} bars ${spec.progressive ? 'and' : 'less'} ${spec.plex} do not part into ${spec.poles / 2} pole pairs, so this wave does not close: ${plan.otherWayWorks ? `${way} it does` : `bars that do: ${near}`}. Count the bars and the poles again.`,
          ['bars', 'poles', 'winding', 'leads'],
          'The commutator pitch (bars ± plex) / pole pairs must be whole.',
        ),
      ],
    };
  }
  if (card.firstBar !== undefined && card.firstBar > spec.bars)
    findings.push(
      finding('stop', 'card.no-such-bar', `There is no bar ${card.firstBar}: they count to ${spec.bars}.`, [
        'firstBar',
        'bars',
      ]),
    );
  return {
    laid: turns && wires ? { spec, armature: plan, turns, wires, firstBar: card.firstBar ?? 1 } : null,
    findings,
  };
}
