/** The ring of coils between the bars of a commutator as it was wound, with its faults. Source: Kirchhoff's laws. */
import { ResistorNetwork, type Edge } from '../../language/numeric/index.ts';
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';
import { fold, waveExists, type ArmatureKind } from './armature-plan.ts';

export interface SoundRing {
  readonly bars: number;
  readonly kind: ArmatureKind;
  readonly poles: number;
  readonly plex: number;
  readonly progressive: boolean;
  readonly coilOhm: number;
  /** Bars k, k + pitch, k + 2 pitch … are joined without ohms. */
  readonly equalizerPitchBars: number | null;
}

export type RingFault =
  | { readonly kind: 'open' | 'short' | 'reversed'; readonly coil: number }
  | { readonly kind: 'partial'; readonly coil: number; readonly factor: number }
  /** Both leads of the bar exchanged with both of the next, or the finishes only. */
  | { readonly kind: 'crossed' | 'finishes-exchanged'; readonly bar: number }
  /** A poor joint between the bar and both its leads. */
  | { readonly kind: 'riser'; readonly bar: number; readonly ohm: number };

/** Bars from the start of a coil to its finish. @returns refused where such a wave does not close */
export function ringPitch(ring: SoundRing): Outcome<number> {
  const sign = ring.progressive ? 1 : -1;
  if (ring.kind === 'lap') return good(sign * ring.plex);
  const pitch = (ring.bars + sign * ring.plex) / (ring.poles / 2);
  if (Number.isInteger(pitch)) return good(pitch);
  return refuse(
    'armature.no-wave',
    `${ring.bars} bars ${ring.progressive ? 'and' : 'less'} ${ring.plex} do not part into ${ring.poles / 2} pole pairs: this is no wave winding${waveExists(ring.bars, ring.poles, ring.plex) ? `; it closes ${ring.progressive ? 'retrogressive' : 'progressive'}` : ''}.`,
    'bars',
    'poles',
  );
}

/**
 * The ring with its faults laid in one after the other: first what is exchanged, then joints.
 * @param tiedBars further ones that are joined without ohms, from 0
 * @returns a network whose point k − 1 is bar k; further ones lie behind a poor joint
 */
export function ringNetwork(
  ring: SoundRing,
  faults: readonly RingFault[],
  tiedBars: readonly (readonly [number, number])[] = [],
): Outcome<ResistorNetwork> {
  const { bars } = ring;
  const read = ringPitch(ring);
  if (!read.ok) return read;
  const strange = faults.findIndex((f) => ('coil' in f ? f.coil : f.bar) > bars);
  if (strange !== -1)
    return refuse(
      'armature.no-such-place',
      `Coils and bars count from 1 to ${bars}: fault ${strange + 1} is beyond.`,
      'faults',
    );
  const starts = Array.from({ length: bars }, (_, i) => i);
  const finishes = starts.map((i) => fold(i + 1 + read.value, bars) - 1);
  const ohms: (number | null)[] = starts.map(() => ring.coilOhm);
  const risers = new Map<number, number>();
  const exchange = (ends: number[], a: number, b: number) =>
    ends.forEach((node, i) => {
      if (node === a) ends[i] = b;
      else if (node === b) ends[i] = a;
    });
  for (const f of faults) {
    const coil = 'coil' in f ? f.coil - 1 : 0;
    switch (f.kind) {
      case 'open':
        ohms[coil] = null;
        break;
      case 'short':
        if (ohms[coil] !== null) ohms[coil] = 0;
        break;
      case 'partial':
        if (ohms[coil] !== null) ohms[coil] = ohms[coil]! * f.factor;
        break;
      case 'reversed':
        // Which way round a coil lies between its two bars changes no ohms.
        break;
      case 'crossed':
        exchange(starts, f.bar - 1, f.bar % bars);
        exchange(finishes, f.bar - 1, f.bar % bars);
        break;
      case 'finishes-exchanged':
        exchange(finishes, f.bar - 1, f.bar % bars);
        break;
      case 'riser':
        risers.set(f.bar - 1, (risers.get(f.bar - 1) ?? 0) + f.ohm);
    }
  }
  const edges: Edge[] = [];
  const ties = [...tiedBars];
  const behind = new Map([...risers.keys()].map((bar, i) => [bar, bars + i]));
  const at = (bar: number) => behind.get(bar) ?? bar;
  starts.forEach((start, i) => {
    const ohm = ohms[i]!;
    if (ohm === null) return;
    if (ohm === 0) ties.push([at(start), at(finishes[i]!)]);
    else edges.push([at(start), at(finishes[i]!), ohm]);
  });
  for (const [bar, ohm] of risers) edges.push([bar, behind.get(bar)!, ohm]);
  if (ring.equalizerPitchBars !== null)
    for (let k = 0; k < bars; k++) ties.push([k, (k + ring.equalizerPitchBars) % bars]);
  return good(new ResistorNetwork(bars + risers.size, edges, ties));
}

/** Bar k to bar k + 1, the last one to bar 1 [Ω]; null where nothing joins them. */
export const barToBarOhm = (bars: number, network: ResistorNetwork): (number | null)[] =>
  Array.from({ length: bars }, (_, k) => network.transfer(k, (k + 1) % bars, k, (k + 1) % bars));

/**
 * Bar k less bar k + 1 while a current flows in at one bar and out at another [V].
 * @returns null between a part that is cut off and the rest, and everywhere when no current can flow
 */
export const dropsV = (
  bars: number,
  network: ResistorNetwork,
  { feedInBar, feedOutBar, currentA }: { feedInBar: number; feedOutBar: number; currentA: number },
): (number | null)[] =>
  Array.from({ length: bars }, (_, k) => {
    const volts = network.transfer(k, (k + 1) % bars, feedInBar - 1, feedOutBar - 1);
    return volts === null ? null : currentA * volts;
  });

/**
 * Between the two polarities of point brushes, alternate ones tied [Ω]; null where nothing joins them.
 * @returns refused for a wave, and where a brush would not meet the middle of a bar
 */
export function brushesOhm(ring: SoundRing, faults: readonly RingFault[]): Outcome<number | null> {
  if (ring.kind === 'wave')
    return refuse('armature.brushes-of-wave', 'Brush to brush is worked out for a lap winding only.', 'kind');
  if (ring.bars % ring.poles !== 0)
    return refuse(
      'armature.brushes-between-bars',
      `${ring.bars} bars do not part into ${ring.poles} poles: point brushes would not meet like bars. The plan gives the ohms of its paths.`,
      'bars',
      'poles',
    );
  const brushes = Array.from({ length: ring.poles }, (_, i) => (i * ring.bars) / ring.poles);
  const network = ringNetwork(
    ring,
    faults,
    brushes.slice(2).map((bar, i) => [brushes[i % 2]!, bar] as const),
  );
  if (!network.ok) return network;
  return good(network.value.transfer(0, brushes[1]!, 0, brushes[1]!));
}
