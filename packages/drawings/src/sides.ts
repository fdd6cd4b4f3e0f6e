/** The coil sides of a winding by where they lie. */
import type { Coil, Layer, WindingLayout } from '@norther/core';

export interface Side {
  readonly slot: number;
  readonly layer: Layer;
  readonly coil: Coil;
  /** The phase's current goes in by it. */
  readonly goes: boolean;
}

const DEPTH: Readonly<Record<Layer, number>> = { bore: 0, whole: 0, back: 1 };

/** Every coil side, round from slot 1, in each slot from the bore outward. */
export const sidesByPlace = (layout: WindingLayout): Side[] =>
  layout.coils
    .flatMap((coil): Side[] => [
      { slot: coil.topSlot, layer: coil.topLayer, coil, goes: coil.sign > 0 },
      { slot: coil.bottomSlot, layer: coil.bottomLayer, coil, goes: coil.sign < 0 },
    ])
    .sort((a, b) => a.slot - b.slot || DEPTH[a.layer] - DEPTH[b.layer]);

/** The side in that layer of the slot, or the one that fills the slot; undefined where it is empty. */
export const sideAt = (layout: WindingLayout, slot: number, layer: 'bore' | 'back'): Side | undefined =>
  sidesByPlace(layout).find((s) => s.slot === slot && (s.layer === layer || s.layer === 'whole'));
