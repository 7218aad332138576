export * from './barrels.ts';
export * from './build.ts';
export * from './builtIns.ts';
export * from './check.ts';
export * from './compose.ts';
export * from './place.ts';
export * from './schema.ts';
export * from './tools.ts';
