import { useEffect } from 'react';
import type { Asked, Scene } from '@/core/picture/index.ts';
import { useAnswers } from '@/ui/useAnswers.ts';
import type { PictureAnswer, PictureAsk } from '@/worker/picture.worker.ts';

/**
 * Draws a bait in a worker, all the views asked for; the pictures before stay until the new ones
 * are there.
 */
export function usePicture(scene: Scene | null, asked: Asked[]): PictureAnswer | null {
  const { answer, ask } = useAnswers<PictureAsk, PictureAnswer>(
    () =>
      new Worker(new URL('../../worker/picture.worker.ts', import.meta.url), { type: 'module' }),
  );
  const views = JSON.stringify(asked);
  useEffect(() => {
    if (scene) ask({ scene, asked: JSON.parse(views) as Asked[] });
  }, [scene, views, ask]);
  return answer;
}
/** A picture as an address an image can show. */
export const imageOf = (svg: string): string =>
  `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
