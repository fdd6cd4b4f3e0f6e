export * from './field.ts';
export * from './shop-units.ts';
