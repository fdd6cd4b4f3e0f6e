export * from './sinusoid.ts';
export * from './frequencies.ts';
