export * from './winding-words.ts';
