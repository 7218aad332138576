export * from './protocol.ts';
