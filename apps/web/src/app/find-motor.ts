/** The motor that a scanned tag names. */
import type { MotorRecord } from '@norther/records';
import { api } from './api.ts';
import type { store } from './store.ts';

/**
 * Held while it is asked for: an answer that nobody holds is thrown away when another person's work is heard of meanwhile.
 * @returns null when no motor of this shop has the number
 * @throws when the server cannot be reached
 */
export async function findMotor(
  dispatch: typeof store.dispatch,
  scanned: string,
): Promise<MotorRecord | null> {
  const asked = dispatch(api.endpoints.findMotors.initiate(scanned, { forceRefetch: true }));
  try {
    const found = await asked.unwrap();
    return found.find((m) => m.number.toLowerCase() === scanned.toLowerCase()) ?? null;
  } finally {
    asked.unsubscribe();
  }
}
