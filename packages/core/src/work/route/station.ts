/** What a station of a route is: what to do, what to record, what can hurt, what it waits for. */
import type { Form } from '../../language/forms/index.ts';
import type { Caution } from '../../language/safety/index.ts';
import type { StationWork } from '../../winding/machine/index.ts';
import type { Stage, TestKindId } from '../../test-kinds/index.ts';

export type Role = 'winder' | 'tester' | 'lead';
export type Body = 'stator' | 'rotor' | 'motor';
/** Ids are those of the routes there are; a schema made from them checks what comes from outside. */
export type StationId = string;
export type GateId = string;

export interface Station {
  readonly id: StationId;
  readonly body: Body;
  /** Short name for the track. */
  readonly name: string;
  readonly title: string;
  /** What is done there, where materials, a drawing or rules follow from it. */
  readonly work?: StationWork;
  readonly todo: readonly string[];
  readonly record: Form;
  readonly caution?: Caution;
  /** Gate that must be open before this station is taken. */
  readonly gate?: GateId;
  /** Tests that belong to the station and are entered on the test sheet; it is not signed without them. */
  readonly tests: readonly StationTest[];
  /** The route has grown it: a motor that was past it before went along without. */
  readonly addedLater?: true;
  /** Signing it brings the motor to this stage of testing. */
  readonly begins?: Stage;
  /** How long it usually takes, as the shop has set it [min]. */
  readonly standardMinutes?: number;
  /** What it occupies in the shop: several stations may share one. */
  readonly equipment?: string;
  /** Signing it ends the visit: the motor leaves. */
  readonly ends?: 'visit';
  /** Who signs it; anybody signed in where absent. */
  readonly signedBy?: readonly Role[];
}

export interface StationTest {
  readonly kind: TestKindId;
  readonly stage: Stage;
}
/** Tests that a station asks for at one stage. */
export const testsAt = (stage: Stage, ...kinds: readonly TestKindId[]): StationTest[] =>
  kinds.map((kind) => ({ kind, stage }));

export const YES = { yes: 'yes', no: 'no' } as const;

/** The same stations, some with something else in them; for a route that nobody went before they had grown. */
export const changed = (
  stations: readonly Station[],
  changes: Readonly<Record<StationId, Partial<Station>>>,
): readonly Station[] =>
  stations.map(({ addedLater: _later, ...station }) => ({ ...station, ...changes[station.id] }));
