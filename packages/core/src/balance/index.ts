export * from './residual-unbalance.ts';
