export * from './magnetomotive-force.ts';
