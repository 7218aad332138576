import { pressureOf, PUSH } from '../../heat/fill.ts';
import { letCoolOf } from '../../mould/window.ts';
import { type DegassedAt, degasDue } from '../../plan/degas.ts';
import { heatInMould } from '../../plan/heatInMould.ts';
import { PLASTISOL } from '../../material/plastisol.ts';
import { SHORT_BURST, waysOf } from '../../ways.ts';
import { castAs, heatOfMould, thinOfMould } from '../../plan/mouldHeat.ts';
import { mouldHeat, shotHeatOf } from '../effects/mouldHeat.ts';
import { roomOf } from '../effects/mouldLoss.ts';
import { wentIn } from '../state/mould.ts';
import type { HeatAsk } from '../foresee/types.ts';
import { freeOven, freeOvens, heatCups } from '../guard/cups.ts';
import { apartOf, windowNow } from '../guard/window.ts';
import type { HeatNote } from '../heatNotes.ts';
import { nextDraw } from '../nextDraw.ts';
import type { RunState, SessionState } from '../state.ts';
import type { CupState } from '../state/cup.ts';
import type { Step } from '../step.ts';
import { baitTakes } from '../steps/moulds/warming.ts';
import { opensTonight } from '../openLessons.ts';

/** Whether a cup whose plastic is hot goes into the pot next, before or after its colour. */
const hotDue = ({ degas, degassed }: CupState, when: DegassedAt): boolean =>
  degasDue(degas, when, degassed?.when ?? null);

/** What is to be foreseen at a bench now. */
export function heatAsk(
  state: SessionState,
  session: number,
  { run, now, all = [] }: { run: RunState | null; now: number; all?: readonly Step[] },
): HeatAsk {
  const matched = run ? heatCups(state, run) : [];
  // Tonight nobody has had an instrument in a cup.
  const byEye = !state.heat.some((note) => note.kind === 'reading' && !note.eye);
  const injector = run && state.injectors.get(String(run.tools.injector?.id));
  const draw = injector?.load ? state.draws.get(injector.load.draw) : undefined;
  return {
    session,
    setup: state.snapshot.heat,
    notes: state.heat,
    now,
    oven: freeOven(state) ?? state.oven,
    ovens: freeOvens(state),
    cups: [...state.cups.values()]
      .filter((cup) => cup.charges > 0)
      .map((cup) => ({
        key: cup.key,
        cook: !cup.fused && !cup.inOven,
        pot:
          cup.fused &&
          (hotDue(cup, 'before colour') || (cup.coloured && hotDue(cup, 'after colour'))),
        bare: !cup.ladder.some((ingredient) => ingredient.kind === 'stabiliser'),
        limits: cup.limits,
        again: cup.doubt && (cup.doubt.way === 'above' || !cup.doubt.device) ? cup.doubt.way : null,
      })),
    match:
      run && matched.every((cup) => cup.fused)
        ? { cups: matched.map((cup) => cup.key), ...wantedNow(state, run, matched), byEye }
        : null,
    longest: waysOf(state.snapshot.input.settings).bursts === 'short' ? SHORT_BURST : null,
    early: earlyAsk(state, run, { matched, all, now }),
    barrels:
      draw && injector
        ? draw.barrels.map((barrel, i) => ({
            bore: injector.injector.barrels[run.tools.order[i] ?? i]?.bore ?? 30,
            from: barrel.celsius ?? 163,
            metal: draw.metal,
            at: draw.at,
            room: roomOf(state),
          }))
        : [],
    moulds: [...state.moulds.values()]
      .filter(
        (mould) =>
          mould.shot !== null || run?.tools.moulds.some((entry) => String(entry.id) === mould.key),
      )
      .map((mould) => {
        const shot = state.shots.get(mould.shot ?? '');
        const under = run ? heatInMould(run.tools, roomOf(state)) : PLASTISOL.worked;
        const cast = castAs(shot?.stage ?? run?.stage);
        // A shot standing in it went in when the metal was as it was then.
        return {
          key: mould.key,
          heat: heatOfMould(mould.mould, cast),
          ...mouldHeat(state, mould, wentIn(mould, now)),
          first: mould.mould.warmTo,
          shot: shot ? shotHeatOf(state, shot) : under,
          room: roomOf(state),
          push: injector
            ? {
                thin: thinOfMould(mould.mould),
                pressure: pressureOf(
                  PUSH.newtons,
                  injector.injector.barrels.map((barrel) => barrel.bore),
                ),
              }
            : null,
          opens: opensTonight(state, mould, cast),
          letCool: letCoolOf(mould.mould),
          baits: mould.mould.cavities.length,
          each: baitTakes(state, now),
        };
      }),
  };
}
/**
 * Looks at a cup after which what is wanted of it is let go of a little with each more, K
 * (judgements): nobody reads for ever.
 */
const PATIENCE = { looks: 3, each: 2, most: 12 } as const;
/**
 * How often cups were looked at, at heats over so many °C. A probe that stands in a cup is one look
 * from burst to burst: what it goes on to tell costs nobody's time.
 */
function looksAt(cups: readonly string[], notes: readonly HeatNote[], over: number): number {
  const told = new Set<string>();
  let looks = 0;
  for (const note of notes) {
    if (note.kind === 'burst') note.cups.forEach((cup) => told.delete(cup));
    if (note.kind !== 'reading' || note.celsius <= over || !cups.includes(note.cup)) continue;
    if (!(note.device && told.has(note.cup))) looks += 1;
    if (note.device) told.add(note.cup);
  }
  return looks;
}
/** K apart that cups may be where how near they are does not matter: each is poured for itself. */
export const ANY_GAP = 30;
/**
 * Window and gap that are asked of cups now: hotter where baits came short, wider the more often
 * they have been looked at for one draw.
 */
function wantedNow(
  state: SessionState,
  run: RunState,
  cups: CupState[],
): { window: { low: number; high: number }; apart: number } {
  const { low, high } = windowNow(state, run);
  const drawn = state.heat.findLastIndex((note) => note.kind === 'drawn');
  const looks = looksAt(
    cups.map((cup) => cup.key),
    state.heat.slice(drawn + 1),
    low - PATIENCE.most,
  );
  const slack = Math.min(
    PATIENCE.most,
    PATIENCE.each * Math.max(0, looks - PATIENCE.looks * Math.max(1, cups.length)),
  );
  return {
    window: { low: low - slack, high },
    apart: run.stage.layers.length > 1 ? apartOf(state, run) + slack / 2 : ANY_GAP,
  };
}
/**
 * Cups that stand ready for the next draw, where it is known when that will be and an oven is free.
 */
function earlyAsk(
  state: SessionState,
  run: RunState | null,
  { matched, all, now }: { matched: CupState[]; all: readonly Step[]; now: number },
): HeatAsk['early'] {
  const next = run && freeOven(state) ? nextDraw(state, all, now) : null;
  // Once for each draw: a mould that takes longer than was thought is not waited for by heating
  // again and again.
  const drawn = state.heat.findLastIndex((note) => note.kind === 'drawn');
  const had = new Set(
    state.heat.slice(drawn + 1).flatMap((note) => (note.kind === 'burst' ? note.cups : [])),
  );
  const ready = matched.filter(
    (cup) =>
      cup.fused &&
      cup.coloured &&
      !cup.inOven &&
      cup.charges > 0 &&
      cup.doubt === null &&
      (drawn < 0 || !had.has(cup.key)),
  );
  return run && next !== null && next > 0 && ready.length > 0
    ? { cups: ready.map((cup) => cup.key), window: wantedNow(state, run, matched).window, next }
    : null;
}
