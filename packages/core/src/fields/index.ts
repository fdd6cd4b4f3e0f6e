export * from './field.ts';
