import { asAsked, colourOfShot } from './likeness.ts';
import type { SessionState } from './state.ts';
import type { ShotState } from './state/shot.ts';
import { isKept, count } from './summary.ts';
import { jobsOf } from './state/jobs.ts';

export interface Allotment {
  part: number;
  count: number;
}
/** Baits over, by what they are: two builds of one bait are two heaps. */
export interface Stocked {
  bait: number;
  colourway: number;
  build: string;
  grade: 'good' | 'usable';
  count: number;
}
/**
 * Good baits of a finished session shared out: to the lines each job was planned for, soonest due
 * first, as many as each still wanted; the rest to stock. Baits of another shape, colourway or
 * build than the line asked for go to stock, unless the maker says they will do.
 */
export function allot(state: SessionState): {
  lines: (Allotment & { curedAt: number })[];
  stock: Stocked[];
} {
  const lines: (Allotment & { curedAt: number })[] = [];
  const stock = new Map<string, Stocked>();
  const store = (
    shot: Pick<ShotState, 'bait' | 'build'>,
    colourway: number,
    grade: 'good' | 'usable',
    count: number,
  ) => {
    if (count <= 0) return;
    const key = `${shot.bait.id}/${colourway}/${shot.build.key}/${grade}`;
    stock.set(key, {
      bait: shot.bait.id,
      colourway,
      build: shot.build.key,
      grade,
      count: (stock.get(key)?.count ?? 0) + count,
    });
  };
  for (const run of state.runs.values()) {
    if (run.stage.makes !== 'bait') continue;
    const planned = jobsOf(state).find((job) => job.key === run.job.key)!;
    const shots = [...state.shots.values()].filter(
      (shot) => shot.job === run.key && isKept(shot) && shot.rackedAt !== null,
    );
    // Those just as ordered first: what will do makes up what they leave wanting.
    const asked = shots
      .filter((shot) => asAsked(state, shot))
      .sort((one, other) => Number(one.willDo) - Number(other.willDo));
    const curedAt = Math.max(0, ...asked.map((shot) => shot.curedAt ?? 0));
    let good = count(asked).good;
    for (const line of planned.lines) {
      const count = Math.min(good, line.count);
      if (count > 0) lines.push({ part: line.part, count, curedAt });
      good -= count;
    }
    // What the lines do not take goes to stock as what it is, the newest first.
    for (const shot of [...asked].reverse()) {
      const over = Math.min(Math.max(0, good), count([shot]).good);
      good -= over;
      store(shot, colourOfShot(state, shot).id, 'good', over);
    }
    for (const shot of shots) {
      const other = count([shot]);
      if (!asAsked(state, shot)) store(shot, colourOfShot(state, shot).id, 'good', other.good);
      store(shot, colourOfShot(state, shot).id, 'usable', other.usable);
    }
  }
  return { lines, stock: [...stock.values()] };
}
