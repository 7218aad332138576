export * from './draw.ts';
export * from './scene.ts';
export { strew, volumeOf } from './flakes.ts';
export * from './compose.ts';
export * from './tell.ts';
