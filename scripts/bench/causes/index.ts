// `npm run bench -- causes [shops] [shots]`: what the record is said to tell, in shops whose truth is
// known and follows other laws than what it is told by.
import { Worker } from 'node:worker_threads';
import type { Part, Work, WORK } from './work.ts';

/** Threads at work, and the seed the shops of a report begin at: none that anything was set by. */
const [THREADS, FROM] = [2, 1001];

/** Adds up the same figures of several parts. */
const added = <T extends Record<string, number>>(parts: readonly T[]): T =>
  Object.fromEntries(
    Object.keys(parts[0]!).map((key) => [key, parts.reduce((sum, one) => sum + one[key]!, 0)]),
  ) as T;
const worked = (what: string, part: Part): Promise<never> =>
  new Promise((resolve, reject) => {
    const worker = new Worker(new URL('./worker.mjs', import.meta.url), {
      workerData: { what, part },
    });
    worker.once('message', resolve).once('error', reject);
  });
async function over<T extends Work>(what: T, shops: number, shots: number) {
  const each = Math.ceil(shops / THREADS);
  return (await Promise.all(
    Array.from({ length: THREADS }, (_, nth) =>
      worked(what, { shops: each, shots, from: FROM + nth * each }),
    ),
  )) as ReturnType<(typeof WORK)[T]>[];
}

async function report(shops: number, shots: number): Promise<void> {
  const percent = (part: number, all: number) => `${Math.round((100 * part) / all)} %`;
  const why = added(await over('why', shops, shots));
  console.log(
    `${why.told} hidden shops of ${shots} shots: the strongest cause named first in ${why.first} of ` +
      `${why.strong} (${percent(why.first, why.strong)}); a false one as sure in ${why.falseSure} ` +
      `(${percent(why.falseSure, why.told)}), the wrong way in ${why.wrongWay}; ` +
      `${percent(why.held, why.ranges)} of ${why.ranges} ranges hold`,
  );
  const none = added(await over('none', shops, shots));
  console.log(
    `${none.told} shops whose faults have no cause: one named as sure in ${none.falseSure} ` +
      `(${percent(none.falseSure, none.told)})`,
  );
  const parts = await over('tries', Math.round((2 * shops) / 3), shots);
  const good = added(parts.map((part) => part.good));
  const tenth = added(parts.map((part) => part.tenth));
  const gained = (of: typeof good, habit: 'equal' | 'advice') =>
    percent(of[habit] - of.none, of.known - of.none);
  console.log(
    `Tests over 20 sessions: good baits ${JSON.stringify(good)}; of what could be gained, by advice ` +
      `${gained(good, 'advice')} (${gained(tenth, 'advice')} about the tenth session), at equal steps ` +
      `${gained(good, 'equal')} (${gained(tenth, 'equal')})`,
  );
}

await report(Number(process.argv[2] ?? 300), Number(process.argv[3] ?? 400));
