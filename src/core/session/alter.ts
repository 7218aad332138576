/**
 * Changes parts of a thing of the state, in place. Only parts it has, and what they may be:
 * `Object.assign` takes anything.
 */
export function alter<T extends object>(thing: T, parts: NoInfer<Partial<T>>): void {
  Object.assign(thing, parts);
}
