import { density, GRADES } from '../material/index.ts';
import type { HeatAnswer } from './foresee.ts';
import { heatCups } from './guard.ts';
import { barrelHeat, mouldHeat, roomOf, shotHeatOf } from './handle/heat.ts';
import type { RunState, SessionState } from './state.ts';
import type { Step, StepKey } from './step.ts';

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

/** Where the Heat screen answers for a step, with the step's own values in place; null when heat has no part in it. */
export function whatIf(
  s: SessionState,
  run: RunState | null,
  step: Step,
  answer: HeatAnswer | null,
  now: number,
): string | null {
  const asks = ASKS[step.key];
  if (!asks) return null;
  const given: Record<string, number | string> = {};
  const heat = (key: string): number =>
    Math.round(answer?.cups[key]?.now.celsius ?? s.cups.get(key)?.reading?.celsius ?? 160);
  const watts = s.snapshot.heat.ovens.find((o) => o.id === s.oven.id)?.oven.watts ?? 900;
  const cup = s.cups.get(step.target);
  if (asks === 'burst' && cup)
    Object.assign(given, {
      now: heat(cup.key),
      ml: Math.round(cup.grams / GRADES[cup.grade].density20),
      watts,
    });
  if (asks === 'match' && run) {
    const cups = heatCups(s, run);
    cups.forEach((c, i) => {
      given['abc'[i]!] = heat(c.key);
      given[`ml${i}`] = Math.round(c.grams / density(160, GRADES[c.grade].density20));
    });
    Object.assign(given, { n: Math.max(2, cups.length), watts });
  }
  const mould = s.moulds.get(step.target) ?? [...s.moulds.values()][0];
  if ((asks === 'open' || asks === 'metal') && mould) {
    const shot = s.shots.get(mould.shot ?? '');
    Object.assign(given, {
      mould: mould.mould.name,
      metal: Math.round(mouldHeat(s, mould, shot ? mould.since : now).celsius),
      room: Math.round(roomOf(s)),
      ...(shot ? { shot: Math.round(shotHeatOf(s, shot)) } : {}),
    });
  }
  const injector = run && s.injectors.get(String(run.tools.injector?.id));
  if (asks === 'barrel' && injector)
    Object.assign(given, {
      bore: injector.injector.barrels[0]!.bore,
      barrel: Math.round(barrelHeat(s, injector, now)),
      ...(injector.draw
        ? { drawn: Math.round(s.draws.get(injector.draw)?.barrels[0]?.celsius ?? 163) }
        : {}),
    });
  if (asks === 'joint') given.insert = Math.round(roomOf(s));
  return `/heat?${new URLSearchParams(Object.entries(given).map(([k, v]) => [k, String(v)])).toString()}#${asks}`;
}
