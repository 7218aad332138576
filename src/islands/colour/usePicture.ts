import { useEffect, useRef, useState } from 'react';
import type { Asked, Scene } from '@/core/picture/index.ts';
import type { PictureAnswer, PictureAsk } from '@/worker/picture.worker.ts';

/** Draws a bait in a worker, all the views asked for; the pictures before stay until the new ones are there. */
export function usePicture(scene: Scene | null, asked: Asked[]): PictureAnswer | null {
  const worker = useRef<Worker>(undefined);
  const n = useRef(0);
  const [answer, setAnswer] = useState<PictureAnswer | null>(null);
  useEffect(() => {
    const made = new Worker(new URL('../../worker/picture.worker.ts', import.meta.url), { type: 'module' });
    made.onmessage = (e: MessageEvent<PictureAnswer>) => e.data.n === n.current && setAnswer(e.data);
    worker.current = made;
    return () => made.terminate();
  }, []);
  const views = JSON.stringify(asked);
  useEffect(() => {
    n.current += 1;
    if (scene) worker.current?.postMessage({ n: n.current, scene, asked: JSON.parse(views) as Asked[] } satisfies PictureAsk);
  }, [scene, views]);
  return answer;
}
/** A picture as an address an image can show. */
export const imageOf = (svg: string): string => `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
