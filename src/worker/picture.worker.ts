// Bundled by itself, without the app's short names.
import type { Asked, Scene } from '../core/picture/index.ts';
import { picture } from '../core/picture/index.ts';

export interface PictureAsk {
  n: number;
  scene: Scene;
  asked: Asked[];
}
export interface PictureAnswer {
  n: number;
  svg: string[];
  ms: number;
}

/** Baits drawn from their numbers, off the page's own thread. */
addEventListener('message', ({ data }: MessageEvent<PictureAsk>) => {
  const began = performance.now();
  const svg = data.asked.map((asked) => picture(data.scene, asked));
  postMessage({ n: data.n, svg, ms: performance.now() - began } satisfies PictureAnswer);
});
