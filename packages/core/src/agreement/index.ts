export * from './agreement.ts';
