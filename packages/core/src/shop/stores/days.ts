/** Days as people write them on a label: 2027-03-31. Source: ISO 8601. */
import { finding, type Finding } from '../../language/quantity/index.ts';
import type { TextField, Typed } from '../../language/forms/index.ts';

export const DAY_MS = 86_400_000;

/** @returns the end of that day [ms since 1970, UTC], null where none is typed, or what is wrong with it */
export function readDay(
  field: TextField,
  typed: Typed,
): { readonly at: number | null; readonly findings: readonly Finding[] } {
  const text = typed[field.id]?.trim() ?? '';
  if (text === '') return { at: null, findings: [] };
  const m = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text);
  const at = m ? Date.UTC(Number(m[1]), Number(m[2]) - 1, Number(m[3])) : NaN;
  // The 31st of February is read as some day of March.
  if (!m || new Date(at).toISOString().slice(0, 10) !== text)
    return {
      at: null,
      findings: [
        finding('stop', 'day.unreadable', `${field.label}: “${text}” is no day; write it as 2027-03-31.`, [
          field.id,
        ]),
      ],
    };
  return { at: at + DAY_MS - 1, findings: [] };
}
