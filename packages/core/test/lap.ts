import { buildLayout, type WindingLayout } from '../src/index.ts';

/** A layout that must exist. */
export function lap(slots: number, poles: number, pitch: number): WindingLayout {
  const result = buildLayout({ slots, poles, pitch });
  if (!result.ok) throw new Error(result.findings.map((f) => f.message).join('; '));
  return result.value;
}
