// Two makers, the same luck, in worlds no model knows: `npm run bench -- evenings [shops a world]
// [world|all|held-back] [ablate|said|first|several]`. `said` plays the advised maker only: what was
// said against what was so, in more shops for the time; `first` each shop's first evening only;
// `several` evenings of two and three jobs.
import { Worker } from 'node:worker_threads';
import { availableParallelism } from 'node:os';
import { writeFileSync } from 'node:fs';
import { HELD_BACK, WORLDS } from '../../../worlds/traits.ts';
import type { Played } from './play.ts';
import { report, saidAgainst } from './report.ts';
import { ABLATIONS } from './play.ts';
import type { Task } from './worker.ts';

const SHOPS = Number(process.argv[2] ?? 4);
const which = process.argv[3] ?? 'all';
const modes = new Set(process.argv.slice(4));
const ablate = modes.has('ablate');
const onlySaid = modes.has('said');
const onlyFirst = modes.has('first');
const several = modes.has('several');
const worlds =
  which === 'held-back'
    ? [HELD_BACK]
    : which === 'all'
      ? WORLDS
      : WORLDS.filter((world) => world.name === which);
if (worlds.length === 0 || !(SHOPS > 0))
  throw new Error(
    `There is no such world: ${which}. There are ${WORLDS.map((world) => world.name).join(', ')}.`,
  );

const shops = Array.from({ length: SHOPS }, (_, i) => i + 1);
const each = worlds.flatMap((traits) =>
  shops.flatMap((shop): Task[] => [
    ...(onlySaid ? [] : [{ traits, shop, maker: 'thumb', onlyFirst, several } as const]),
    { traits, shop, maker: 'advised', onlyFirst, several },
    ...(ablate
      ? ABLATIONS.map((without): Task => ({ traits, shop, maker: 'advised', without, several }))
      : []),
  ]),
);
const queue = [...each];
const played = new Map<string, Played[]>();

await Promise.all(
  Array.from(
    { length: Math.min(each.length, availableParallelism()) },
    () =>
      new Promise<void>((resolve, reject) => {
        const worker = new Worker(new URL('./worker.mjs', import.meta.url));
        let now: Task | undefined;
        const next = () => {
          now = queue.shift();
          if (now) worker.postMessage(now);
          else void worker.terminate().then(() => resolve());
        };
        worker.on('message', (evenings: Played[]) => {
          const name = now!.maker === 'thumb' ? 'thumb' : (now!.without ?? 'advised');
          played.set(name, [...(played.get(name) ?? []), ...evenings]);
          process.stderr.write('.');
          next();
        });
        worker.on('error', reject);
        next();
      }),
  ),
);
process.stderr.write('\n');
const thumbs = played.get('thumb') ?? [];
for (const [name, evenings] of played) {
  if (name === 'thumb') continue;
  if (onlySaid) {
    console.log(
      JSON.stringify(
        {
          all: saidAgainst(evenings),
          ...Object.fromEntries(
            worlds.map((world) => [
              world.name,
              saidAgainst(evenings.filter((evening) => evening.world === world.name)),
            ]),
          ),
        },
        null,
        1,
      ),
    );
    continue;
  }
  const all = report([...thumbs, ...evenings], name);
  console.log(JSON.stringify(name === 'advised' ? all : { [name]: all[name] }, null, 1));
}
if (process.env['EVENINGS'])
  writeFileSync(
    process.env['EVENINGS'],
    JSON.stringify(
      [...played].map(([name, list]) => [
        name,
        list.map((played) => ({
          ...played,
          tally: { ...played.tally, faults: Object.fromEntries(played.tally.faults) },
        })),
      ]),
    ),
  );
