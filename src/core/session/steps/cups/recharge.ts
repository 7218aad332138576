import { density } from '../../../material/plastisol.ts';
import { joined, phrase, saidAmount } from '../../../quantity/phrase.ts';
import { airG, drawsFrom } from '../../charges.ts';
import { isLeftOut, skipCharge } from '../../skips.ts';
import { LEAST_COOK } from '../../../shot/index.ts';
import type { SessionState } from '../../state.ts';
import type { CupState } from '../../state/cup.ts';
import type { Step } from '../../step.ts';
import type { Decide } from '../atBench.ts';
import { canShoot, drawVolumes } from '../filling.ts';
import { addAll, ladderOf, ladderSaid } from '../ladder.ts';
import { toPour } from '../moulds/pour.ts';
import type { Turn } from '../work.ts';

/** g by which a cup may stand under its air line before it is said: a spoon's worth. */
const HARDLY = 3;

/** What a cup is about to be asked for. */
interface Need {
  /** g that are drawn or poured of it next */
  grams: number;
  /** it is drawn from: some must stay over the nozzle */
  drawn: boolean;
}

/** g that the next draw and pours want, cup by cup. */
function needs(
  state: SessionState,
  turn: Turn,
  pours: { cup: string; grams: number }[],
  heat: number,
): Map<string, Need> {
  const wanted = new Map<string, Need>();
  for (const { cup, ml } of drawVolumes(state, turn)) {
    const drawn = state.cups.get(cup);
    const grams = drawn ? ml * density(heat, drawn.density20) : 0;
    if (drawn) wanted.set(cup, { grams: (wanted.get(cup)?.grams ?? 0) + grams, drawn: true });
  }
  for (const { cup, grams } of pours) {
    const before = wanted.get(cup);
    wanted.set(cup, { grams: (before?.grams ?? 0) + grams, drawn: before?.drawn ?? false });
  }
  return wanted;
}

/** Why a cup is charged again. */
const WHY = {
  due: 'gets its next charge',
  short: 'will run short',
  air: 'would draw air',
} as const;

/** What is added to a cup, g, and why; null where it serves the next as it is. */
function charge(state: SessionState, cup: CupState, need: Need, heat: number) {
  const air = need.drawn ? airG(state, cup, heat) : 0;
  const planned = cup.plannedCharges[cup.charges];
  const before = cup.plannedBefore[cup.charges] ?? Infinity;
  const due = planned !== undefined && drawsFrom(state, cup) + 1 >= before;
  const short = need.grams + air - cup.grams;
  if (!due && short <= Math.max(HARDLY, 0.001 * need.grams)) return null;
  const cold = cup.density20;
  const step = state.snapshot.input.settings.step * cold;
  const fullAt = density(Math.max(cup.limits.fusion, heat), cold);
  const room = Math.max(0, cup.limitMl * fullAt - cup.grams);
  const asked = due ? Math.max(planned, short) : (planned ?? Math.ceil(short / step) * step);
  // As the plan does: what is left when the next is drawn can still be cooked.
  const cookable = Math.max(asked, short + Math.max(0, LEAST_COOK * cold - air));
  const why: keyof typeof WHY =
    due && short <= 0 ? 'due' : cup.grams < need.grams ? 'short' : 'air';
  return { grams: Math.max(1, room > 0 ? Math.min(cookable, room) : cookable), why, air, cold };
}

function rechargeStep(
  cup: CupState,
  need: Need,
  { grams, why, air, cold }: NonNullable<ReturnType<typeof charge>>,
): Step {
  const volume = (mass: number) => saidAmount(mass / cold, 'volume');
  // Stabiliser and softener go into the new plastic while it is cold, not into the hot cup.
  const ladder = ladderOf(cup, grams, ['cold']);
  const dosed = ladderSaid(ladder);
  return {
    key: 'dose',
    target: cup.key,
    sentence: phrase`${cup.letter} ${WHY[why]}: add ${volume(grams)}`,
    detail: joined([
      phrase`It holds ${volume(Math.max(0, cup.grams))}; the next wants ${volume(need.grams)}`,
      air > 0 ? phrase` and ${volume(air)} left over the nozzle` : '',
      '. ',
      dosed ? phrase`Into the new plastic first, cold: ${dosed}. ` : '',
      'Cook it in.',
    ]),
    label: `It is in ${cup.letter}`,
    send: { kind: 'charged', payload: { cup: cup.key, grams, from: 'fresh' } },
    then: addAll(cup, ladder),
    skip: skipCharge(cup),
  };
}

/**
 * A cup whose planned charge is due, or that cannot serve the next draw without taking air, or the
 * next pour, wants plastic.
 */
export const recharge: Decide = ({ state, turn }) => {
  if (!turn || canShoot(state, turn)) return [];
  const { window } = turn.run.tools;
  const heat = (window.low + window.high) / 2;
  return [...needs(state, turn, toPour(state, turn), heat)].flatMap(([key, need]) => {
    const cup = state.cups.get(key);
    const may = cup && cup.charges > 0 && !isLeftOut(state, skipCharge(cup));
    const wants = may ? charge(state, cup, need, heat) : null;
    return cup && wants ? [rechargeStep(cup, need, wants)] : [];
  });
};
