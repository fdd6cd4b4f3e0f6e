/** The trade's computation. Everything a view, the server or a script may use; nothing here does input or output. */
export * from './quantity/index.ts';
export * from './units/index.ts';
export * from './fields/index.ts';
export * from './nameplate/index.ts';
export * from './wire/index.ts';
export * from './winding/index.ts';
export * from './connection/index.ts';
export * from './field/index.ts';
export * from './analysis/index.ts';

/** Written into every issued document beside its figures. */
export const CORE_VERSION = '0.2.0';
export * from './data-card/index.ts';
export * from './redesign/index.ts';
export * from './insulation/index.ts';
export * from './shop-settings/index.ts';
export * from './electrical-tests/index.ts';
export * from './heat/index.ts';
export * from './balance/index.ts';
export * from './route/index.ts';
export * from './gates/index.ts';
export * from './verdict/index.ts';
