/** What a kind of machine is to the rest of the program: its forms, its checks, its plan, its tests and its route. */
import type { AnalysisSettings, Judged } from '../analysis/index.ts';
import type { FailurePattern, LikelyCause } from '../damage/index.ts';
import type { Form, Typed } from '../../language/forms/index.ts';
import type { Nameplate } from '../nameplate/index.ts';
import type { CutList, CutSettings } from '../insulation/index.ts';
import type { Figure, Finding, Outcome } from '../../language/quantity/index.ts';
import type { Reel } from '../wire/index.ts';
import type { MissingField, MomentNeeds } from './moments.ts';
import type { Plan } from './plan.ts';
import type { StepMaterials, WorkAt } from './work.ts';

/** What a shop has decided for all its motors: settings of the computation, and how joints are made where a card is silent. */
export interface ShopDefaults {
  readonly analysis?: Partial<AnalysisSettings>;
  readonly joining?: Typed;
}

/** A card of any kind, read and checked. */
export interface CheckedCard {
  /** Id of the kind of machine. */
  readonly machine: string;
  readonly typed: Typed;
  /** Null until enough is there to lay the winding out. */
  readonly plan: Plan | null;
  readonly findings: readonly Finding[];
  /** Needed fields still empty, in the order of the moments at which they are lost. */
  readonly missing: readonly MissingField[];
  readonly moments: readonly MomentNeeds[];
  /** Nothing missing and no finding that stops. */
  readonly complete: boolean;
}

/** A stretch of a card's form; folded away where most cards leave it empty. */
export interface CardSection {
  readonly title: string | null;
  readonly fields: Form;
  readonly folded?: true;
}

/** Wire that leaves a reel when a winding is signed. */
export interface WireDrawn {
  /** As written in the record. */
  readonly reel: string;
  readonly field: string;
  readonly kg: number;
}

/** Figures of a plan by their ids, and how those with a limit are judged. */
export interface PlanFigures {
  readonly figures: Readonly<Partial<Record<string, Figure>>>;
  readonly judged: Readonly<Partial<Record<string, Judged>>>;
}

/** A winding of a card that has a wire of its own. */
export interface CoilOfCard {
  /** Such as `Armature`; empty where there is only one. */
  readonly name: string;
  /** Fields of the card; turns null where a coil has its own number of them. */
  readonly turns: string | null;
  readonly wires: string;
  /** Ids of the figures that other turns or another wire change most. */
  readonly figures: readonly string[];
  readonly figuresIn: (plan: Plan) => PlanFigures | null;
}

export interface MachineKind<C extends CheckedCard = CheckedCard> {
  readonly id: string;
  /** As it is chosen when a motor is taken in. */
  readonly name: string;
  /** What its two tracks are of, in the shop's words. */
  readonly bodies: { readonly stator: string; readonly rotor: string };
  readonly plate: Form;
  /** Every field of the card, in the order in which they are taken. */
  readonly card: readonly CardSection[];
  /** Those of them that a proposal may change; the iron stays as it was measured. */
  readonly proposal: Form;
  /** What a card that nobody filled yet begins with. */
  readonly newCard: Typed;
  readonly moments: readonly MomentNeeds[];
  /** Its windings, each of which may be made from what is on the reels. */
  readonly coils: readonly CoilOfCard[];
  /** Ids of its tests, in the order in which they are listed. */
  readonly tests: readonly string[];
  /** Id of the route that its motors begin with. */
  readonly route: string;
  /** One line of shorthand, read as far as it is understood, and a card as such a line. */
  readonly shorthand: {
    readonly example: string;
    readonly read: (line: string) => { readonly tokens: readonly ShorthandToken[]; readonly fills: Typed };
    readonly write: (typed: Typed) => string;
    /** What changes on the card when one line becomes another. */
    readonly change: (before: string, after: string) => Typed;
  };
  readPlate(typed: Typed): { readonly plate: Nameplate; readonly findings: readonly Finding[] };
  /** Never throws for what was typed. @param working whether figures keep their derivation */
  checkCard(typed: Typed, plate: Nameplate, working: boolean, shop: ShopDefaults): C;
  /** What is taken where a field of the card is left empty, as it would be typed; shown as assumed. */
  assumed(typed: Typed, shop: ShopDefaults): Typed;
  /**
   * What of a card is stored as numbers beside what was typed; slots, poles, bore and coreLength [mm] among them, by which
   * the library finds cores that are alike.
   */
  values(typed: Typed): Readonly<Record<string, unknown>>;
  /** A proposal over the card found: the iron as it was measured, the proposal's winding. */
  proposedCard(found: Typed, proposal: Typed): Typed;
  /** A winding that is taken over from a machine like it: fields of the card that go along, and turns brought to this core. */
  readonly fromSister: {
    readonly fields: readonly string[];
    readonly scaleTurns: (typed: Typed, factor: number) => Typed;
  };
  /** Name of what the hand is to make, without working out figures; empty where it cannot be laid out. */
  nameOfPlan(typed: Typed, shop: ShopDefaults): string;
  /** What lies behind a pattern of damage in a machine of this kind, beside what holds for all; most likely first. */
  failureCauses(pattern: FailurePattern, plan: Plan | null): readonly LikelyCause[];
  /** What a station's record says was wound, held against the plan. */
  checkWound(card: C, record: Typed): readonly Finding[];
  /** The card as wound and the wire it took; null when the record does not say what was wound. */
  asWound(
    card: C,
    record: Typed,
    plate: Nameplate,
    shop: ShopDefaults,
  ): { readonly typed: Typed; readonly wire: readonly WireDrawn[] } | null;
  /** What to cut and buy for the winding of a card; refused where the card does not say enough. */
  cutList(card: C, plate: Nameplate, stock: readonly Reel[], settings: CutSettings): Outcome<CutList>;
  /** What a station's work takes for the winding of a card; null where it takes nothing that is worked out. */
  materials(card: C, at: WorkAt, cut: CutList | null): StepMaterials | null;
  /** Plates and cards as they are met, each of which can be wound: every registry check tries them. */
  readonly examples: readonly { readonly plate: Typed; readonly card: Typed }[];
}

export interface ShorthandToken {
  readonly text: string;
  /** What the token says, for the line under it. */
  readonly meaning: string;
  /** Fields of the card it fills; empty when it was not understood. */
  readonly fills: Typed;
  readonly problem?: string;
}
