export * from './build.ts';
export * from './tools.ts';
