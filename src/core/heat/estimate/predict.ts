import type { CupBody, CupHeat } from '../cupBody.ts';
import { after, afterBurst, specificHeat } from '../cup.ts';
import { UNSAID } from '../forecast.ts';
import { bounded } from './places.ts';
import { bodyOf, cupBelieved, ovenBelieved } from './believed.ts';
import {
  type Belief,
  softlyWithin,
  RANGE,
  ovenAt,
  cupAt,
  AIR,
  copy,
  type HeatBounds,
  PRIOR,
} from './belief.ts';

/** What wanders while nobody looks: standard deviations. */
const PROCESS_NOISE = {
  /** K in the plastic after a minute: what the two lumps leave out */
  plastic: UNSAID.minute,
  /** K in the glass after a minute: it stands on more than air */
  glass: 1.5,
  /**
   * ln of a cup's own loss after a minute: it is moved, and as it is emptied more of its glass stands bare.
   * What is not known of a loss adds up, so a cup that stood long is worse known than one just read.
   */
  stand: 0.25,
  /** ln air after a minute */
  air: 0.04,
  /** share of a burst's gain that no constant explains */
  burst: UNSAID.burst,
  /**
   * share of the efficiency from one burst to the next: a magnetron warms, plastic takes up more
   * when hot
   */
  efficiency: 0.004,
} as const;
/**
 * Draughts pass in so many minutes (judgement): without it what wanders would wander off for good.
 */
const AIR_PASSES = 40;
/** A burst as it is given: which cups stand in the oven, its watts and power setting. */
export interface Burst {
  oven: string;
  power: number;
  level: number;
  cups: string[];
  seconds: number;
  /** s of it that have gone already: the oven is awake */
  gone?: number;
}
/** By air, efficiency, dead time, plastic, glass, exchange, weight and stand. */
const STEPS = [0.02, 0.01, 0.05, 0.2, 0.2, 0.02, 0.02, 0.05] as const;
/** Which of them the body of a cup hangs on. */
const MOVES_BODY = [true, false, false, false, false, true, true, true] as const;
/**
 * One cup so many seconds on, by values of air, efficiency, dead time, plastic, glass, exchange,
 * weight and stand.
 */
function cupLater(
  belief: Belief,
  cup: string,
  values: number[],
  going: { seconds: number; burst?: Burst },
): CupHeat {
  const [air, , , , , exchange, weight, stand] = values;
  return bodyLater(bodyOf(belief, cup, [exchange!, weight!, air!, stand!]), values, going);
}
/** The same of a cup whose body, which air, exchange, weight and stand make, is there already. */
function bodyLater(
  body: CupBody,
  [, efficiency, dead, plastic, glass]: number[],
  { seconds, burst }: { seconds: number; burst?: Burst },
): CupHeat {
  const heat = { plastic: plastic!, glass: glass! };
  if (!burst) return after(body, heat, seconds, { step: Math.max(2, Math.min(10, seconds / 8)) });
  const oven = {
    power: burst.power,
    level: burst.level,
    cups: burst.cups.length,
    efficiency: softlyWithin(efficiency!, RANGE.efficiency),
    dead: Math.max(0, softlyWithin(dead!, RANGE.dead) - (burst.gone ?? 0)),
  };
  return afterBurst(body, heat, { microwave: oven, seconds, step: 2 });
}
/**
 * °C of a cup after a burst, in the mean: without its range, which costs nine times as much.
 * @param later s that it has stood since then
 */
export function meanAfter(belief: Belief, cup: string, burst: Burst, later = 0): number {
  const oven = ovenAt(belief, burst.oven);
  const index = cupAt(belief, cup);
  const ended = cupLater(
    belief,
    cup,
    [
      belief.mean[AIR]!,
      belief.mean[oven]!,
      belief.mean[oven + 1]!,
      ...belief.mean.slice(index, index + 5),
    ],
    { seconds: burst.seconds, burst },
  );
  const { plastic } =
    later > 0 ? after(cupBelieved(belief, cup).body, ended, later, { step: 5 }) : ended;
  const { least, most } = heatedCould(belief, cup, burst, burst.seconds);
  return Math.min(most, Math.max(least, plastic));
}
/**
 * Carries the belief on: every cup on the bench cools, those in the oven are heated. Heats and
 * their spread go through the model's slope at the mean; what wanders is added.
 * A forecast of one cup needs no more than what is believed about it ({@link aboutOnly}).
 */
function predicted(belief: Belief, seconds: number, bursts: readonly Burst[]): Belief {
  const next = copy(belief);
  next.at = belief.at + seconds * 1000;
  if (seconds <= 0) return next;
  const count = belief.mean.length;
  const minutes = seconds / 60;
  const stays = Math.exp(-minutes / AIR_PASSES);
  next.mean[AIR] = belief.base + stays * (belief.mean[AIR]! - belief.base);
  const slopes: { row: number; of: [number, number][] }[] = [{ row: AIR, of: [[AIR, stays]] }];
  const noise: [number, number][] = [[AIR, PROCESS_NOISE.air ** 2 * minutes]];
  for (const cup of belief.cups) {
    const index = cupAt(belief, cup);
    const burst = bursts.find((burst) => burst.cups.includes(cup));
    const oven = burst ? ovenAt(belief, burst.oven) : -1;
    const at = [
      AIR,
      oven,
      oven < 0 ? -1 : oven + 1,
      index,
      index + 1,
      index + 2,
      index + 3,
      index + 4,
    ];
    const value = at.map((k) => (k < 0 ? 0 : belief.mean[k]!));
    const body = bodyOf(belief, cup, [value[5]!, value[6]!, value[0]!, value[7]!]);
    const going = { seconds, burst };
    const base = bodyLater(body, value, going);
    const rows: [number, number][][] = [[], []];
    at.forEach((k, j) => {
      if (k < 0) return;
      const moved = [...value];
      moved[j]! += STEPS[j]!;
      const to = MOVES_BODY[j]
        ? cupLater(belief, cup, moved, going)
        : bodyLater(body, moved, going);
      rows[0]!.push([k, (to.plastic - base.plastic) / STEPS[j]!]);
      rows[1]!.push([k, (to.glass - base.glass) / STEPS[j]!]);
    });
    next.mean[index] = base.plastic;
    next.mean[index + 1] = base.glass;
    slopes.push({ row: index, of: rows[0]! }, { row: index + 1, of: rows[1]! });
    noise.push(
      [index, PROCESS_NOISE.plastic ** 2 * minutes],
      [index + 1, PROCESS_NOISE.glass ** 2 * minutes],
      // No further than what is known of any cup.
      ...(belief.covariance[index + 4]![index + 4]! < PRIOR.stand.sd ** 2
        ? [[index + 4, PROCESS_NOISE.stand ** 2 * minutes] as [number, number]]
        : []),
    );
    if (burst) {
      next.could.set(cup, heatedCould(belief, cup, burst, seconds));
      const gain =
        base.plastic -
        after(body, { plastic: value[3]!, glass: value[4]! }, seconds, { step: 5 }).plastic;
      noise.push([index, (PROCESS_NOISE.burst * gain) ** 2]);
    }
  }
  for (const burst of bursts)
    if (!burst.gone)
      noise.push([
        ovenAt(belief, burst.oven),
        (PROCESS_NOISE.efficiency * ovenBelieved(belief, burst.oven).efficiency) ** 2,
      ]);
  // F P Fᵀ, rows first and then columns: F is the identity but for the heats.
  const spread = next.covariance;
  const rowsOf = slopes.map(({ of }) =>
    Array.from({ length: count }, (_, column) =>
      of.reduce((sum, [k, value]) => sum + value * belief.covariance[k]![column]!, 0),
    ),
  );
  slopes.forEach(({ row }, variance) => (spread[row] = rowsOf[variance]!));
  const half = spread.map((row) => [...row]);
  for (const { row, of } of slopes)
    for (let line = 0; line < count; line++)
      spread[line]![row] = of.reduce((sum, [k, value]) => sum + value * half[line]![k]!, 0);
  for (const [k, value] of noise) spread[k]![k]! += value;
  for (const cup of belief.cups) {
    // What nobody looked at is never better known for it, though all cups come to the room in the
    // end.
    const index = cupAt(belief, cup);
    spread[index]![index] = Math.max(spread[index]![index]!, belief.covariance[index]![index]!);
  }
  return bounded(next, belief.cups);
}
/**
 * What a cup could be once a burst has given it all that reached its share of the oven at the most.
 */
function heatedCould(belief: Belief, cup: string, burst: Burst, seconds: number): HeatBounds {
  const { least, most } = belief.could.get(cup)!;
  const body = belief.bodies.get(cup)!;
  return {
    least,
    most:
      most +
      (RANGE.efficiency.high * burst.power * burst.level * seconds) /
        burst.cups.length /
        (body.plastic * specificHeat(Math.min(body.room, 20))),
  };
}
/** The bench so many seconds later, nothing done to it. */
export const cooled = (belief: Belief, seconds: number): Belief => predicted(belief, seconds, []);
/** The bench after a burst. */
export const heated = (belief: Belief, burst: Burst): Belief =>
  predicted(belief, burst.seconds, [burst]);
/** The bench after so many seconds in which ovens, one burst each, were all at work. */
export const heatedBy = (
  belief: Belief,
  seconds: number,
  bursts: readonly Omit<Burst, 'seconds'>[],
): Belief =>
  predicted(
    belief,
    seconds,
    bursts.map((burst) => ({ ...burst, seconds })),
  );
