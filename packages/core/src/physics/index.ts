/** What holds for any machine: circuits, heat, vibration, balance, the evaluation of tests. Knows no winding by name. */
export * from './electrical/index.ts';
export * from './surge/index.ts';
export * from './core-test/index.ts';
export * from './performance/index.ts';
export * from './balance/index.ts';
export * from './vibration/index.ts';
export * from './fits/index.ts';
export * from './dc-machine/index.ts';
export * from './magnets/index.ts';
export * from './bonding/index.ts';
export * from './heat/index.ts';
