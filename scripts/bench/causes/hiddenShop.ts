// Shops whose causes are known, by physics of their own: none of it is a logistic curve.
import { normal, seeded } from '@/core/chance.ts';
import { endsOf, type ShotSeen } from '@/core/causes/index.ts';
import type { Conditions, ConditionKey } from '@/core/yield/index.ts';

/** How a cause works: more of it, or less, makes the fault likelier, beyond where it begins to. */
interface Cause {
  key: ConditionKey;
  /** where it begins, and over what it reaches its full strength */
  from: number;
  over: number;
  /** faults a bait that it adds at its full strength (a hazard) */
  hazard: number;
}
/** Causes a hidden shop may have: ends that are far apart from one shop to the next. */
const POSSIBLE: readonly Omit<Cause, 'hazard'>[] = [
  { key: 'metal', from: 38, over: -12 },
  { key: 'metal', from: 40, over: 8 },
  { key: 'heat', from: 163, over: -10 },
  { key: 'heat', from: 166, over: 9 },
  { key: 'gap', from: 3, over: 6 },
  { key: 'held', from: 14, over: -8 },
  { key: 'looked', from: 1, over: -1 },
  { key: 'barrel', from: 12, over: 25 },
  { key: 'level', from: 0.45, over: -0.35 },
  { key: 'place', from: 1, over: 2 },
  { key: 'heats', from: 1.2, over: 1.5 },
  { key: 'damp', from: 0, over: 1 },
  { key: 'cooled', from: 0, over: -0.3 },
];

export interface HiddenShop {
  shots: ShotSeen[];
  /** causes by how many times as many of the fault they make from the better tenth to the worse */
  truth: { key: ConditionKey; more: boolean; times: number }[];
}
const uniform = (chance: () => number, low: number, high: number): number =>
  low + (high - low) * chance();
const within = (figure: number): number => Math.min(1, Math.max(0, figure));

/** What one evening is like: its room, its habits, its plastic. */
const evening = (chance: () => number) => ({
  room: normal(chance, 19, 4),
  heat: normal(chance, 164, 3),
  warmed: normal(chance, 36, 4),
  looks: chance() < 0.5 ? uniform(chance, 0.6, 1) : uniform(chance, 0, 0.5),
  damp: chance() < 0.3,
  heats: chance() < 0.4 ? uniform(chance, 1.2, 2.8) : 1,
  holds: normal(chance, 12, 2),
  luck: Math.exp(normal(chance, 0, 0.35)),
});
type Evening = ReturnType<typeof evening>;

/** A shot's conditions: a draw gives one to three, a cup runs down, metal warms from shot to shot. */
function conditionsIn(chance: () => number, now: Evening, nth: number): Conditions {
  const place = (nth % 3) + 1;
  return {
    heat: normal(chance, now.heat - 1.2 * (place - 1), 2.5),
    metal:
      now.warmed + (8 + (now.room - 19) * 0.4) * (1 - Math.exp(-nth / 6)) + normal(chance, 0, 1.5),
    gap: Math.abs(normal(chance, 0, 4)),
    held: Math.max(3, normal(chance, now.holds, 2)),
    looked: chance() < now.looks ? 1 : 0,
    barrel: 6 + 9 * (place - 1) + Math.abs(normal(chance, 0, 6)),
    level: within(1 - ((nth % 9) + chance()) / 10),
    place,
    heats: now.heats,
    damp: now.damp ? 1 : 0,
    cooled: normal(chance, 0.05, 0.15),
  };
}
/** How far a cause works under some conditions, 0 to 1. */
const reach = ({ key, from, over }: Cause, conditions: Conditions): number =>
  within((conditions[key]! - from) / over);

/**
 * A shop of so many shots with one to three causes of a fault.
 * @param causes how many it has; 0 = the fault comes as it likes
 */
export function hiddenShop(seed: number, shotsWanted: number, causes?: number): HiddenShop {
  const chance = seeded(seed);
  const cavities = [4, 6, 8, 10][Math.floor(chance() * 4)]!;
  const weak = Array.from({ length: cavities }, () => Math.exp(normal(chance, 0, 0.4)));
  const own: Cause[] = [];
  const wanted = causes ?? 1 + Math.floor(chance() * 3);
  const left = [...POSSIBLE];
  while (own.length < wanted) {
    const [picked] = left.splice(Math.floor(chance() * left.length), 1);
    if (own.some(({ key }) => key === picked!.key)) continue;
    own.push({ ...picked!, hazard: uniform(chance, 0.06, 0.3) / (own.length + 1) });
  }
  const base = uniform(chance, 0.01, 0.04);
  const hazardOf = (conditions: Conditions, without?: Cause): number =>
    own.reduce(
      (sum, cause) => (cause === without ? sum : sum + cause.hazard * reach(cause, conditions)),
      base,
    );
  const shots: (ShotSeen & { luck: number })[] = [];
  for (let session = 1; shots.length < shotsWanted; session++) {
    const now = evening(chance);
    const many = 16 + Math.floor(chance() * 14);
    for (let nth = 0; nth < many && shots.length < shotsWanted; nth++) {
      const conditions = conditionsIn(chance, now, nth);
      const hazard = hazardOf(conditions) * now.luck;
      const numbers = Array.from({ length: cavities }, (_, at) => at + 1);
      shots.push({
        session,
        mould: 1,
        conditions,
        cavities: numbers,
        faults: numbers.map((cavity) =>
          chance() < 1 - Math.exp(-hazard * weak[cavity - 1]!) ? 'short' : null,
        ),
        luck: now.luck,
      });
    }
  }
  const truth = own.map((cause) => {
    const { low, high } = endsOf(shots.map(({ conditions }) => conditions[cause.key]!));
    const at = (figure: number): number =>
      shots.reduce((sum, { conditions, luck }) => {
        const hazard =
          hazardOf(conditions, cause) +
          cause.hazard * reach(cause, { ...conditions, [cause.key]: figure });
        return sum + 1 - Math.exp(-hazard * luck);
      }, 0);
    const more = cause.over > 0;
    return { key: cause.key, more, times: more ? at(high) / at(low) : at(low) / at(high) };
  });
  return { shots, truth: truth.sort((one, other) => other.times - one.times) };
}
