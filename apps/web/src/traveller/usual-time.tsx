/** How long a station has been in hand, against what it usually takes. */
import type { Station } from '@norther/core';
import { useNow } from '../kit/use-now.ts';

/** Longer than usual is shown, and is nobody's fault. */
export function UsualTime({ station, since }: { readonly station: Station; readonly since: string }) {
  const now = useNow().getTime();
  const usual = station.standardMinutes;
  if (usual === undefined) return null;
  const minutes = (now - Date.parse(since)) / 60_000;
  return minutes > usual ? (
    <b className="ml-2 bg-lemon px-1 font-[600] text-[#0F1E29]">longer than the usual {usual} min</b>
  ) : (
    <span className="ml-2">of usually {usual} min</span>
  );
}
