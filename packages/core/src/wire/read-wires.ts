/** Reads the wires in hand of one turn as they are said: `3x0.95+1x0.90`, `2 x #18`, `0,8`. */
import { readQuantity, showShort } from '../units/index.ts';
import type { Strand } from './wire-table.ts';

export type WiresReading =
  { readonly ok: true; readonly wires: readonly Strand[] } | { readonly ok: false; readonly message: string };

const no = (message: string): WiresReading => ({ ok: false, message });

/** @param text sizes joined by `+`; each `count x diameter`, the count 1 when left out; a size over enamel after `/` */
export function readWires(text: string): WiresReading {
  const wires: Strand[] = [];
  for (const part of text.split('+')) {
    const piece = part.trim();
    const m = /^(?:(\d+)\s*[x×*]\s*)?(.+)$/i.exec(piece);
    if (!m) return no('A wire is missing beside the +. Say it as 3x0.95+1x0.90.');
    const count = m[1] === undefined ? 1 : Number(m[1]);
    const [bareText, overText] = m[2]!.split('/');
    const bare = readQuantity(bareText!, 'wire-diameter');
    if (!bare.ok) return no(`Wire “${piece}”: ${bare.message}`);
    if (count < 1 || count > 200) return no(`Wire “${piece}”: 1 to 200 strands in hand, not ${count}.`);
    if (!(bare.value >= 0.03 && bare.value <= 6))
      return no(
        `Wire “${piece}”: ${showShort(bare.value)} mm bare is no winding wire; 0.03 to 6 mm would be.`,
      );
    if (overText === undefined) {
      wires.push({ count, bareDiameterMm: bare.value });
      continue;
    }
    const over = readQuantity(overText, 'wire-diameter');
    if (!over.ok) return no(`Wire “${piece}”: ${over.message}`);
    if (!(over.value > bare.value))
      return no(`Wire “${piece}”: over the enamel it must be thicker than bare; measure both again.`);
    wires.push({ count, bareDiameterMm: bare.value, overEnamelMm: over.value });
  }
  return wires.length > 4 ? no('More than four sizes in one turn are not wound.') : { ok: true, wires };
}

/** The same in the shop's shorthand. */
export const showWires = (wires: readonly Strand[]): string =>
  wires
    .map((w) => {
      const over = w.overEnamelMm === undefined ? '' : `/${showShort(w.overEnamelMm, 4)}`;
      return `${w.count}x${w.bareDiameterMm.toFixed(2)}${over}`;
    })
    .join('+');
