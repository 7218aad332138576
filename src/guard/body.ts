const MB = 1 << 20;

/** How much may be sent, by where it goes: what nobody types stands on its own line. */
const LIMITS: readonly (readonly [RegExp, number])[] = [
  [/^\/api\/(mixes|tubs|faults)\/\w+\/pictures$/, 8 * MB],
  [/^\/api\/(orders\/file|colours\/import)$/, 20 * MB],
  [/^\/api\/sessions\/\d+\/events$/, 4 * MB],
];
const USUAL = MB;
export const limitOf = (path: string): number =>
  LIMITS.find(([where]) => where.test(path))?.[1] ?? USUAL;

/** ms a body may take to come: it is here at once, or its line is bad. */
const PATIENCE = 20_000;

export type ReadBody =
  { ok: true; body: Uint8Array<ArrayBuffer> } | { ok: false; status: 408 | 413; message: string };

const said = (bytes: number): string => `${Math.round(bytes / MB)} MB`;

/**
 * So much more than allowed is let run by, kept nowhere, so that whoever sent it hears why it was
 * refused.
 */
const RUNS_BY = 64 * MB;

/** Reads what is sent, piece by piece, and keeps no more than its limit. */
export async function readWithin(request: Request, limit: number): Promise<ReadBody> {
  const tooMuch: ReadBody = {
    ok: false,
    status: 413,
    message: `At most ${said(limit)} can be sent here. Nothing was changed.`,
  };
  if (!request.body) return { ok: true, body: new Uint8Array() };
  const reader = request.body.getReader();
  const pieces: Uint8Array[] = [];
  let bytes = 0;
  let late = false;
  const clock = setTimeout(() => {
    late = true;
    void reader.cancel();
  }, PATIENCE);
  try {
    for (let next = await reader.read(); !next.done; next = await reader.read()) {
      bytes += next.value.byteLength;
      if (bytes <= limit) pieces.push(next.value);
      else pieces.length = 0;
      if (bytes > limit + RUNS_BY) {
        void reader.cancel();
        return tooMuch;
      }
    }
  } finally {
    clearTimeout(clock);
  }
  if (bytes > limit) return tooMuch;
  return late
    ? {
        ok: false,
        status: 408,
        message: 'What was sent came too slowly. Nothing was changed; try again.',
      }
    : { ok: true, body: new Uint8Array(Buffer.concat(pieces)) };
}
