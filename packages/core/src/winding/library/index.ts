export * from './likeness.ts';
export * from './bring-over.ts';
