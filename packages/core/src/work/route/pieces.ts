/** Making a station from another one: the same with something else in it, or with more. */
import type { Field, Form } from '../../language/forms/index.ts';
import type { Station, StationId } from './station.ts';

export interface MoreOfStation {
  /** Said first, and after what is said already. */
  readonly before?: readonly string[];
  readonly todo?: readonly string[];
  readonly record?: Form;
}

/** @throws when there is no such station: a route names those that it is made from */
export const pieceOf = (stations: readonly Station[], id: StationId): Station => {
  const found = stations.find((s) => s.id === id);
  if (!found) throw new Error(`There is no station ${id} to make another one from.`);
  const { addedLater: _later, ...station } = found;
  return station;
};

/** Every station, those that are named with more to do and to record; a field of the same id takes the old one's place. */
export const withMore = (
  stations: readonly Station[],
  more: Readonly<Record<StationId, MoreOfStation>>,
): readonly Station[] =>
  stations.map((station) => {
    const add = more[station.id];
    if (!add) return station;
    const fields = add.record ?? [];
    const kept = station.record.filter((f) => !fields.some((x) => x.id === f.id));
    return {
      ...station,
      todo: [...(add.before ?? []), ...station.todo, ...(add.todo ?? [])],
      record: [...kept, ...fields],
    };
  });

/** A figure with the range that it usually lies in; outside it is asked about, not refused. */
export const usually = <F extends Field>(
  field: F,
  usual: { readonly least?: number; readonly most?: number },
): F & { usual: typeof usual } => ({
  ...field,
  usual,
});
