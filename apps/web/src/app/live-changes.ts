/** What a message of the server's stream changes in what this tab has: the floor is told its rows, a motor is asked for anew. */
import { QueryStatus } from '@reduxjs/toolkit/query';
import { byRushAndPlace } from '@norther/core';
import type { FloorMotor, LiveMessage } from '@norther/records';
import { api } from './api.ts';
import type { AppDispatch, RootState } from './store.ts';

/** Put in its place; taken off where `row` is null. */
export function withRow(rows: readonly FloorMotor[], motor: string, row: FloorMotor | null): FloorMotor[] {
  const others = rows.filter((r) => r.motor.id !== motor);
  return row ? [...others, row].sort((a, b) => byRushAndPlace(a.motor, b.motor)) : others;
}

/** Hears the stream, and knows whether it has heard everything since this tab first asked. */
export class LiveChanges {
  /** @param heard the last change that the server had heard of when this tab first asked, or null before any answer */
  constructor(private heard: () => string | null) {}

  apply({ heard, changes }: LiveMessage, dispatch: AppDispatch, state: () => RootState) {
    const before = this.heard();
    this.heard = () => heard;
    if (changes.length === 0) {
      // The stream begins: what happened since is not told again.
      if (before !== heard)
        dispatch(
          api.util.invalidateTags(['Floor', 'Motor', 'Shop', 'Routes', 'People', 'Heat', 'Plan', 'Series']),
        );
      return;
    }
    for (const change of changes) {
      if (change.motor === null) {
        dispatch(api.util.invalidateTags(['Shop', 'Routes', 'People', 'Motor', 'Heat', 'Plan', 'Series']));
        continue;
      }
      const { motor, row } = change;
      // An answer that is under way may be older than this, and would be put over it.
      const asking = api.endpoints.floor.select()(state()).status === QueryStatus.pending;
      if (row === undefined || asking) dispatch(api.util.invalidateTags(['Floor']));
      else dispatch(api.util.updateQueryData('floor', undefined, (rows) => withRow(rows, motor, row)));
      // Its sheets are known by its number.
      const shown = api.util.selectInvalidatedBy(state(), [{ type: 'Motor', id: motor }]);
      const numbers = shown.flatMap((q) => (q.endpointName === 'motor' ? [q.originalArgs as string] : []));
      if (numbers.length > 0)
        dispatch(api.util.invalidateTags(numbers.map((number) => ({ type: 'Motor' as const, id: number }))));
    }
  }
}
