/**
 * The windings of a visit, checked, and the one that is to be made.
 * Source: none, a rule of this program: a proposal is the plan once a lead has released it.
 */
import { criteriaOf, type Criteria } from '../../test-kinds/criteria/index.ts';
import type { Typed } from '../../language/forms/index.ts';
import type { CheckedCard, MachineKind } from '../../winding/machine/index.ts';
import { BEFORE_THE_WORK, type Stage, type TestContext } from '../../test-kinds/index.ts';
import type { Nameplate } from '../../winding/nameplate/index.ts';
import { readShopSettings, type ShopSettings } from '../settings/index.ts';
import type { Visit, WindingRole } from './visit.ts';

export interface Plans {
  readonly machine: MachineKind;
  readonly plate: Nameplate;
  readonly shop: ShopSettings;
  /** The limits that its readings are held against. */
  readonly criteria: Criteria;
  readonly asFound: CheckedCard;
  readonly proposed: CheckedCard | null;
  readonly asWound: CheckedCard | null;
  /** What is to be wound: the released proposal where it can be wound, else as found. */
  readonly toMake: CheckedCard;
  readonly role: 'as-found' | 'proposed';
  /** A proposal waits for a lead's release. */
  readonly waitsForRelease: boolean;
}

/** @param working whether the figures keep their derivation */
export function plansOf(
  visit: Pick<Visit, 'machine' | 'plate' | 'windings' | 'settings' | 'criteria'>,
  working: boolean,
): Plans {
  const { machine } = visit;
  const { plate } = machine.readPlate(visit.plate);
  const shop = readShopSettings(visit.settings);
  const winding = (role: WindingRole) => visit.windings.find((w) => w.role === role);
  const found = winding('as-found')?.typed ?? {};
  const check = (typed: Typed) => machine.checkCard(typed, plate, working, shop);
  const asFound = check(found);
  const over = (role: WindingRole) => {
    const typed = winding(role)?.typed;
    return typed ? check(machine.proposedCard(found, typed)) : null;
  };
  const proposed = over('proposed');
  const released = winding('proposed')?.releasedAt != null || !shop.proposalNeedsRelease;
  const inForce = proposed?.plan && released ? proposed : null;
  return {
    machine,
    plate,
    shop,
    criteria: criteriaOf(visit.criteria),
    asFound,
    proposed,
    asWound: over('as-wound'),
    toMake: inForce ?? asFound,
    role: inForce ? 'proposed' : 'as-found',
    waitsForRelease: proposed !== null && !released,
  };
}

/**
 * A name of what the hand is to make: equal for equal coils in equal slots joined and led out alike. Turns and wire are
 * left out, since readings are held against those anew whenever they are looked at. Figures are not worked out for it.
 */
export function nameOfPlan({ machine, ...visit }: Pick<Visit, 'machine' | 'windings' | 'settings'>): string {
  const shop = readShopSettings(visit.settings);
  const winding = (role: WindingRole) => visit.windings.find((w) => w.role === role);
  const found = winding('as-found')?.typed ?? {};
  const proposal = winding('proposed');
  const released = proposal && (proposal.releasedAt !== null || !shop.proposalNeedsRelease);
  return (
    (released ? machine.nameOfPlan(machine.proposedCard(found, proposal.typed), shop) : '') ||
    machine.nameOfPlan(found, shop)
  );
}

/** What a reading is held against: as it came, what was found; afterwards what it was to become. */
export const contextFor = (plans: Plans, stage: Stage): TestContext => ({
  plate: plans.plate,
  criteria: plans.criteria,
  plan: (BEFORE_THE_WORK.has(stage) ? plans.asFound : plans.toMake).plan,
});
