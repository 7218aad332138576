import { density, GRADES } from '../material/index.ts';
import type { HeatAnswer } from './foresee/types.ts';
import { heatCups } from './guard/cups.ts';
import { mouldHeat, roomOf, shotHeatOf } from './effects/mouldHeat.ts';
import { barrelHeat } from './effects/barrelHeat.ts';
import type { RunState, SessionState } from './state.ts';
import type { Step } from './step.ts';
import type { StepKey } from './stepKinds.ts';
import { alter } from './alter.ts';

/** Which what-if a step asks for; a step without one has none. */
const ASKS: Partial<
  Record<StepKey, 'burst' | 'match' | 'degas' | 'metal' | 'barrel' | 'joint' | 'open'>
> = {
  cook: 'burst',
  stir: 'burst',
  heating: 'burst',
  match: 'match',
  draw: 'match',
  degasCold: 'degas',
  degasBefore: 'degas',
  degasAfter: 'degas',
  warmMould: 'metal',
  warmInjector: 'barrel',
  shoot: 'barrel',
  load: 'joint',
  hold: 'open',
  topOff: 'open',
  cool: 'open',
  open: 'open',
};

/**
 * Where the Heat screen answers for a step, with the step's own values in place; null when heat has
 * no part in it.
 */
export function whatIf(
  state: SessionState,
  run: RunState | null,
  { step, answer, now }: { step: Step; answer: HeatAnswer | null; now: number },
): string | null {
  const asks = ASKS[step.key];
  if (!asks) return null;
  const given: Record<string, number | string> = {};
  const heat = (key: string): number =>
    Math.round(answer?.cups[key]?.now.celsius ?? state.cups.get(key)?.reading?.celsius ?? 160);
  const watts =
    state.snapshot.heat.ovens.find((oven) => oven.id === state.oven.id)?.oven.watts ?? 900;
  const cup = state.cups.get(step.target);
  if (asks === 'burst' && cup)
    alter(given, {
      now: heat(cup.key),
      ml: Math.round(cup.grams / GRADES[cup.grade].density20),
      watts,
    });
  if (asks === 'match' && run) {
    const cups = heatCups(state, run);
    cups.forEach((cup, i) => {
      given['abc'[i]!] = heat(cup.key);
      given[`ml${i}`] = Math.round(cup.grams / density(160, GRADES[cup.grade].density20));
    });
    alter(given, { n: Math.max(2, cups.length), watts });
  }
  const mould = state.moulds.get(step.target) ?? [...state.moulds.values()][0];
  if ((asks === 'open' || asks === 'metal') && mould) {
    const shot = state.shots.get(mould.shot ?? '');
    alter(given, {
      mould: mould.mould.name,
      metal: Math.round(mouldHeat(state, mould, shot ? mould.since : now).celsius),
      room: Math.round(roomOf(state)),
      ...(shot ? { shot: Math.round(shotHeatOf(state, shot)) } : {}),
    });
  }
  const injector = run && state.injectors.get(String(run.tools.injector?.id));
  if (asks === 'barrel' && injector)
    alter(given, {
      bore: injector.injector.barrels[0]!.bore,
      barrel: Math.round(barrelHeat(state, injector, now)),
      ...(injector.draw
        ? { drawn: Math.round(state.draws.get(injector.draw)?.barrels[0]?.celsius ?? 163) }
        : {}),
    });
  if (asks === 'joint') given.insert = Math.round(roomOf(state));
  const values = Object.entries(given).map(([key, value]) => [key, String(value)]);
  return `/heat?${new URLSearchParams(values).toString()}#${asks}`;
}
