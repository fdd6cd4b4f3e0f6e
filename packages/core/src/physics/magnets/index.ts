export * from './back-emf.ts';
