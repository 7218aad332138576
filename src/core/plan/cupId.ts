// Apart from the schemas: the plan page needs these and no Zod.

/** A cup of a plan or a session, known by an id of its own. */
export type CupId = string;
/** Mix by layer, by the layer's key; null where none is chosen. */
export type MixByLayer = Record<string, number | null>;
/** Where one cup stands for each mix: the cup each layer is drawn from. */
export const oneCupEach = (layers: MixByLayer): Record<string, CupId | null> =>
  Object.fromEntries(
    Object.entries(layers).map(([layer, mix]) => [layer, mix === null ? null : String(mix)]),
  );
