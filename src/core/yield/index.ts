export * from './spares.ts';
export * from './wilson.ts';
