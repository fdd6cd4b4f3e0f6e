/** The motor that a scanned tag names: its own, or that of one of its parts. */
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
): Promise<{ readonly number: string } | null> {
  const asked = dispatch(api.endpoints.findMotors.initiate(scanned, { forceRefetch: true }));
  try {
    const found = await asked.unwrap();
    const motor = found.find((m) => m.number.toLowerCase() === scanned.toLowerCase());
    return motor ?? (await motorOfPart(dispatch, scanned));
  } finally {
    asked.unsubscribe();
  }
}

/** @returns the motor that a part with this tag came with; null where none has it, or it cannot be told which */
async function motorOfPart(dispatch: typeof store.dispatch, tag: string) {
  // Longer than any tag: it is no tag.
  if (tag.length > 24) return null;
  const asked = dispatch(api.endpoints.partsWithTag.initiate(tag, { forceRefetch: true }));
  try {
    const found = await asked.unwrap();
    const numbers = new Set(found.map((p) => p.number));
    return numbers.size === 1 ? { number: found[0]!.number } : null;
  } finally {
    asked.unsubscribe();
  }
}
