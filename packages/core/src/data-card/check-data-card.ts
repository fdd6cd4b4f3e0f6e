/** Finds what on a data card is missing, wrong, or contradicts itself, while the copper is still there to be counted. */
import { analyseWinding, slotShape, type WindingAnalysis } from '../analysis/index.ts';
import { proposePoles, type Nameplate } from '../nameplate/index.ts';
import { finding, type Finding } from '../quantity/index.ts';
import type { Typed } from '../fields/index.ts';
import { enamelledDiameterMm } from '../wire/index.ts';
import {
  coreOf,
  DATA_CARD_FIELDS,
  readDataCard,
  REQUIRED_BEFORE_STRIPPING,
  windingOf,
  type DataCard,
} from './data-card.ts';
import { readLeadCount, type LeadReading } from './lead-readings.ts';

export interface CheckedCard {
  readonly card: DataCard;
  readonly analysis: WindingAnalysis | null;
  readonly findings: readonly Finding[];
  /** Labels of required fields still empty. */
  readonly missing: readonly { readonly id: string; readonly label: string }[];
  readonly leadReadings: readonly LeadReading[];
  /** Nothing missing and no finding that stops. */
  readonly complete: boolean;
}

/** Everything a view shows beside the card: reading, analysis, contradictions, gaps. Never throws for what was typed. */
export function checkDataCard(typed: Typed, plate: Nameplate, working = true): CheckedCard {
  const { card, findings } = readDataCard(typed);
  const found: Finding[] = [...findings];
  found.push(...checkCounts(card), ...checkPoles(card, plate), ...checkCore(card), ...checkWires(card));
  const winding = windingOf(card);
  const supply = {
    ...(plate.voltageV ? { voltageV: plate.voltageV } : {}),
    ...(plate.frequencyHz ? { frequencyHz: plate.frequencyHz } : {}),
    ...(plate.currentA ? { currentA: plate.currentA } : {}),
    ...(plate.cooling ? { cooling: plate.cooling } : {}),
  };
  let analysis: WindingAnalysis | null = null;
  let leadReadings: readonly LeadReading[] = [];
  if (winding && card.layers !== 1) {
    const result = analyseWinding({ winding, core: coreOf(card), supply }, working);
    found.push(...(result.ok ? result.value.findings : result.findings));
    if (card.endsPerLead)
      leadReadings = readLeadCount(card.endsPerLead, winding, coreOf(card), supply, card.starJoint);
    if (result.ok) {
      analysis = result.value;
      found.push(...checkFigures(analysis, card, leadReadings));
    }
  }
  found.push(...checkLead(card, leadReadings));
  const missing = REQUIRED_BEFORE_STRIPPING.filter((id) => !typed[id]?.trim()).map((id) => ({
    id,
    label: DATA_CARD_FIELDS.find((f) => f.id === id)!.label,
  }));
  return {
    card,
    analysis,
    findings: found,
    missing,
    leadReadings,
    complete: missing.length === 0 && !found.some((f) => f.severity === 'stop'),
  };
}

function checkCounts(card: DataCard): Finding[] {
  const found: Finding[] = [];
  const { slots, poles, coilsCounted, groupsCounted, layers } = card;
  if (layers === 1)
    found.push(
      finding(
        'stop',
        'card.one-layer',
        'One-layer windings are not planned here yet; keep this one on paper as well.',
        ['layers'],
        'Two coil sides lie in every slot of a two-layer winding.',
      ),
    );
  if (slots && coilsCounted && layers !== 1 && coilsCounted !== slots) {
    found.push(
      coilsCounted * 2 === slots
        ? finding(
            'stop',
            'card.coils-half-of-slots',
            `${coilsCounted} coils in ${slots} slots is a one-layer winding; count the layers again.`,
            ['coilsCounted', 'layers', 'slots'],
            'Coils = slots with two layers, slots / 2 with one.',
          )
        : finding(
            'stop',
            'card.coils-not-slots',
            `${coilsCounted} coils do not fit ${slots} slots; count coils and slots again.`,
            ['coilsCounted', 'slots'],
            `Two layers: ${slots} slots hold ${slots} coils.`,
          ),
    );
  }
  if (slots && poles && groupsCounted && slots >= 3 * poles && groupsCounted !== 3 * poles)
    found.push(
      finding(
        'stop',
        'card.groups-not-poles',
        groupsCounted * 2 === 3 * poles
          ? `${groupsCounted} groups are half of ${poles} poles × 3: a consequent-pole winding or ${poles / 2} poles; count both again.`
          : `${groupsCounted} groups do not make ${poles} poles; three phases need ${3 * poles}.`,
        ['groupsCounted', 'poles'],
        'Groups = poles × phases.',
      ),
    );
  return found;
}

function checkPoles(card: DataCard, plate: Nameplate): Finding[] {
  if (!card.poles || !plate.speedRpm || !plate.frequencyHz) return [];
  const proposed = proposePoles(plate.speedRpm, plate.frequencyHz);
  if (!proposed || proposed.poles === card.poles) return [];
  return [
    finding(
      'stop',
      'card.poles-against-speed',
      `${card.poles} poles turn at ${Math.round((120 * plate.frequencyHz) / card.poles)} rpm without load, but the plate says ${Math.round(plate.speedRpm)}: that is ${proposed.poles} poles. Count the groups of one phase again.`,
      ['poles', 'groupsCounted'],
      `120 × ${plate.frequencyHz} Hz / ${proposed.poles} poles = ${Math.round((120 * plate.frequencyHz) / proposed.poles)} rpm.`,
    ),
  ];
}

function checkCore(card: DataCard): Finding[] {
  const { slots, bore, toothWidth, slotArea, backIron } = card;
  const found: Finding[] = [];
  if (slots && bore && toothWidth) {
    const slotPitch = (Math.PI * bore) / slots;
    if (toothWidth >= slotPitch)
      found.push(
        finding(
          'stop',
          'card.teeth-fill-bore',
          `${slots} teeth of ${toothWidth.toFixed(2)} mm are wider than the bore is round; measure bore and tooth again.`,
          ['toothWidth', 'bore', 'slots'],
          `One tooth and one slot share ${slotPitch.toFixed(2)} mm of the bore.`,
        ),
      );
    else if (slotArea) {
      const shape = slotShape(
        { slots },
        { boreDiameterMm: bore, toothWidthMm: toothWidth, slotAreaMm2: slotArea },
      );
      if (shape && (shape.depthMm > 0.5 * bore || shape.depthMm / shape.widthMm > 9))
        found.push(
          finding(
            'watch',
            'card.slot-too-deep',
            `A slot of ${slotArea.toFixed(0)} mm² between these teeth would be ${shape.depthMm.toFixed(0)} mm deep and ${shape.widthMm.toFixed(1)} mm wide; measure slot area and tooth width again.`,
            ['slotArea', 'toothWidth'],
          ),
        );
      else if (shape && shape.depthMm < 0.5 * shape.widthMm)
        found.push(
          finding(
            'watch',
            'card.slot-too-shallow',
            `A slot of ${slotArea.toFixed(0)} mm² would be only ${shape.depthMm.toFixed(1)} mm deep and ${shape.widthMm.toFixed(1)} mm wide; measure slot area and tooth width again.`,
            ['slotArea', 'toothWidth'],
          ),
        );
    }
  }
  if (bore && backIron && backIron > bore)
    found.push(
      finding(
        'watch',
        'card.back-iron-large',
        'The back iron is deeper than the bore is wide; measure it again from slot bottom to outside.',
        ['backIron', 'bore'],
      ),
    );
  return found;
}

function checkWires(card: DataCard): Finding[] {
  return (card.wires ?? []).flatMap((w): Finding[] => {
    if (w.overEnamelMm === undefined) return [];
    const thickest = enamelledDiameterMm(w.bareDiameterMm, 3);
    return w.overEnamelMm > thickest * 1.03
      ? [
          finding(
            'watch',
            'card.enamel-thick',
            `${w.overEnamelMm.toFixed(3)} mm over ${w.bareDiameterMm.toFixed(3)} mm bare is more enamel than grade 3 has (${thickest.toFixed(3)}); measure bare and over again.`,
            ['wires'],
            'IEC 60317-0-1, from memory.',
          ),
        ]
      : [];
  });
}

const Y = (connection: 'star' | 'delta') => (connection === 'star' ? 'Y' : 'Δ');

function checkLead(card: DataCard, readings: readonly LeadReading[]): Finding[] {
  const { circuits, connection, endsPerLead, starJoint } = card;
  const found: Finding[] = [];
  if (connection && starJoint && (connection === 'star') !== (starJoint === 'yes'))
    found.push(
      finding(
        'stop',
        'card.star-joint-against-connection',
        connection === 'star'
          ? 'The card says star, but no star joint was found. Look for it under the lacing, or read the lead as delta.'
          : 'The card says delta, but a star joint was found. Count the ends on a lead again and read them as star.',
        ['connection', 'starJoint'],
      ),
    );
  if (!circuits || !connection || !endsPerLead) return found;
  const expected = connection === 'star' ? circuits : 2 * circuits;
  if (endsPerLead === expected) return found;
  const said = `${circuits}${Y(connection)}`;
  const best = readings.find((r) => !r.refusal && r.verdict !== 'stop') ?? readings.find((r) => !r.refusal);
  const ways = readings
    .filter((r) => !r.refusal)
    .map((r) => `${r.circuits}${Y(r.connection)}`)
    .join(' or ');
  found.push(
    finding(
      'stop',
      'card.ends-against-circuits',
      `The card says ${said}, but ${endsPerLead} ${endsPerLead === 1 ? 'end lies' : 'ends lie'} on a lead: that is ${ways || 'no winding that fits'}. Count the ends on a second lead.`,
      ['circuits', 'connection', 'endsPerLead'],
      best && best.toothDensityT !== null
        ? `${best.circuits}${Y(best.connection)} puts ${best.toothDensityT.toFixed(2)} T in the teeth.`
        : `${said} puts ${expected} ends on a lead.`,
    ),
  );
  return found;
}

function checkFigures(
  analysis: WindingAnalysis,
  card: DataCard,
  readings: readonly LeadReading[],
): Finding[] {
  const found: Finding[] = [];
  const { figures, judged, winding } = analysis;
  const density = (['toothDensity', 'gapDensity', 'backIronDensity'] as const).filter(
    (id) => judged[id]?.verdict === 'stop',
  );
  if (density.length > 0) {
    const names = { toothDensity: 'teeth', gapDensity: 'gap', backIronDensity: 'back iron' };
    const better = readings.find(
      (r) => r.verdict !== 'stop' && (r.circuits !== winding.circuits || r.connection !== winding.connection),
    );
    const values = density.map((id) => `${figures[id]!.value.toFixed(2)} T in the ${names[id]}`).join(', ');
    found.push(
      finding(
        'stop',
        'card.flux-density-impossible',
        `As written this motor would carry ${values}: past what iron can. Count turns, circuits and span again${better ? `; ${better.circuits}${Y(better.connection)} would fit` : ''}.`,
        ['turns', 'circuits', 'connection', 'span'],
        'Usual: gap 0.35–0.65, teeth 1.4–1.8, back iron 1.2–1.6 T (common practice, no source).',
      ),
    );
  } else if (
    figures.toothDensity &&
    figures.gapDensity &&
    figures.toothDensity.value < 1 &&
    figures.gapDensity.value < 0.35
  ) {
    found.push(
      finding(
        'watch',
        'card.flux-density-low',
        `Only ${figures.toothDensity.value.toFixed(2)} T in the teeth and ${figures.gapDensity.value.toFixed(2)} T in the gap: too many turns or too few circuits on the card? Count both again.`,
        ['turns', 'circuits', 'connection'],
      ),
    );
  }
  const fill = figures.slotFillEnamelled;
  if (fill && fill.value > 1)
    found.push(
      finding(
        'stop',
        'card.does-not-fit-slot',
        `This wire fills ${(100 * fill.value).toFixed(0)} % of the slot: it cannot have been in there. Count turns and wires in hand, measure wire and slot again.`,
        ['turns', 'wires', 'slotArea'],
      ),
    );
  if (card.lineResistance && figures.lineResistance20) {
    const at = card.resistanceTemperature ?? 20;
    // Copper constant 234.5 °C, IEEE 112.
    const measured20 = (card.lineResistance * (234.5 + 20)) / (234.5 + at);
    const deviation = measured20 / figures.lineResistance20.value - 1;
    if (Math.abs(deviation) > 0.15)
      found.push(
        finding(
          Math.abs(deviation) > 0.3 ? 'stop' : 'watch',
          'card.resistance-against-winding',
          `Lead to lead reads ${measured20.toPrecision(4)} Ω at 20 °C, but this winding would have ${figures.lineResistance20.value.toPrecision(4)} Ω (${(100 * deviation).toFixed(0)} %). Count turns and wires in hand, check circuits and connection.`,
          ['lineResistance', 'turns', 'wires', 'circuits', 'connection'],
          card.meanTurn
            ? 'From the mean turn measured.'
            : 'The mean turn is estimated, good to some 10 %; measure a coil’s turn to sharpen this.',
        ),
      );
  }
  if (card.strippedCopper && figures.copperMass) {
    const deviation = card.strippedCopper / figures.copperMass.value - 1;
    if (Math.abs(deviation) > 0.15)
      found.push(
        finding(
          Math.abs(deviation) > 0.3 ? 'stop' : 'watch',
          'card.copper-against-winding',
          `${card.strippedCopper.toFixed(1)} kg of copper came out, but this winding holds ${figures.copperMass.value.toFixed(1)} kg (${(100 * deviation).toFixed(0)} %). Turns and wires in hand do not agree with the scale.`,
          ['strippedCopper', 'turns', 'wires'],
        ),
      );
  }
  return found;
}
