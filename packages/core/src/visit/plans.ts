/** The windings of a visit, checked, and the one that is to be made. */
import { connectionList, jointKey, planKey } from '../connection/index.ts';
import {
  checkDataCard,
  proposedCard,
  readDataCard,
  windingOf,
  withDefaults,
  type CheckedCard,
} from '../data-card/index.ts';
import type { Typed } from '../forms/index.ts';
import { BEFORE_THE_WORK, type Stage, type TestContext } from '../test-kinds/index.ts';
import { readNameplate, type Nameplate } from '../nameplate/index.ts';
import { readShopSettings, type ShopSettings } from '../shop-settings/index.ts';
import { layOut } from '../winding/index.ts';
import type { Visit, WindingRole } from './visit.ts';

export interface Plans {
  readonly plate: Nameplate;
  readonly shop: ShopSettings;
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
export function plansOf(visit: Pick<Visit, 'plate' | 'windings' | 'settings'>, working: boolean): Plans {
  const { plate } = readNameplate(visit.plate);
  const shop = readShopSettings(visit.settings);
  const winding = (role: WindingRole) => visit.windings.find((w) => w.role === role);
  const found = winding('as-found')?.typed ?? {};
  const asFound = checkDataCard(found, plate, working, shop);
  const over = (role: WindingRole) => {
    const typed = winding(role)?.typed;
    return typed ? checkDataCard(proposedCard(found, typed), plate, working, shop) : null;
  };
  const proposed = over('proposed');
  const released = winding('proposed')?.releasedAt != null || !shop.proposalNeedsRelease;
  const inForce = proposed?.analysis && released ? proposed : null;
  return {
    plate,
    shop,
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
export function nameOfPlan(visit: Pick<Visit, 'windings' | 'settings'>): string {
  const shop = readShopSettings(visit.settings);
  const winding = (role: WindingRole) => visit.windings.find((w) => w.role === role);
  const found = winding('as-found')?.typed ?? {};
  const proposal = winding('proposed');
  const released = proposal && (proposal.releasedAt !== null || !shop.proposalNeedsRelease);
  return (released ? nameOfCard(proposedCard(found, proposal.typed), shop) : '') || nameOfCard(found, shop);
}

function nameOfCard(typed: Typed, shop: ShopSettings): string {
  const winding = windingOf(readDataCard(withDefaults(typed, shop.joining)).card);
  const layout = winding && layOut(winding);
  if (!layout?.ok) return '';
  const list = connectionList(layout.value, {
    ...winding!,
    ...(shop.analysis.marks ? { marks: shop.analysis.marks } : {}),
  });
  if (!list.ok) return '';
  const joints = list.value.joints.map((j) => `${jointKey(j)}=${j.lead ?? ''}`).toSorted();
  return `${planKey(layout.value)} ${joints.join(';')}`;
}

/** What a reading is held against: as it came, what was found; afterwards what it was to become. */
export function contextFor(plans: Plans, stage: Stage): TestContext {
  return {
    plate: plans.plate,
    analysis: (BEFORE_THE_WORK.has(stage) ? plans.asFound : plans.toMake).analysis,
    meanTurnMeasured: plans.toMake.card.meanTurn !== undefined,
  };
}
