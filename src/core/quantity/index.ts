export * from './format.ts';
export * from './parse.ts';
export * from './parsed.ts';
export * from './units.ts';
export * from './phrase.ts';
