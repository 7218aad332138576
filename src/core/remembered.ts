/**
 * A function that works something out of an object once, and has it as long as the object is there.
 * What it is given must not be changed afterwards.
 * @example remembered((one) => one.side ** 2)({ side: 3 }) → 9
 */
export function remembered<Of extends object, Made>(make: (of: Of) => Made): (of: Of) => Made {
  const kept = new WeakMap<Of, { made: Made }>();
  return (of) => {
    const held = kept.get(of);
    if (held) return held.made;
    const made = make(of);
    kept.set(of, { made });
    return made;
  };
}
