/** The unit of a series that a scanned tag names, such as B7-147. */
import type { store } from '../app/store.ts';
import { batchPath, seriesApi } from './series-api.ts';

/** @returns the address of its line with the unit picked; null where no batch has it */
export async function findUnit(dispatch: typeof store.dispatch, scanned: string): Promise<string | null> {
  const m = /^([A-Za-z0-9][A-Za-z0-9.]{0,11})-(\d{1,7})$/.exec(scanned.trim());
  if (!m) return null;
  const asked = dispatch(
    seriesApi.endpoints.unitLife.initiate({ name: m[1]!, serial: Number(m[2]) }, { forceRefetch: true }),
  );
  try {
    const unit = await asked.unwrap();
    return `${batchPath(unit.batch)}?unit=${unit.serial}`;
  } catch (error) {
    if ((error as { status?: unknown }).status === 404) return null;
    throw error;
  } finally {
    asked.unsubscribe();
  }
}
