export * from './logistic.ts';
export * from './why.ts';
