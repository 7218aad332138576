export * from './csv.ts';
export * from './order.ts';
