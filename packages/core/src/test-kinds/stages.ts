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

/** What the motor was when it came: kept and shown, and no word on what it is now. */
export const BEFORE_THE_WORK: ReadonlySet<Stage> = new Set(['incoming']);
