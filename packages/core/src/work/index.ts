/** One motor's way through the shop: its route, gates, visit, why it failed, what was agreed, the verdict. */
export * from './settings/index.ts';
export * from './failure/index.ts';
export * from './agreement/index.ts';
export * from './route/index.ts';
export * from './gates/index.ts';
export * from './verdict/index.ts';
export * from './visit/index.ts';
