export * from './build.ts';
export * from './schema.ts';
export * from './tools.ts';
