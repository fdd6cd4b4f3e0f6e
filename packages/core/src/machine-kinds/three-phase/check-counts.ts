/** Counts, poles, core sizes and wires of a card, held against each other. */
import { slotShape, type WindingAnalysis } from '../../winding/analysis/index.ts';
import { proposePoles, type Nameplate } from '../../winding/nameplate/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import { enamelledDiameterMm } from '../../winding/wire/index.ts';
import type { DataCard } from './data-card.ts';

export function checkCounts(card: DataCard, analysis: WindingAnalysis | null): Finding[] {
  const found: Finding[] = [];
  const { slots, poles, coilsCounted, groupsCounted, layers } = card;
  if (analysis && layers && analysis.layout.kind !== 'lap') {
    const laid = analysis.layout.layersFound;
    if (layers === 1 && laid !== 'one')
      found.push(
        finding(
          'stop',
          'card.layers-against-spans',
          `These spans put ${laid === 'two' ? 'two coil sides' : 'one side in some slots, two in others'} in a slot, but the card says one layer. Count spans and layers again.`,
          ['layers', 'span'],
        ),
      );
    else if (layers === 2 && laid === 'one')
      found.push(
        finding(
          'stop',
          'card.layers-against-spans',
          'These spans put one coil side in each slot, but the card says two layers. Count spans and layers again.',
          ['layers', 'span'],
        ),
      );
  }
  const coils = analysis?.layout.coils.length ?? (slots && (layers === 1 ? slots / 2 : slots));
  if (slots && coils && coilsCounted && coilsCounted !== coils) {
    found.push(
      coilsCounted * 2 === coils
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
            analysis
              ? `As the card describes it the winding has ${coils} coils.`
              : `Two layers: ${slots} slots hold ${slots} coils.`,
          ),
    );
  }
  const groups = analysis?.layout.groups.length ?? (poles && slots && slots >= 3 * poles ? 3 * poles : null);
  if (poles && groups && groupsCounted && groupsCounted !== groups)
    found.push(
      finding(
        'stop',
        'card.groups-not-poles',
        groupsCounted * 2 === groups
          ? `${groupsCounted} groups are half of ${groups}: a consequent-pole winding or ${poles / 2} poles; count both again.`
          : `${groupsCounted} groups do not make ${poles} poles; this winding needs ${groups}.`,
        ['groupsCounted', 'poles'],
        'Groups = poles × phases, half of that with consequent poles.',
      ),
    );
  return found;
}

/** @param second a core with two windings runs at the speed of either */
export function checkPoles(card: DataCard, plate: Nameplate, second: WindingAnalysis | null): Finding[] {
  if (second && plate.speedRpm && plate.frequencyHz) {
    const fast = proposePoles(plate.speedRpm, plate.frequencyHz);
    if (fast && [card.poles, second.winding.poles].includes(fast.poles)) return [];
  }
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

/** More of the core than any maker gives to cooling. */
const MOST_DUCTS = 0.5;

export function checkCore(card: DataCard): Finding[] {
  const { slots, bore, toothWidth, slotArea, backIron, coreLength, ducts } = card;
  const found: Finding[] = [];
  if (coreLength && ducts && ducts > MOST_DUCTS * coreLength)
    found.push(
      finding(
        'stop',
        'card.ducts-fill-core',
        `Ducts of ${ducts.toFixed(0)} mm leave ${Math.max(0, coreLength - ducts).toFixed(0)} mm of iron in a core of ${coreLength.toFixed(0)} mm: measure both again. The core length is over all, ducts included.`,
        ['ducts', 'coreLength'],
        'Ducts take 0 to 25 % of a core (common practice, no source).',
      ),
    );
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

export function checkWires(card: DataCard): Finding[] {
  return (card.wires ?? []).flatMap((w): Finding[] => {
    if (w.overEnamelMm === undefined || w.strap) return [];
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

/**
 * One group counted coil by coil, held against the turns that the card says: one counted coil hides that others differ.
 * Source: common practice, no source.
 */
export function checkGroupTurns(card: DataCard, analysis: WindingAnalysis | null): Finding[] {
  const { groupTurns, turns } = card;
  if (!groupTurns || groupTurns.length === 0) return [];
  const found: Finding[] = [];
  const counted = groupTurns.join(', ');
  const sizes = analysis && new Set(analysis.layout.groups.map((g) => g.coils.length));
  if (sizes && !sizes.has(groupTurns.length))
    found.push(
      finding(
        'stop',
        'card.group-of-another-size',
        `${groupTurns.length} coils were counted in a group; this winding has groups of ${[...sizes].join(' and ')}.`,
        ['groupTurns', 'slots', 'poles'],
      ),
    );
  const said = turns?.[0];
  if (!said || found.length > 0) return found;
  const expected = said.length === 1 ? groupTurns.map(() => said[0]!) : said;
  const off = groupTurns.filter((n, i) => n !== expected[i]).length;
  if (expected.length === groupTurns.length && off === 0) return found;
  const same = new Set(groupTurns).size === 1;
  found.push(
    finding(
      'stop',
      'card.turns-uneven',
      same
        ? `Every coil of the group was counted with ${groupTurns[0]} turns, the card says ${said.join(', ')}. Count one again.`
        : `The coils of the group were counted with ${counted} turns, the card says ${said.join(', ')}: put ${groupTurns.join(',')} on the card, or count again.`,
      ['groupTurns', 'turns'],
      'Coils of one group often differ by a turn or two; one that was counted does not tell the others.',
    ),
  );
  return found;
}

/** A wire that was measured is none of those on the card [share]. Common practice, no source: a worn micrometer is off by less. */
const WIRE_OFF = 0.025;

export function checkMeasuredWire({ wires, wireBare, wireOver }: DataCard): Finding[] {
  const found: Finding[] = [];
  if (wireBare !== undefined && wireOver !== undefined && wireOver <= wireBare)
    found.push(
      finding(
        'stop',
        'card.wire-over-thinner',
        'Over its enamel the wire must be thicker than bare: measure both again.',
        ['wireOver', 'wireBare'],
      ),
    );
  if (wireBare === undefined || !wires || wires.some((w) => w.strap)) return found;
  const near = (d: number) => Math.abs(wireBare / d - 1) <= WIRE_OFF;
  if (wires.some((w) => near(w.bareDiameterMm))) return found;
  found.push(
    finding(
      'watch',
      'card.wire-other-than-measured',
      `${wireBare.toFixed(3)} mm was measured bare; the card has ${wires.map((w) => w.bareDiameterMm.toFixed(3)).join(' and ')} mm.`,
      ['wireBare', 'wires'],
      'Burnt enamel left on it measures thicker, a stretched wire thinner.',
    ),
  );
  return found;
}
