export * from './nameplate.ts';
export * from './certified.ts';
