/** Coils in slots and what follows from them: layout, connection, wire, insulation, figures, other windings. */
export * from './nameplate/index.ts';
export * from './wire/index.ts';
export * from './layout/index.ts';
export * from './words/index.ts';
export * from './connection/index.ts';
export * from './magnetic-field/index.ts';
export * from './analysis/index.ts';
export * from './machine/index.ts';
export * from './damage/index.ts';
export * from './redesign/index.ts';
export * from './library/index.ts';
export * from './insulation/index.ts';
