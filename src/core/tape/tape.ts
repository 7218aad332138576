import type { CupId } from '../plan/cupId.ts';
import type { ActKey } from './acts.ts';
import { type CupLine, cupLine } from './cupLine.ts';
import type { Evening } from './evening.ts';
import { type Lane, laneKey, LANES, type LaneKind } from './lanes.ts';
import type { LaidEvening } from './layEvening.ts';
import type { LaidStep } from './schedule.ts';

/** Something that goes on in a lane, s from the start. */
export interface Block {
  lane: string;
  act: ActKey;
  from: number;
  to: number;
  run: string | null;
  draw: number | null;
  shot: number | null;
  cup: CupId | null;
}
/** An evening to scale in time, for whoever draws or reads it. */
export interface Tape {
  lanes: Lane[];
  blocks: Block[];
  cups: CupLine[];
  /** baits that lie on the rack from a moment on */
  racked: { at: number; baits: number }[];
  /** lanes the evening may be limited by: s each is at work, and its share of it, the most first */
  shares: { lane: Lane; seconds: number; share: number }[];
  ends: number;
}

const blockOf = (lane: string, { act, from, to, work: { of } }: LaidStep): Block => ({
  lane,
  act,
  from,
  to,
  run: of.run ?? null,
  draw: of.draw ?? null,
  shot: of.shot ?? null,
  cup: of.cup ?? null,
});
/** What goes on at a mould without a hand is in its lane too; metal on the plate in both. */
function blocksOf(step: LaidStep): Block[] {
  const { mould } = step.work.of;
  const beside: Partial<Record<ActKey, string[]>> = {
    cooling: mould === undefined ? [] : [laneKey('mould', mould)],
    warming: [laneKey('plate', 1)],
    racked: [laneKey('rack', 1)],
  };
  return [...step.lanes, ...(beside[step.act] ?? [])].map((lane) => blockOf(lane, step));
}

/** What stands in each lane is called. */
function namesIn(evening: Evening): Map<string, string> {
  const { plan, runs, known, ovens } = evening;
  const names = new Map<string, string>();
  const pairs = evening.handsFor('woken');
  for (const [nth, lane] of pairs.entries())
    names.set(lane, pairs.length === 1 ? 'Hands' : nth === 0 ? 'Hands: shoot' : 'Hands: pull');
  for (const [nth, lane] of ovens.entries()) names.set(lane, known.ovens[nth]!.oven.name);
  for (const { id, letter, name } of plan.cups) names.set(laneKey('cup', id), `${letter} ${name}`);
  for (const { tools } of runs) {
    if (tools.injector)
      names.set(laneKey('injector', tools.injector.id), tools.injector.injector.name);
    if (tools.block) names.set(laneKey('block', tools.block.id), tools.block.block.name);
    for (const { id, mould } of tools.moulds) names.set(laneKey('mould', id), mould.name);
  }
  return names;
}
/** Lanes there is something in, by kind, in the order things are first in them. */
function lanesOf(evening: Evening, blocks: readonly Block[]): Lane[] {
  const names = namesIn(evening);
  const keys = [...new Set(blocks.map(({ lane }) => lane))];
  return (Object.keys(LANES) as LaneKind[]).flatMap((kind) =>
    keys
      .filter((key) => key.startsWith(`${kind}:`))
      .map((key): Lane => {
        const cup = evening.plan.cups.find(({ id }) => laneKey('cup', id) === key);
        return {
          key,
          kind,
          name: names.get(key) ?? LANES[kind].name,
          ...(cup && { cup: cup.id }),
        };
      }),
  );
}

/** s a lane is at something: what lies over each other counts once. */
function busy(blocks: readonly Pick<Block, 'from' | 'to'>[]): number {
  let [all, until] = [0, 0];
  for (const { from, to } of [...blocks].sort((one, other) => one.from - other.from)) {
    all += Math.max(0, to - Math.max(from, until));
    until = Math.max(until, to);
  }
  return all;
}
/** Lanes that stand for what the shop has one of: the rack and cups limit nothing by being full. */
const CAN_LIMIT: ReadonlySet<LaneKind> = new Set<LaneKind>([
  'hands',
  'oven',
  'pot',
  'plate',
  'injector',
  'mould',
]);

/** An evening as it is drawn: a lane for each thing there is one of. */
export function tapeOf({ evening, steps, ends }: LaidEvening): Tape {
  const blocks = steps.filter(({ from, to }) => to > from).flatMap(blocksOf);
  const lanes = lanesOf(evening, blocks);
  const shots = new Map(evening.plan.shots.map((shot) => [shot.n, shot]));
  let baits = 0;
  const racked = steps
    .filter(({ act }) => act === 'racked')
    .sort((one, other) => one.to - other.to)
    .map(({ to, work }) => {
      const shot = shots.get(work.of.shot!);
      if (shot && !shot.trial) baits += shot.baits;
      return { at: to, baits };
    });
  const shares = lanes
    .filter(({ kind }) => CAN_LIMIT.has(kind))
    .map((lane) => {
      const seconds = busy(blocks.filter((block) => block.lane === lane.key));
      return { lane, seconds, share: seconds / Math.max(1, ends) };
    })
    .sort((one, other) => other.share - one.share);
  return {
    lanes,
    blocks,
    cups: evening.plan.cups.map((cup) => cupLine(evening, cup, steps)),
    racked,
    shares,
    ends,
  };
}
