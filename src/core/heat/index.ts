export * from './conduct.ts';
export * from './constants.ts';
export * from './cup.ts';
export * from './degas.ts';
export * from './dose.ts';
export * from './freeze.ts';
export * from './joint.ts';
export * from './open.ts';
