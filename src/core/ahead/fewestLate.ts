/** A job of one machine: how long it takes, and how much of the machine there is until it is due, s. */
interface Due {
  seconds: number;
  room: number;
}

/**
 * The fewest jobs of one machine that are late, in whatever order they are done: by when they are due,
 * the longest of those so far given up where they are too much (Moore 1968, *Management Science* 15).
 * @example fewestLate([{ seconds: 4, room: 4 }, { seconds: 3, room: 5 }, { seconds: 2, room: 6 }]) → 1
 */
export function fewestLate(jobs: readonly Due[]): number {
  const done: number[] = [];
  let sum = 0;
  for (const { seconds, room } of [...jobs].sort((one, other) => one.room - other.room)) {
    done.push(seconds);
    sum += seconds;
    if (sum <= room + 1e-9) continue;
    const longest = done.indexOf(Math.max(...done));
    sum -= done[longest]!;
    done.splice(longest, 1);
  }
  return jobs.length - done.length;
}
