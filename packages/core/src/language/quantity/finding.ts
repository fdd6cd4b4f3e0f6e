/**
 * A finding: one doubt or one refusal about what was entered, in a winder's words.
 * Source: none; each finding is made beside the rule it follows, which names its own.
 */

/** `stop`: cannot go on like this; `watch`: look again; `note`: worth knowing. */
export type Severity = 'stop' | 'watch' | 'note';

export interface Finding {
  readonly severity: Severity;
  /** Stable key, `area.what-is-wrong`; tests and translations hang on it, never on the sentence. */
  readonly code: string;
  /** What is wrong, in one sentence. */
  readonly message: string;
  /** Field ids to look at or count again. */
  readonly fields: readonly string[];
  /** What it is concluded from, or what would be right. */
  readonly because?: string;
}

export function finding(
  severity: Severity,
  code: string,
  message: string,
  fields: readonly string[],
  because?: string,
): Finding {
  return because === undefined
    ? { severity, code, message, fields }
    : { severity, code, message, fields, because };
}

/** A value, or the findings that say why there is none. */
export type Outcome<T> =
  | { readonly ok: true; readonly value: T; readonly findings: readonly Finding[] }
  | { readonly ok: false; readonly findings: readonly Finding[] };

export const good = <T>(value: T, findings: readonly Finding[] = []): Outcome<T> => ({
  ok: true,
  value,
  findings,
});
export const refused = <T>(findings: readonly Finding[]): Outcome<T> => ({ ok: false, findings });
