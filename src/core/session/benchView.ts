import { say } from '../quantity/format.ts';
import { listed } from '../quantity/phrase.ts';
import type { ShopUnits } from '../quantity/units.ts';
import type { RunState, SessionState } from './state.ts';
import type { CupState } from './state/cup.ts';
import type { InjectorState } from './state/injector.ts';
import type { MouldState } from './state/mould.ts';
import type { Step } from './step.ts';
import { spareCups } from './takeCup.ts';
import { inOven } from './steps/cups/inOven.ts';
import { cupsInHand } from './steps/cupsInHand.ts';
import { freeMould, injectorOf, inStep, type Turn } from './steps/work.ts';

/** Moulds that stand side by side at a bench. */
const MOULDS_SHOWN = 3;

/** What stands at the places of a bench. */
export interface BenchView {
  /** the run in hand, or the last there was */
  run: RunState | undefined;
  cups: CupState[];
  /** cups that stand there with nothing to shoot from them */
  spare: CupState[];
  injector: InjectorState | undefined;
  moulds: MouldState[];
  /** the run each of them is shot for now */
  runOf: (mould: string) => RunState | undefined;
  /** the mould that is shot next, and for what */
  turn: Turn | null;
}

/** Cups of a run, and those of another that heat still. */
function cupsAt(state: SessionState, run: RunState, spare: readonly CupState[]): CupState[] {
  const own = cupsInHand(state, run);
  const heating = inOven(state).map(({ cup }) => cup);
  return [...own, ...heating.filter((cup) => ![...own, ...spare].includes(cup))];
}

/** What stands at the places of a bench: the run in hand says whose cups, barrels and moulds. */
export function benchView(state: SessionState, inHand: RunState | null): BenchView {
  const run = inHand ?? [...state.runs.values()].at(-1);
  const turns = run ? inStep(state, run) : [];
  const runOf = (mould: string) =>
    turns.find(({ tools }) => tools.moulds.some((entry) => String(entry.id) === mould));
  const spare = spareCups(state);
  return {
    run,
    cups: run ? cupsAt(state, run, spare) : [],
    spare,
    injector: run && injectorOf(state, run),
    moulds: [...state.moulds.values()]
      .filter((mould) => mould.shot !== null || runOf(mould.key))
      .slice(0, MOULDS_SHOWN),
    runOf,
    turn: run ? freeMould(state, run) : null,
  };
}

const POT_STEPS: ReadonlySet<Step['key']> = new Set(['degasCold', 'degasBefore', 'degasAfter']);
/** The cup that goes into the pot, or stands in it, at this step. */
export const cupInPot = (state: SessionState, step: Step | null): CupState | undefined =>
  step && POT_STEPS.has(step.key) ? state.cups.get(step.target) : undefined;

/** What is read next: what the step wants read, or else the cup whose reading is the oldest. */
export function readNext(step: Step | null, cups: readonly CupState[]) {
  const readAt = (cup: CupState) => cup.reading?.at ?? 0;
  const [oldest] = [...cups].sort((one, other) => readAt(one) - readAt(other));
  return step?.read ?? { kind: 'cup' as const, key: oldest?.key ?? '' };
}

/** How much cups hold, or barrels: one after another, or so many times the same. */
export function volumesSay(volumes: readonly number[], units: ShopUnits): string {
  const said = volumes.map((ml) => say(ml, 'volume', units));
  const isAlike = said.length > 1 && said.every((one) => one === said[0]);
  return isAlike ? `${said.length} × ${said[0]}` : listed(said);
}
