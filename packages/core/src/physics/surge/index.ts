export * from './ring.ts';
export * from './compare.ts';
export * from './shorted-turn.ts';
export * from './levels.ts';
export * from './waves.ts';
export * from './fit-ring.ts';
export * from './analyse-waves.ts';
export * from './causes.ts';
