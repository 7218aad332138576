export * from './grade.ts';
export * from './mix.ts';
export * from './plastisol.ts';
export * from './schema.ts';
export * from './viscosity.ts';
export * from './kinds.ts';
export * from './shelf.ts';
export * from './scale.ts';
