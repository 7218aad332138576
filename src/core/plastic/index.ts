export * from './plastic.ts';
export * from './tub.ts';
export * from './asMix.ts';
