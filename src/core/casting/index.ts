export * from './becomes.ts';
export * from './casting.ts';
export * from './master.ts';
export * from './schema.ts';
