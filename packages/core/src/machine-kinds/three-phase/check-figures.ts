/** What the leads and the figures say against the card. */
import type { WindingAnalysis } from '../../winding/analysis/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import type { DataCard } from './data-card.ts';
import type { LeadReading } from './lead-readings.ts';

const Y = (connection: 'star' | 'delta') => (connection === 'star' ? 'Y' : 'Δ');

/** The count of ends on a lead, and the star joint, against circuits and connection. */
export function checkLead(
  card: DataCard,
  analysis: WindingAnalysis | null,
  readings: readonly LeadReading[],
): Finding[] {
  const { circuits, connection, endsPerLead, starJoint } = card;
  const found: Finding[] = [];
  const inside = analysis ? analysis.connection.endsAtStar > 0 : connection === 'star';
  if (connection && starJoint && inside !== (starJoint === 'yes') && (card.leads ?? 'three') === 'three')
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
  const expected = analysis?.connection.endsPerLead ?? (connection === 'star' ? circuits : 2 * circuits);
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

/** Flux, fill, resistance and copper against what iron and slot can hold and what was measured. */
export function checkFigures(
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
  const slowStops = (['toothDensity', 'gapDensity', 'backIronDensity'] as const).filter(
    (id) => analysis.slow?.judged[id]?.verdict === 'stop',
  );
  if (density.length === 0 && slowStops.length > 0)
    found.push(
      finding(
        'stop',
        'card.flux-density-at-slow-speed',
        `At the lower speed this motor would carry ${slowStops.map((id) => `${analysis.slow!.figures[id]!.value.toFixed(2)} T`).join(', ')}: past what iron can. Count turns, circuits and span again.`,
        ['turns', 'circuits', 'leads', 'span'],
        'With two speeds the lower one carries the higher density: delta or star in series against double star.',
      ),
    );
  const fill = figures.slotFillEnamelled;
  if (fill && judged.slotFillEnamelled?.verdict === 'stop')
    found.push(
      finding(
        'stop',
        'card.does-not-fit-slot',
        `This wire fills ${(100 * fill.value).toFixed(0)} % of the slot: ${fill.value > 1 ? 'it cannot have been in there' : 'more than a hand gets in'}. Count turns and wires in hand, measure wire and slot again.`,
        ['turns', 'wires', 'slotArea'],
      ),
    );
  const { currentDensity } = figures;
  if (currentDensity && judged.currentDensity?.verdict === 'stop')
    found.push(
      finding(
        'stop',
        'card.current-density-impossible',
        `At the amperes of the plate this wire would carry ${currentDensity.value.toFixed(1)} A/mm²: it would have burnt long ago. Count wires in hand and circuits, measure the wire again.`,
        ['wires', 'circuits', 'connection'],
        'The limit goes by the cooling on the plate (common practice, no source).',
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
