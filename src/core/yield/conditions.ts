/**
 * How a condition is said: a heat, K from one heat to another, s, parts of 1, a count, yes or no, or
 * how many times as long (kept as its ln).
 */
export type ConditionUnit = 'heat' | 'apart' | 'seconds' | 'share' | 'count' | 'yes' | 'times';

interface ConditionEntry {
  name: string;
  unit: ConditionUnit;
  /** what more of it, and less, is called before the name of what came of it */
  more: string;
  less: string;
  /** least spread at which it can be told from chance what it does: its own reading is so unsure */
  least: number;
}

/** What a bait was shot under that may say how it came out (handbook §5). */
export const CONDITIONS = {
  heat: {
    name: 'heat at the draw',
    unit: 'heat',
    more: 'a hotter draw',
    less: 'a colder draw',
    least: 1.5,
  },
  metal: {
    name: 'metal at the shot',
    unit: 'heat',
    more: 'warmer metal',
    less: 'colder metal',
    least: 2,
  },
  gap: {
    name: 'gap between cups',
    unit: 'apart',
    more: 'a wider gap between cups',
    less: 'a narrower gap between cups',
    least: 1,
  },
  held: {
    name: 'hold',
    unit: 'seconds',
    more: 'a longer hold',
    less: 'a shorter hold',
    least: 2,
  },
  looked: {
    name: 'second look at the sprue',
    unit: 'yes',
    more: 'a second look at the sprue',
    less: 'no second look at the sprue',
    least: 0.15,
  },
  barrel: {
    name: 'time in the barrel',
    unit: 'seconds',
    more: 'longer in the barrel',
    less: 'shorter in the barrel',
    least: 3,
  },
  level: {
    name: 'level of the cup',
    unit: 'share',
    more: 'a fuller cup',
    less: 'a lower cup',
    least: 0.05,
  },
  place: {
    name: 'place in the draw',
    unit: 'count',
    more: 'later shots of a draw',
    less: 'the first shot of a draw',
    least: 0.3,
  },
  heats: {
    name: 'times melted',
    unit: 'count',
    more: 'plastic melted more often',
    less: 'plastic melted less often',
    least: 0.15,
  },
  damp: {
    name: 'damp bottle',
    unit: 'yes',
    more: 'a damp bottle',
    less: 'a dry bottle',
    least: 0.15,
  },
  cooled: {
    name: 'time it was let cool',
    unit: 'times',
    more: 'opening later than said',
    less: 'opening sooner than said',
    least: 0.08,
  },
} as const satisfies Record<string, ConditionEntry>;
export type ConditionKey = keyof typeof CONDITIONS;
export const CONDITION_KEYS = Object.keys(CONDITIONS) as ConditionKey[];

/** What one shot was shot under; null where nobody knows. */
export type Conditions = Record<ConditionKey, number | null>;
