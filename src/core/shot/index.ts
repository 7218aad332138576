export * from './balance.ts';
export * from './recirculation.ts';
export * from './barrels.ts';
export * from './cup.ts';
export * from './fill.ts';
export * from './flow.ts';
export * from './volume.ts';
export * from './shotsLeft.ts';
