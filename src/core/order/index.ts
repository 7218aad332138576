export * from './batch.ts';
export * from './columns.ts';
export * from './csv.ts';
export * from './day.ts';
export * from './order.ts';
export * from './progress.ts';
