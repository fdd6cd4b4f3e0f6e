/** Moves a motor among its neighbours: rush stays before the others, and a place lies between two. */
import { placeBetween } from '@norther/core';
import type { FloorMotor } from '@norther/records';
import { useCallback } from 'react';
import { unwrap, useAct } from '../app/use-act.ts';
import { useSetOnFloorMutation } from './floor-api.ts';

/**
 * @param all in their order
 * @param to index it is to have when it is taken out of the list
 * @returns its place; null where it cannot go there: rush motors stand before all others
 */
export function placeAt(all: readonly FloorMotor[], number: string, to: number): number | null {
  const moved = all.find((r) => r.motor.number === number);
  if (!moved) return null;
  const others = all.filter((r) => r !== moved && r.motor.rush === moved.motor.rush);
  const ahead = moved.motor.rush ? 0 : all.filter((r) => r.motor.rush).length;
  const at = to - ahead;
  if (at < 0 || at > others.length) return null;
  return placeBetween(others[at - 1]?.motor ?? null, others[at]?.motor ?? null);
}

export function useOrder(all: readonly FloorMotor[]) {
  const [send] = useSetOnFloorMutation();
  const act = useAct();
  const put = useCallback(
    (number: string, place: number | null, said: string) =>
      act(unwrap(send({ writeId: crypto.randomUUID(), number, change: { place } })), said),
    [act, send],
  );
  const moveTo = useCallback(
    (number: string, to: number) => {
      const place = placeAt(all, number, to);
      if (place !== null) void put(number, place, `Motor ${number} is placed by hand.`);
      return place !== null;
    },
    [all, put],
  );
  const move = useCallback(
    (number: string, by: 1 | -1) => {
      const at = all.findIndex((r) => r.motor.number === number);
      return at >= 0 && moveTo(number, at + by);
    },
    [all, moveTo],
  );
  const byPromise = useCallback(
    (number: string) => void put(number, null, `Motor ${number} stands by its promise again.`),
    [put],
  );
  return { moveTo, move, byPromise };
}
