import type { Conditions } from '../yield/conditions.ts';
import { letCoolOf } from '../mould/window.ts';
import type { SessionState } from './state.ts';
import type { Portion, TakenFrom } from './state/injector.ts';
import type { DrawState, ShotState } from './state/shot.ts';

const mean = (values: readonly number[]): number | null =>
  values.length > 0 ? values.reduce((sum, one) => sum + one, 0) / values.length : null;
const yes = (is: boolean): number => (is ? 1 : 0);

/** Draws that filled a shot, the first of them first. */
const drawsOf = (state: SessionState, shot: ShotState): DrawState[] =>
  [...new Set(shot.cavities.values())].flatMap((id) => state.draws.get(id) ?? []);
/** All that went into a shot, layer by layer. */
const portionsOf = (state: SessionState, shot: ShotState): Portion[] => [
  ...drawsOf(state, shot).flatMap(({ barrels }) => barrels),
  ...shot.poured,
];

/** How full the lowest cup was it was drawn from, of what its vessel may hold. */
function levelOf(cups: readonly TakenFrom[]): number | null {
  const levels = cups.flatMap(({ level }) => level ?? []);
  return levels.length > 0 ? Math.min(...levels) : null;
}

/** How many shots of its draw a shot is, from 1. */
function placeOf(state: SessionState, shot: ShotState, draw: DrawState): number {
  const before = [...state.shots.values()].filter(
    (other) => other.n < shot.n && [...other.cavities.values()].includes(draw.id),
  );
  return before.length + 1;
}

/**
 * ln of how much longer than reckoned it was let cool, before what its mould's own record makes of
 * that; null where nothing was said.
 */
function cooledOf(state: SessionState, { waited, openedAt, at, mould }: ShotState): number | null {
  const seconds = waited?.seconds ?? null;
  if (!waited || seconds === null || openedAt === null || openedAt <= at) return null;
  const own = state.moulds.get(mould)?.mould ?? {};
  return Math.log((letCoolOf(own) * Math.max(1, seconds)) / Math.max(1, waited.reckoned));
}

/** What a shot was shot under, as it is now known: what the log says, and no model's figure but its metal. */
export function conditionsOf(state: SessionState, shot: ShotState): Conditions {
  const portions = portionsOf(state, shot);
  const heats = portions.flatMap(({ celsius }) => (celsius === null ? [] : [celsius]));
  const cups = portions.flatMap(({ from }) => from ?? []);
  const [draw] = drawsOf(state, shot);
  const byHand = draw?.injector === 'hand';
  return {
    heat: mean(heats),
    metal: shot.metal,
    gap: heats.length > 1 ? Math.max(...heats) - Math.min(...heats) : null,
    held: shot.held,
    looked: yes(shot.looked),
    barrel: draw && !byHand ? Math.max(0, shot.at - draw.at) / 1000 : null,
    level: levelOf(cups),
    place: draw && !byHand ? placeOf(state, shot, draw) : null,
    heats: mean(cups.map((cup) => cup.heats)),
    damp: cups.length > 0 ? yes(cups.some(({ damp }) => damp)) : null,
    cooled: cooledOf(state, shot),
  };
}

/** Things a shot was made of and with, by their ids. */
export interface MadeWith {
  /** null = poured by hand */
  injector: number | null;
  block: number | null;
  /** whose hands shot it */
  by: string;
  mixes: number[];
  grades: string[];
  /** bottles its plastisol may have come out of */
  plastisols: number[];
}
/** What a shot was made of and with. */
export function madeWith(state: SessionState, shot: ShotState): MadeWith {
  const [draw] = drawsOf(state, shot);
  const cups = portionsOf(state, shot).flatMap(({ from }) => from ?? []);
  const each = <T>(of: (cup: TakenFrom) => readonly T[]): T[] => [...new Set(cups.flatMap(of))];
  return {
    injector: draw && draw.injector !== 'hand' ? Number(draw.injector) : null,
    block: draw?.block ?? null,
    by: shot.by,
    mixes: each(({ mix }) => [mix]),
    grades: each(({ grade }) => [grade]),
    plastisols: each(({ plastisols }) => plastisols),
  };
}
