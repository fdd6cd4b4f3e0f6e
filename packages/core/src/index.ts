/** The trade's computation. Everything a view, the server or a script may use; nothing here does input or output. */
export { CORE_VERSION } from './version.ts';
export * from './language/index.ts';
export * from './physics/index.ts';
export * from './winding/index.ts';
export * from './machine-kinds/index.ts';
export * from './test-kinds/index.ts';
export * from './work/index.ts';
export * from './shop/index.ts';
