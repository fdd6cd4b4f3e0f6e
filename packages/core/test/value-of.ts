/** The value of a computation that must not refuse. */
import type { Outcome } from '../src/index.ts';

export function valueOf<T>(outcome: Outcome<T>): T {
  if (!outcome.ok) throw new Error(outcome.findings.map((f) => `${f.code}: ${f.message}`).join('; '));
  return outcome.value;
}
