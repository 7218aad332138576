export * from './lag.ts';
export * from './protocol.ts';
