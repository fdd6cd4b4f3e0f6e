export * from './sinusoid.ts';
export * from './frequencies.ts';
export * from './limits.ts';
