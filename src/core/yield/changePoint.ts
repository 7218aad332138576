/** Log likelihood of so many bad of so many at their own share. */
const likely = (bad: number, of: number): number => {
  if (bad === 0 || bad === of) return 0;
  return bad * Math.log(bad / of) + (of - bad) * Math.log(1 - bad / of);
};

/**
 * Where results, the oldest first, most likely went from one share bad to a larger one: the place of
 * the first of the larger (maximum likelihood with both shares free: Hinkley & Hinkley 1970,
 * Biometrika 57). 0 = no place says more than that they were all alike.
 * @example changePoint([false, false, false, true, true, true]) → 3
 */
export function changePoint(bad: readonly boolean[]): number {
  const all = bad.filter(Boolean).length;
  let best = { at: 0, worth: likely(all, bad.length) };
  let before = 0;
  for (let at = 1; at < bad.length; at++) {
    if (bad[at - 1]) before += 1;
    const after = all - before;
    if (after / (bad.length - at) <= before / at) continue;
    const worth = likely(before, at) + likely(after, bad.length - at);
    if (worth > best.worth) best = { at, worth };
  }
  return best.at;
}
