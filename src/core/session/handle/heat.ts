import type { MetalBody } from '../../heat/index.ts';
import { FIRM, losing, metalAfter, shotHeat } from '../../heat/index.ts';
import type { AnyEvent, Kind } from '../event.ts';
import type { Verdict } from '../bounds.ts';
import type { HeatNote } from '../heat.ts';
import { mixBounds, ROOM_MAY } from '../doubt.ts';
import { READING_SD } from '../heat.ts';
import type { MouldState, SessionState, ShotState } from '../state.ts';
import { EYE } from '../words.ts';
import { bodyOfMould, lossTonight, MISSES, roomOf } from './loss.ts';

export { bodyOfMould, roomOf } from './loss.ts';

/** How hot what goes into a cup is, by the act that puts it there, °C; the room where it is not named (judgements). */
const ADDED: Partial<Record<Kind, { mean: number; sd: number }>> = {
  returned: { mean: 45, sd: 12 },
  emptied: { mean: 140, sd: 12 },
};

const verdictOf = (s: SessionState, cup: string): Verdict => s.cups.get(cup)?.verdict ?? 'taken';

/** Notes that are the event itself. */
function noteOf(s: SessionState, e: AnyEvent): HeatNote | null {
  // Written out, not spread: a log is folded at every opening, and spreading was half of it.
  const { id, at } = e;
  switch (e.kind) {
    case 'heated': {
      const { cup, together, oven, level, seconds, begun } = e.payload;
      return {
        id,
        at,
        kind: 'burst',
        cups: [cup, ...(together ?? [])],
        oven: oven ?? s.oven.id,
        level: level ?? s.oven.level,
        seconds,
        ended: !begun,
      };
    }
    case 'drawn':
      return {
        id,
        at,
        kind: 'drawn',
        draw: e.payload.draw,
        cups: e.payload.barrels.map((b) => b.cup),
      };
    case 'stirred':
      return { id, at, kind: 'out', cup: e.payload.cup };
    case 'reading': {
      const { target, celsius, stage, from } = e.payload;
      if (target.kind === 'room' && celsius !== null) return { id, at, kind: 'room', celsius };
      if (target.kind !== 'cup') return null;
      if (celsius !== null)
        return {
          id,
          at,
          kind: 'reading',
          cup: target.key,
          celsius,
          sd: READING_SD[from === 'device' ? 'device' : 'typed'],
          eye: false,
          device: from === 'device',
          verdict: verdictOf(s, target.key),
        };
      if (!stage) return null;
      const { low, high } = EYE[stage];
      // An even chance anywhere in the stage's interval.
      return {
        id,
        at,
        kind: 'reading',
        cup: target.key,
        celsius: (low + high) / 2,
        sd: (high - low) / Math.sqrt(12),
        eye: true,
        device: false,
        verdict: verdictOf(s, target.key),
      };
    }
    case 'resumed':
      return { id, at, kind: 'cold', room: roomOf(s) };
    default:
      return null;
  }
}

/** Draws that what goes back into a cup was drawn in; what is fresh comes from none. */
function comesFrom(s: SessionState, e: AnyEvent): string[] | 'remelt' | undefined {
  if (e.kind === 'charged') return e.payload.from === 'remelt' ? 'remelt' : undefined;
  if (e.kind === 'returned')
    return [...new Set(s.shots.get(e.payload.shot)?.cavities.values() ?? [])];
  if (e.kind !== 'emptied') return [];
  const last = [...s.draws.values()].findLast((d) => d.injector === e.payload.injector);
  return last ? [last.id] : [];
}

/** Writes down what an event says of heat, once it has had its effect: itself, and every cup whose content it changed. */
export function noteHeat(s: SessionState, e: AnyEvent): void {
  const note = noteOf(s, e);
  if (note) s.heat.push(note);
  for (const c of s.cups.values()) {
    if (Math.abs(c.grams - c.notedG) < 1e-9) continue;
    const more = c.grams - c.notedG;
    const came = ADDED[e.kind];
    const from = more > 0 ? comesFrom(s, e) : undefined;
    s.heat.push({
      id: `${e.id}/${c.key}`,
      at: e.at,
      kind: 'mass',
      cup: c.key,
      vessel: c.vessel,
      grams: c.grams,
      added:
        more > 0
          ? { grams: more, celsius: came ?? { mean: roomOf(s), sd: 3 }, ...(from ? { from } : {}) }
          : null,
    });
    // What comes back may be as hot as any of it ever was; what is fresh is as the room.
    if (more > 0)
      mixBounds(
        c,
        e.at,
        more,
        roomOf(s) - ROOM_MAY.under,
        came ? Math.max(c.bounds?.high.plastic ?? 0, c.limits.ceiling) : roomOf(s) + ROOM_MAY.over,
      );
    c.notedG = c.grams;
  }
}

/** A mould's metal, losing heat as fast as this shop has learned it does. */
const bodyIn = (s: SessionState, m: MouldState): MetalBody =>
  losing(bodyOfMould(m.mould), lossTonight(s, m).mean);

/**
 * A mould's metal at a moment, °C and its spread: on a wooden bench it loses heat since it was last reckoned, and takes
 * what the shot in it gives up on the way.
 */
export function mouldHeat(
  s: SessionState,
  m: MouldState,
  at: number,
): { celsius: number; sd: number } {
  const g = m.giving;
  if (m.metal.at === 0 && !g) return { celsius: roomOf(s), sd: 5 };
  const from = m.metal.at === 0 ? g!.from : m.metal.at;
  const seconds = Math.max(0, (at - from) / 1000);
  const body = bodyIn(s, m);
  const start = m.metal.at === 0 ? roomOf(s) : m.metal.celsius;
  let celsius = start;
  const go = (to: number, watts: number, since: number): number => {
    const dt = Math.max(0, (Math.min(to, at) - Math.max(since, from)) / 1000);
    celsius = metalAfter(body, celsius, dt, roomOf(s), 'wood', watts);
    return to;
  };
  if (g)
    go(at, 0, go(g.until, g.joules / Math.max(1, (g.until - g.from) / 1000), go(g.from, 0, from)));
  else go(at, 0, from);
  // How fast it loses is not known for sure, so neither is what it has lost.
  const unsure = lossTonight(s, m).sd;
  const kept = metalAfter(body, 1, seconds, 0);
  const lost = (start - roomOf(s)) * (1 - kept);
  // What it was off by at first it loses with its heat.
  return { celsius, sd: Math.min(12, Math.hypot(kept * m.metal.sd, unsure * lost)) };
}
export const setMouldHeat = (m: MouldState, celsius: number, sd: number, at: number): void =>
  void (m.metal = { celsius, sd, at });

/** A shot begins to give its heat, and is reckoned to have given it by a moment. @param grams that set in it */
export function giveHeat(
  s: SessionState,
  m: MouldState,
  grams: number,
  shotCelsius: number,
  at: number,
  until: number,
): void {
  const { celsius, sd } = mouldHeat(s, m, at);
  setMouldHeat(m, celsius, sd, at);
  m.giving = {
    from: at,
    until: Math.max(until, at + 1000),
    joules: shotHeat(grams, shotCelsius, FIRM.mean),
  };
}
/** It is now known when it will be opened: what is still to be given is given by then. */
export function giveUntil(s: SessionState, m: MouldState, at: number, until: number): void {
  if (!m.giving) return;
  const { from, until: before, joules } = m.giving;
  const left = joules * Math.min(1, Math.max(0, (before - at) / (before - from)));
  const { celsius, sd } = mouldHeat(s, m, at);
  m.told.push({ at: from, kind: 'shot', until: at, joules: joules - left });
  setMouldHeat(m, celsius, sd, at);
  m.giving = { from: at, until: Math.max(until, at + 1000), joules: left };
}
/** Opened: the metal is as warm as it was a moment ago, and takes no more. */
export function heatByShot(s: SessionState, m: MouldState, at: number): void {
  const { celsius, sd } = mouldHeat(s, m, at);
  if (m.giving) {
    const { from, until, joules } = m.giving;
    m.told.push({
      at: from,
      kind: 'shot',
      until: Math.min(at, until),
      joules: joules * Math.min(1, Math.max(0, (at - from) / (until - from))),
    });
  }
  m.giving = null;
  setMouldHeat(m, celsius, Math.hypot(sd, MISSES.shot), at);
}

/** °C a barrel is at after warming, and that one draw brings it nearer to the plastic's heat by (judgements). */
export const BARREL_WARM = 55;
const BARREL_TAKES = 0.25;
/** s in which a barrel left on the bench loses most of what it has. */
const BARREL_COOLS = 900;
export const barrelHeat = (
  s: SessionState,
  i: { metal: { celsius: number; at: number } },
  at: number,
): number =>
  i.metal.at === 0
    ? roomOf(s)
    : roomOf(s) +
      (i.metal.celsius - roomOf(s)) * Math.exp(-Math.max(0, at - i.metal.at) / 1000 / BARREL_COOLS);
export function heatByDraw(
  s: SessionState,
  i: { metal: { celsius: number; at: number } },
  celsius: number,
  at: number,
): void {
  const before = barrelHeat(s, i, at);
  i.metal = { celsius: before + BARREL_TAKES * (celsius - before), at };
}

/** Heat a shot went in at, °C: the mean of what its draws were at; the middle of its run's window where nobody knew. */
export function shotHeatOf(s: SessionState, shot: ShotState): number {
  const heats = [...new Set(shot.cavities.values())]
    .flatMap((d) => s.draws.get(d)?.barrels ?? [])
    .flatMap((b) => (b.celsius === null ? [] : [b.celsius]));
  const window = s.runs.get(shot.job)?.tools.window;
  return heats.length > 0
    ? heats.reduce((a, b) => a + b, 0) / heats.length
    : window
      ? (window.low + window.high) / 2
      : 165;
}
