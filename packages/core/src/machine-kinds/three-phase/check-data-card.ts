/** Finds what on a data card is missing, wrong, or contradicts itself, while the copper is still there to be counted. */
import {
  analyseWinding,
  besideInSlot,
  type Supply,
  type WindingAnalysis,
} from '../../winding/analysis/index.ts';
import type { Typed } from '../../language/forms/index.ts';
import type { Nameplate } from '../../winding/nameplate/index.ts';
import type { Finding } from '../../language/quantity/index.ts';
import type { CheckedCard, ShopDefaults } from '../../winding/machine/index.ts';
import { CARD_MOMENTS, missingOnCard } from './moments.ts';
import { THREE_PHASE_ID, threePhasePlan, type ThreePhasePlan } from './plan.ts';
import {
  checkCore,
  checkCounts,
  checkGroupTurns,
  checkMeasuredWire,
  checkPoles,
  checkWires,
} from './check-counts.ts';
import { checkFigures, checkLead } from './check-figures.ts';
import { checkPlate } from './check-plate.ts';
import { coreOf, readDataCard, unconnectedWindingOf, windingOf, type DataCard } from './data-card.ts';
import { furtherLook, readLeadCount, type LeadEvidence, type LeadReading } from './lead-readings.ts';
import { readShorthand } from './shorthand.ts';

export interface ThreePhaseCard extends CheckedCard {
  readonly plan: ThreePhasePlan | null;
  readonly card: DataCard;
  readonly analysis: WindingAnalysis | null;
  /** The second winding of a core that holds two. */
  readonly second: WindingAnalysis | null;
  readonly leadReadings: readonly LeadReading[];
  /** What would decide between the lead readings; null when nothing is open. */
  readonly furtherLook: string | null;
}

/** The plate's supply, and over it what a proposal is for. */
export function supplyOf(plate: Nameplate, card: DataCard = {}): Supply {
  const supply = {
    voltageV: card.forVoltage ?? plate.voltageV,
    frequencyHz: card.forFrequency ?? plate.frequencyHz,
    currentA: card.forCurrent ?? plate.currentA,
    cooling: plate.cooling,
  };
  return Object.fromEntries(Object.entries(supply).filter(([, v]) => v !== undefined)) as Supply;
}

/** What a card leaves open, as the shop does it. */
export const withDefaults = (typed: Typed, defaults: Typed): Typed => {
  const open = Object.entries(defaults).filter(([id]) => !typed[id]?.trim());
  return open.length > 0 ? { ...typed, ...Object.fromEntries(open) } : typed;
};

/** Everything a view shows beside the card: reading, analysis, contradictions, gaps. Never throws for what was typed. */
export function checkDataCard(
  typed: Typed,
  plate: Nameplate,
  working = true,
  shop: ShopDefaults = {},
): ThreePhaseCard {
  const { card, findings } = readDataCard(withDefaults(typed, shop.joining ?? {}));
  const settings = shop.analysis ?? {};
  const found: Finding[] = [...findings];
  const core = coreOf(card);
  const supply = supplyOf(plate, card);
  const other = secondCard(typed, card);
  found.push(...(other?.findings ?? []));
  const winding = windingOf(card);
  const beside = other && windingOf(other.card);
  let analysis: WindingAnalysis | null = null;
  let second: WindingAnalysis | null = null;
  if (winding) {
    const result = analyseWinding(
      {
        winding: beside ? { ...winding, besideInSlot: besideInSlot(beside) } : winding,
        core,
        supply,
        settings,
      },
      working,
    );
    found.push(...(result.ok ? result.value.findings : result.findings));
    if (result.ok) analysis = result.value;
  }
  if (winding && beside) {
    const { currentA: _fast, ...without } = supply;
    const result = analyseWinding(
      {
        winding: { ...beside, besideInSlot: besideInSlot(winding) },
        core,
        supply: plate.slowCurrentA ? { ...without, currentA: plate.slowCurrentA } : without,
        settings,
      },
      working,
    );
    if (result.ok) second = result.value;
    found.push(
      ...(result.ok ? result.value.findings : result.findings).map((f) => ({
        ...f,
        message: `Second winding: ${f.message}`,
        fields: ['second'],
      })),
    );
  }
  found.push(
    ...checkCounts(card, analysis),
    ...checkGroupTurns(card, analysis),
    ...checkMeasuredWire(card),
    ...checkPoles(card, plate, second),
    ...checkPlate(card, plate),
    ...checkCore(card),
    ...checkWires(card),
  );
  const unconnected = unconnectedWindingOf(card);
  const evidence = evidenceOf(card);
  // A list that judges many cards has no use for readings of a count that agrees.
  const agrees =
    analysis?.connection.endsPerLead === card.endsPerLead &&
    !Object.values(analysis?.judged ?? {}).some((j) => j.verdict === 'stop');
  const leadReadings =
    unconnected && evidence && (working || !agrees) ? readLeadCount(evidence, unconnected, core, supply) : [];
  if (analysis) found.push(...checkFigures(analysis, card, leadReadings));
  found.push(...checkLead(card, analysis, leadReadings));
  const missing = missingOnCard(typed);
  return {
    machine: THREE_PHASE_ID,
    typed,
    card,
    plan: analysis && threePhasePlan(analysis, card),
    analysis,
    second,
    findings: found,
    missing,
    moments: CARD_MOMENTS,
    leadReadings,
    furtherLook: evidence ? furtherLook(leadReadings, evidence) : null,
    complete: missing.length === 0 && !found.some((f) => f.severity === 'stop'),
  };
}

function evidenceOf(card: DataCard): LeadEvidence | null {
  if (!card.endsPerLead) return null;
  const scheme = card.leads ?? 'three';
  const twoSpeed = scheme.startsWith('constant') || scheme.startsWith('variable');
  const leads = scheme === 'nine' ? 9 : scheme === 'twelve' ? 12 : scheme === 'three' ? 3 : 6;
  // Copper constant 234.5 °C, IEEE 112.
  const at20 = card.lineResistance
    ? (card.lineResistance * (234.5 + 20)) / (234.5 + (card.resistanceTemperature ?? 20))
    : undefined;
  return {
    ends: card.endsPerLead,
    leads,
    ...(twoSpeed ? { twoSpeed } : {}),
    ...(card.starJoint ? { starJoint: card.starJoint } : {}),
    ...(at20 ? { resistance20: at20 } : {}),
  };
}

/** The second winding of the core as a card of its own: the slots of the first, everything else from its line. */
function secondCard(typed: Typed, card: DataCard) {
  if (!card.second) return null;
  const { tokens, fills } = readShorthand(card.second);
  const wrong = tokens.filter((t) => t.problem).map((t) => t.problem!);
  const read = readDataCard({ slots: typed['slots'] ?? '', layers: typed['layers'] ?? '', ...fills });
  return {
    card: read.card,
    findings: [
      ...wrong.map((message): Finding => ({
        severity: 'stop',
        code: 'card.second-misread',
        message: `Second winding: ${message}`,
        fields: ['second'],
      })),
      ...read.findings.map((f) => ({ ...f, message: `Second winding: ${f.message}`, fields: ['second'] })),
    ],
  };
}

/** The card as that of a machine with a three-phase stator; null where it has none, or there is no card. */
export const asThreePhase = (card: CheckedCard | null | undefined): ThreePhaseCard | null =>
  card && 'leadReadings' in card ? (card as ThreePhaseCard) : null;
