export * from './cups.ts';
export * from './metal.ts';
export * from './mould.ts';
export * from './rack.ts';
export * from './shot.ts';
export * from './work.ts';
