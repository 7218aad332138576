export * from './plastic.ts';
export * from './tub.ts';
export * from './asMix.ts';
export * from './triage.ts';
export * from './advice.ts';
