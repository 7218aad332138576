import type { CupState } from './state/cup.ts';

/**
 * What was last worked out of a cup, for as long as all it hangs on is the same: a fold asks the
 * same of a cup at every draw, and hardly anything goes in between.
 */
export function remembered<T>(): (cup: CupState, on: readonly unknown[], make: () => T) => T {
  const kept = new WeakMap<CupState, { on: readonly unknown[]; made: T }>();
  return (cup, on, make) => {
    const held = kept.get(cup);
    if (held && on.every((one, i) => one === held.on[i])) return held.made;
    const made = make();
    kept.set(cup, { on, made });
    return made;
  };
}
