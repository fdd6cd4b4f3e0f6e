/** Says what each difference between the winding as found and a proposed one does. */
import type { WindingAnalysis } from '../analysis/index.ts';
import { finding, type Finding } from '../quantity/index.ts';

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
