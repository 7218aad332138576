export * from './plastic.ts';
export * from './tub.ts';
export * from './asMix.ts';
export * from './triage.ts';
export * from './advice.ts';
export * from './blend.ts';
export * from './blendSays.ts';
export * from './suits.ts';
