import type { MeasuredMesh } from '@/core/mesh/index.ts';

/** The most a mesh file may weigh, bytes: three million binary facets. */
const MOST_BYTES = 160_000_000;

/**
 * Measures an STL file in a worker.
 * @param progress told the share done, 0 to 1
 * @param signal ends it
 */
export async function measureMesh(
  file: File,
  progress: (share: number) => void,
  signal: AbortSignal,
): Promise<MeasuredMesh | null> {
  if (file.size > MOST_BYTES)
    return {
      ok: false,
      code: 'huge',
      message:
        `That file weighs ${Math.round(file.size / 1e6)} MB; a bait's mesh needs no more than ` +
        `${MOST_BYTES / 1e6}. Thin it out, or save it as binary.`,
    };
  const bytes = await file.arrayBuffer();
  if (signal.aborted) return null;
  return new Promise((resolve) => {
    const worker = new Worker(new URL('./mesh.worker.ts', import.meta.url), { type: 'module' });
    const end = (result: MeasuredMesh | null) => {
      worker.terminate();
      resolve(result);
    };
    signal.addEventListener('abort', () => end(null), { once: true });
    worker.onerror = () =>
      end({
        ok: false,
        code: 'broken',
        message: 'That file could not be measured. Nothing was taken.',
      });
    worker.onmessage = (
      messageEvent: MessageEvent<{ progress?: number; result?: MeasuredMesh }>,
    ) =>
      messageEvent.data.result
        ? end(messageEvent.data.result)
        : progress(messageEvent.data.progress ?? 0);
    worker.postMessage(bytes, [bytes]);
  });
}
