export * from './bait.ts';
export * from './mould.ts';
export * from './outline.ts';
