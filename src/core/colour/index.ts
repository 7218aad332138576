export * from './line.ts';
