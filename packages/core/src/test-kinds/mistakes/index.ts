export * from './likely-slips.ts';
