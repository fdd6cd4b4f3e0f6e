/** When in a visit a test is made. */
export const STAGES = {
  incoming: 'as it came',
  bare: 'bare core',
  'before-varnish': 'before varnish',
  varnished: 'after varnish',
  final: 'final',
} as const;
export type Stage = keyof typeof STAGES;

/** The connection is still open to be mended: a joint or another plan makes such a reading void. */
export const PROVES_CONNECTION: ReadonlySet<Stage> = new Set(['before-varnish']);
