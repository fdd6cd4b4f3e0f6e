export * from './nameplate.ts';
