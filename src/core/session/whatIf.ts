import { density, PLASTISOL } from '../material/plastisol.ts';
import { barrelHeat } from './effects/barrelHeat.ts';
import { mouldHeat, shotHeatOf } from './effects/mouldHeat.ts';
import { roomOf } from './effects/mouldLoss.ts';
import type { HeatAnswer } from './foresee/types.ts';
import { heatCups } from './guard/cups.ts';
import { ovenOf } from './heatNotes.ts';
import type { RunState, SessionState } from './state.ts';
import type { CupState } from './state/cup.ts';
import type { Step } from './step.ts';
import { dataOf } from './stepKinds.ts';

/** A step at the bench that is asked of the Heat screen. */
interface Asking {
  state: SessionState;
  run: RunState | null;
  step: Step;
  answer: HeatAnswer | null;
  now: number;
}
/** Fields of a what-if that a step fills, by their names on the Heat screen. */
type Given = Record<string, number | string>;

const heatOfCup = ({ state, answer }: Asking, key: string): number =>
  Math.round(
    answer?.cups[key]?.now.celsius ?? state.cups.get(key)?.reading?.celsius ?? PLASTISOL.worked,
  );
const wattsOf = (state: SessionState): number =>
  ovenOf(state.snapshot.heat, state.oven.id).oven.watts;
/** A burst on a cup as it is, °C. */
const burstOn = (state: SessionState, cup: CupState, celsius: number): Given => ({
  now: celsius,
  ml: Math.round(cup.grams / cup.density20),
  watts: wattsOf(state),
});

function burst(asking: Asking): Given {
  const cup = asking.state.cups.get(asking.step.target);
  return cup ? burstOn(asking.state, cup, heatOfCup(asking, cup.key)) : {};
}
function match(asking: Asking): Given {
  if (!asking.run) return {};
  const cups = heatCups(asking.state, asking.run);
  const given: Given = {};
  cups.forEach((cup, i) => {
    given['abc'[i]!] = heatOfCup(asking, cup.key);
    given[`ml${i}`] = Math.round(cup.grams / density(160, cup.density20));
  });
  return { ...given, n: Math.max(2, cups.length), watts: wattsOf(asking.state) };
}
function metal({ state, step, now }: Asking): Given {
  const mould = state.moulds.get(step.target) ?? [...state.moulds.values()][0];
  if (!mould) return {};
  const shot = state.shots.get(mould.shot ?? '');
  return {
    mould: mould.mould.name,
    metal: Math.round(mouldHeat(state, mould, shot ? mould.since : now).celsius),
    room: Math.round(roomOf(state)),
    ...(shot ? { shot: Math.round(shotHeatOf(state, shot)) } : {}),
  };
}
function barrel({ state, run, now }: Asking): Given {
  const injector = run && state.injectors.get(String(run.tools.injector?.id));
  if (!injector) return {};
  const drawn = injector.load
    ? (state.draws.get(injector.load.draw)?.barrels[0]?.celsius ?? PLASTISOL.worked)
    : null;
  return {
    bore: injector.injector.barrels[0]!.bore,
    barrel: Math.round(barrelHeat(state, injector, now)),
    ...(drawn === null ? {} : { drawn: Math.round(drawn) }),
  };
}

/** What-ifs of the Heat screen, by their anchors there, with what a step fills in. */
const WHAT_IFS = {
  burst,
  match,
  degas: () => ({}),
  metal,
  barrel,
  joint: ({ state }) => ({ insert: Math.round(roomOf(state)) }),
  open: metal,
} satisfies Record<string, (asking: Asking) => Given>;

/**
 * Where the Heat screen answers for a step, with the step's own values in place; null when heat has
 * no part in it.
 */
export function whatIf(
  state: SessionState,
  run: RunState | null,
  { step, answer, now }: { step: Step; answer: HeatAnswer | null; now: number },
): string | null {
  const asks = dataOf(step.key).whatIf;
  if (!asks) return null;
  return address(asks, WHAT_IFS[asks]({ state, run, step, answer, now }));
}

/** Where the Heat screen answers for a burst on a cup, as it was last read. */
export const burstAsked = (state: SessionState, cup: CupState): string =>
  address('burst', burstOn(state, cup, Math.round(cup.reading?.celsius ?? PLASTISOL.worked)));

/** The Heat screen at one of its what-ifs, filled in. */
function address(asks: keyof typeof WHAT_IFS, given: Given): string {
  const values = Object.entries(given).map(([key, value]) => [key, String(value)]);
  return `/heat?${new URLSearchParams(values).toString()}#${asks}`;
}
