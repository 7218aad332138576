export * from './bait.ts';
export * from './blank.ts';
export * from './closure.ts';
export * from './kinds.ts';
export * from './layout.ts';
export * from './mould.ts';
export * from './outline.ts';
export * from './schema.ts';
