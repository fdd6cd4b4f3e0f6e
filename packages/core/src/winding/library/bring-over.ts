/**
 * A winding that was taken elsewhere, brought to the core in hand: same spans and groups, turns for the same flux density in
 * the gap at the volts and the iron of this one.
 */
import type { Typed } from '../../language/forms/index.ts';
import type { CheckedCard, MachineKind, ShopDefaults } from '../machine/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import { proposePoles } from '../nameplate/index.ts';
import { distanceBetween, likenessOf, type CoreLikeness, type Distance } from './likeness.ts';

/** A motor as far as likeness is concerned: its plate and its card, as typed. */
export interface LibraryMotor {
  readonly number: string;
  readonly plate: Typed;
  readonly card: Typed;
}

export interface BroughtOver {
  /** Fields of a proposal, as they would be typed. */
  readonly fills: Typed;
  /** Turns of the sister times this are the turns here, before they are rounded; null where it cannot be told. */
  readonly turnsFactor: number | null;
  /** Flux density in the gap of the sister, and of this core with what is filled [T]. */
  readonly sisterGapT: number | null;
  readonly gapT: number | null;
  readonly distance: Distance | null;
  /** This core with what is filled, checked. */
  readonly checked: CheckedCard | null;
  readonly findings: readonly Finding[];
}

/** Poles that nobody has counted follow from the plate, as for every empty core. */
export function likenessOfMotor(
  kind: MachineKind,
  { card, plate }: Omit<LibraryMotor, 'number'>,
): CoreLikeness {
  const known = likenessOf(kind.values(card));
  const { speedRpm = 0, frequencyHz = 0 } = kind.readPlate(plate).plate;
  const poles = known.poles ?? proposePoles(speedRpm, frequencyHz)?.poles;
  return poles === undefined ? known : { ...known, poles };
}

const nothing = (findings: readonly Finding[], distance: Distance | null): BroughtOver => ({
  fills: {},
  turnsFactor: null,
  sisterGapT: null,
  gapT: null,
  distance,
  checked: null,
  findings,
});

/**
 * @param own the motor in hand; its card needs slots and poles at least
 * @returns no fields where slots or poles differ: spans and groups of the other do not fit
 * Source: volts a turn go with flux a pole, B times bore times length over poles; first principles.
 */
export function bringOver(
  kind: MachineKind,
  sister: LibraryMotor,
  own: LibraryMotor,
  shop: ShopDefaults,
): BroughtOver {
  const theirs = likenessOf(kind.values(sister.card));
  const mine = likenessOfMotor(kind, own);
  const distance = distanceBetween(mine, theirs);
  const differs = (['slots', 'poles'] as const).filter((id) => mine[id] !== theirs[id]);
  if (differs.length > 0)
    return nothing(
      [
        finding(
          'stop',
          'library.other-core',
          `${sister.number} has ${differs.map((id) => `${theirs[id] ?? 'no'} ${id}`).join(' and ')}, this core ${differs.map((id) => mine[id] ?? 'no').join(' and ')}: its spans and groups do not fit.`,
          [...differs],
          'Take a sister with the same slots and poles, or search for a winding of this core.',
        ),
      ],
      distance,
    );
  const fields = new Set(kind.fromSister.fields);
  const winding = Object.fromEntries(
    Object.entries(sister.card).filter(([id, typed]) => fields.has(id) && typed.trim() !== ''),
  );
  const [sisterPlate, plate] = [kind.readPlate(sister.plate).plate, kind.readPlate(own.plate).plate];
  const density = (card: Typed, of: typeof plate) => {
    const checked = kind.checkCard(card, of, false, shop);
    return { checked, gapT: checked.plan?.gapDensityT ?? null };
  };
  const sisterGapT = density(sister.card, sisterPlate).gapT;
  // Slots and poles are equal, so the sister's go in where this card has none.
  const asItIs = density(kind.proposedCard(own.card, winding), plate);
  const turnsFactor = sisterGapT && asItIs.gapT ? asItIs.gapT / sisterGapT : null;
  const scaled =
    turnsFactor === null ? winding : { ...winding, ...kind.fromSister.scaleTurns(winding, turnsFactor) };
  const { checked, gapT } = density(kind.proposedCard(own.card, scaled), plate);
  const findings: Finding[] = [];
  if (turnsFactor === null)
    findings.push(
      finding(
        'watch',
        'library.turns-not-scaled',
        'Bore, length, volts or frequency are missing here or there: the turns stand as they were there, not brought to this core.',
        ['turns'],
        'Measure bore and core length, and fill the plate.',
      ),
    );
  else if (Math.abs(Math.log(turnsFactor)) > Math.log(1.25))
    findings.push(
      finding(
        'watch',
        'library.far-turns',
        `The turns change by ${((turnsFactor - 1) * 100).toFixed(0)} %: wire and fill change with them.`,
        ['turns', 'wires'],
        'Choose the wire anew on the winding bench.',
      ),
    );
  return {
    fills: { ...scaled, takenFrom: `motor ${sister.number}` },
    turnsFactor,
    sisterGapT,
    gapT,
    distance,
    checked,
    findings: [...findings, ...checked.findings.filter((f) => f.severity === 'stop')],
  };
}
