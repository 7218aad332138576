export * from './dose.ts';
