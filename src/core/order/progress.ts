/**
 * Where the baits of a line are, each counted once. The five add up to the line's count, or more
 * when over.
 */
export interface Progress {
  sent: number;
  packed: number;
  cured: number;
  curing: number;
  shot: number;
  toShoot: number;
}

/**
 * Splits a line's count by how far each bait has come.
 * @param tonight good baits of running sessions, not yet allotted
 */
export function progress(
  line: { count: number; allotted: number; cured: number; packed: number; sent: number },
  tonight: number,
): Progress {
  const sent = Math.min(line.sent, line.count);
  const packed = Math.max(0, Math.min(line.packed - line.sent, line.count - sent));
  const ready = Math.max(0, Math.min(line.cured, line.count) - sent - packed);
  const curing = Math.max(0, Math.min(line.allotted, line.count) - sent - packed - ready);
  const shot = Math.max(0, Math.min(tonight, line.count - sent - packed - ready - curing));
  return {
    sent,
    packed,
    cured: ready,
    curing,
    shot,
    toShoot: Math.max(0, line.count - sent - packed - ready - curing - shot),
  };
}

export interface Readiness {
  verdict: 'good' | 'watch' | 'stop';
  /** ms; when all of it is cured, or the last moment to shoot the rest */
  at: number;
  what: 'done' | 'ready' | 'late' | 'shoot-by' | 'too-late';
}

/**
 * Whether a line can be ready on its day. Baits cure before they are bagged, so what is still to be
 * shot must be shot that much sooner.
 * @param promisedEnd last ms of the promised day
 * @param cure h
 */
export function readiness(
  progress: Progress,
  {
    curedAt,
    promisedEnd,
    cure,
    now,
  }: { curedAt: number | null; promisedEnd: number; cure: number; now: number },
): Readiness {
  if (progress.toShoot === 0 && progress.shot === 0) {
    if (progress.curing === 0) return { verdict: 'good', at: curedAt ?? now, what: 'done' };
    const at = curedAt ?? now;
    return at <= promisedEnd
      ? { verdict: 'good', at, what: 'ready' }
      : { verdict: 'stop', at, what: 'late' };
  }
  const by = promisedEnd - cure * 3_600_000;
  if (progress.toShoot === 0)
    return now <= by
      ? { verdict: 'good', at: now + cure * 3_600_000, what: 'ready' }
      : { verdict: 'stop', at: now + cure * 3_600_000, what: 'late' };
  if (now > by) return { verdict: 'stop', at: now + cure * 3_600_000, what: 'too-late' };
  return { verdict: by - now < 2 * 86_400_000 ? 'watch' : 'good', at: by, what: 'shoot-by' };
}
