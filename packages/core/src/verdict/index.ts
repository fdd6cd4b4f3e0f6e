export * from './motor-verdict.ts';
