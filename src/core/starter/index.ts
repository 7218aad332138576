export * from './colours.ts';
export * from './countries.ts';
export * from './mould.ts';
export * from './shelf.ts';
export * from './tools.ts';
export * from './usual.ts';
