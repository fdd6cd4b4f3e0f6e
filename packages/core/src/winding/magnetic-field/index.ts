export * from './magnetomotive-force.ts';
export * from './wave-effects.ts';
