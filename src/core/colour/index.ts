export * from './line.ts';
export * from './bleed.ts';
