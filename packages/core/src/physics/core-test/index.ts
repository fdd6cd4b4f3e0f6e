export * from './loop.ts';
