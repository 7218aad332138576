export * from './lag.ts';
export * from './protocol.ts';
export * from './schema.ts';
