export * from './resistance.ts';
export * from './branches.ts';
export * from './unbalance.ts';
export * from './cooling-curve.ts';
