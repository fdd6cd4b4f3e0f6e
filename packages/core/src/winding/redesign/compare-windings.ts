/** Says what each difference between the winding as found and a proposed one does. */
import type { WindingAnalysis } from '../analysis/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';

/** @returns one finding a consequence, the weighty ones first */
export function compareWindings(found: WindingAnalysis, proposed: WindingAnalysis): Finding[] {
  const list: Finding[] = [];
  const a = found.figures;
  const b = proposed.figures;
  const ratio = (x?: { value: number }, y?: { value: number }) => (x && y ? y.value / x.value : 1);
  const percent = (r: number) => `${r > 1 ? '+' : '−'}${Math.abs(100 * (r - 1)).toFixed(1)} %`;
  const flux = ratio(a.fluxPerPole, b.fluxPerPole);
  if (Math.abs(flux - 1) > 0.005) {
    const past = proposed.judged.toothDensity?.verdict === 'stop';
    list.push(
      finding(
        past ? 'stop' : Math.abs(flux - 1) > 0.05 ? 'watch' : 'note',
        'redesign.flux',
        flux > 1
          ? `Flux ${percent(flux)}: more torque, more no-load current and core loss.`
          : `Flux ${percent(flux)}: cooler core, pull-out torque about ${percent(flux * flux)}.`,
        ['turns', 'circuits', 'connection', 'span'],
        past ? 'The teeth are past their limit.' : 'Torque goes with the square of the flux, roughly.',
      ),
    );
  }
  const density = ratio(a.currentDensity, b.currentDensity);
  if (Math.abs(density - 1) > 0.005)
    list.push(
      finding(
        proposed.judged.currentDensity?.verdict === 'stop' ? 'stop' : density > 1.05 ? 'watch' : 'note',
        'redesign.current-density',
        density > 1
          ? `Current density ${percent(density)}: the copper runs warmer, its loss about ${percent(density)} for the same turns.`
          : `Current density ${percent(density)}: the copper runs cooler.`,
        ['wires', 'circuits'],
      ),
    );
  const copper = ratio(a.copperMass, b.copperMass);
  const turn = ratio(a.meanTurn, b.meanTurn);
  if (Math.abs(copper - 1) > 0.01)
    list.push(
      finding(
        'note',
        'redesign.copper',
        `Copper ${percent(copper)}, ${b.copperMass!.value.toFixed(2)} instead of ${a.copperMass!.value.toFixed(2)} kg${Math.abs(turn - 1) > 0.01 ? `; a mean turn is ${percent(turn)} long` : ''}.`,
        ['span', 'kind', 'wires', 'turns'],
      ),
    );
  const loss = ratio(a.copperLoss, b.copperLoss);
  if (Math.abs(loss - 1) > 0.02)
    list.push(
      finding(
        loss > 1.1 ? 'watch' : 'note',
        'redesign.loss',
        loss > 1
          ? `Loss in the winding ${percent(loss)}: ${(b.copperLoss!.value - a.copperLoss!.value).toFixed(0)} W more to be carried away, the winding some ${percent(loss)} hotter above its cooling air.`
          : `Loss in the winding ${percent(loss)}: ${(a.copperLoss!.value - b.copperLoss!.value).toFixed(0)} W less to be carried away.`,
        ['wires', 'turns', 'circuits'],
        'At 75 °C and the current each is for; rise goes roughly with the loss (common practice).',
      ),
    );
  if (
    (found.layout.kind ?? 'lap') !== (proposed.layout.kind ?? 'lap') &&
    Math.abs(ratio(a.windingFactor, b.windingFactor) - 1) < 1e-6
  )
    list.push(
      finding(
        'note',
        'redesign.same-field',
        'The field stays as it was: every coil side lies in its own phase’s slots as before, only the end turns differ.',
        ['kind'],
      ),
    );
  const volts = ratio(a.voltsPerCoil, b.voltsPerCoil);
  if (Math.abs(volts - 1) > 0.005)
    list.push(
      finding(
        volts > 1.5 ? 'watch' : 'note',
        'redesign.volts-per-coil',
        `Volts a coil ${percent(volts)}: ${volts > 1 ? 'more between neighbouring turns; mind phase paper and sleeving.' : 'easier on the turn insulation.'}`,
        ['circuits', 'connection'],
      ),
    );
  const fill = proposed.judged.slotFillEnamelled;
  if (fill && fill.verdict !== 'sound')
    list.push(
      finding(
        fill.verdict,
        'redesign.slot-fill',
        `Slot fill ${b.slotFillEnamelled!.value.toFixed(2)}: ${fill.verdict === 'stop' ? 'not to be inserted by hand.' : 'hard to insert.'}`,
        ['wires', 'turns'],
      ),
    );
  if (found.winding.poles !== proposed.winding.poles)
    list.push(
      finding(
        'watch',
        'redesign.poles',
        `${proposed.winding.poles} instead of ${found.winding.poles} poles: another speed; back iron and cage were made for the old one.`,
        ['poles'],
      ),
    );
  const order = { stop: 0, watch: 1, note: 2 };
  return list.sort((x, y) => order[x.severity] - order[y.severity]);
}
