export * from './measure.ts';
export * from './read.ts';
export * from './section.ts';
export * from './solid.ts';
