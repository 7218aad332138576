export * from './check.ts';
export * from './draft.ts';
export * from './heat.ts';
export * from './input.ts';
export * from './plan.ts';
export * from './pullSheet.ts';
export * from './spoon.ts';
