export * from './explained.ts';
export * from './glossary.ts';
export * from './stages.ts';
export * from './told.ts';
