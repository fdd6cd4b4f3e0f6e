export * from './ring.ts';
export * from './compare.ts';
export * from './shorted-turn.ts';
export * from './levels.ts';
