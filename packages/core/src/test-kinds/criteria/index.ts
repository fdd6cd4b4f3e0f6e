export * from './criteria.ts';
export * from './published.ts';
