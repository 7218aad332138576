export * from './share.ts';
export * from './spares.ts';
export * from './wilson.ts';
