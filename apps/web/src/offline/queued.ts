/** Which writes wait for the network, and what they are called: those of card, traveller and tests. */

const QUEUED: readonly (readonly [RegExp, (m: RegExpExecArray) => string])[] = [
  [/^motors\/([^/]+)\/windings\/(as-found|proposed|as-wound)$/, (m) => `card, ${m[2]!.replace('-', ' ')}`],
  [
    /^motors\/([^/]+)\/stations\/([^/]+)\/(take|sign|amend)$/,
    (m) => `${m[2]} ${m[3] === 'take' ? 'taken' : m[3] === 'sign' ? 'signed' : 'amended'}`,
  ],
  [/^motors\/([^/]+)\/readings$/, () => 'reading'],
  [/^motors\/([^/]+)\/holds$/, () => 'hold'],
];

/** @returns the motor and what is written; null for what has to be answered at once */
export function queuedWrite(
  method: string,
  url: string,
): { readonly motor: string; readonly what: string } | null {
  if (method !== 'POST' && method !== 'PUT') return null;
  for (const [pattern, say] of QUEUED) {
    const m = pattern.exec(url);
    if (m) return { motor: decodeURIComponent(m[1]!), what: say(m) };
  }
  return null;
}
