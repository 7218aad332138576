import type { RecordableHistogram } from 'node:perf_hooks';
import { createHistogram, monitorEventLoopDelay } from 'node:perf_hooks';

interface Of {
  count: number;
  failed: number;
  ms: RecordableHistogram;
}
const began = Date.now();
const routes = new Map<string, Of>();
const delay = monitorEventLoopDelay({ resolution: 20 });
delay.enable();

/** One request more. @param route its place in src/pages @param ms it took */
export function counted(method: string, route: string, status: number, ms: number): void {
  const key = `${method} ${route}`;
  const of = routes.get(key) ?? { count: 0, failed: 0, ms: createHistogram() };
  routes.set(key, of);
  of.count += 1;
  if (status >= 500) of.failed += 1;
  of.ms.record(Math.max(1, Math.round(ms)));
}

export interface Metrics {
  /** s this process has run */
  up: number;
  /** MB of memory it holds, and of it what its own things take */
  memory: { all: number; own: number };
  /** ms its one thread was late, at the 95th percentile and at worst */
  late: { p95: number; most: number };
  requests: {
    what: string;
    count: number;
    failed: number;
    p50: number;
    p95: number;
    most: number;
  }[];
}
const mb = (bytes: number): number => Math.round(bytes / 1e6);
const ms = (ns: number): number => Math.round(ns / 1e4) / 100;

/** How this process does, since it began. */
export function metricsNow(): Metrics {
  const { rss, heapUsed } = process.memoryUsage();
  return {
    up: Math.round((Date.now() - began) / 1000),
    memory: { all: mb(rss), own: mb(heapUsed) },
    late: { p95: ms(delay.percentile(95)), most: ms(delay.max) },
    requests: [...routes]
      .map(([what, of]) => ({
        what,
        count: of.count,
        failed: of.failed,
        p50: of.ms.percentile(50),
        p95: of.ms.percentile(95),
        most: of.ms.max,
      }))
      .sort((one, other) => other.count - one.count),
  };
}
