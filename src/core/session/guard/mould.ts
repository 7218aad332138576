import { hasTop } from '../../build/build.ts';
import { place } from '../../build/place.ts';
import type { Mould } from '../../mould/schema.ts';
import { listed, phrase, type Phrase, saidHeat } from '../../quantity/phrase.ts';
import type { RunState, SessionState } from '../state.ts';
import type { MouldState } from '../state/mould.ts';
import type { Warning } from './warnings.ts';

/** Parts that must be in a mould before a run closes it: its own loose ones, and the core rods. */
export const partsIn = (run: RunState, { mould }: MouldState): string[] => [
  ...mould.loose,
  ...(run.stage.rods && mould.rod ? ['core rods'] : []),
];
/** Cavities of a mould that still want an insert of this run. */
export const unloaded = (run: RunState, mould: MouldState): number[] =>
  run.stage.takes
    ? mould.mould.cavities.map((cavity) => cavity.n).filter((count) => !mould.loaded.has(count))
    : [];
/** What is poured by hand before this run's mould is closed, and is not in it yet. */
export const unpoured = (run: RunState, mould: MouldState) =>
  run.stage.pours.filter((pour) => !mould.pours.some((portion) => portion.layer === pour.key));
/**
 * What of a mould is worth knowing while the plastic is still in its cup: closed, clamped, no gap,
 * each insert in, the right way up.
 */
const BEFORE_DRAW = new Set<Warning['code']>([
  'unclamped',
  'gap',
  'loose',
  'noInsert',
  'insertGap',
  'upsideDown',
  'unseenTop',
]);
export const mouldDrawWarnings = (
  state: SessionState,
  mould: MouldState,
  run: RunState,
): Warning[] =>
  mould.phase.is === 'closed'
    ? mouldWarnings(state, mould, run).filter((mouldWarning) => BEFORE_DRAW.has(mouldWarning.code))
    : [];
/** A mould about to be shot into by a run. */
interface Shooting {
  state: SessionState;
  run: RunState;
  other: MouldState;
  mould: Mould;
}
const lower = (things: readonly { name: string }[]): string[] =>
  things.map((thing) => thing.name.toLowerCase());

/** What can be wrong with shooting into a mould, each with its sentence; null where it is not so. */
const WRONG: Partial<Record<Warning['code'], (shooting: Shooting) => Phrase | null>> = {
  open: ({ mould, other }) =>
    other.phase.is === 'open' && mould.closure !== 'open' ? `${mould.name} is not closed.` : null,
  unclamped: ({ mould, other }) =>
    other.phase.is !== 'open' && mould.closure !== 'open' && other.closures < mould.closures
      ? `${mould.name} has ${other.closures} of its ${mould.closures} closures on.`
      : null,
  gap: ({ mould, other }) =>
    other.gaps.length > 0
      ? `${mould.name}: a gap shows on the ${listed(other.gaps)}. It will flash.`
      : null,
  loose: ({ mould, run, other }) => {
    const parts = partsIn(run, other);
    return parts.length > 0 && other.phase.is !== 'open' && !other.looseIn
      ? `${mould.name}: ${parts.join(', ')} not in.`
      : null;
  },
  noInsert: ({ mould, run, other }) => {
    const empty = other.phase.is === 'filling' ? [] : unloaded(run, other);
    return empty.length > 0
      ? `${mould.name}: nothing lies in ` +
          `${empty.length === 1 ? `cavity ${empty[0]}` : `${empty.length} cavities`}.`
      : null;
  },
  insertGap: ({ mould, other }) =>
    other.gapped.size > 0
      ? `${mould.name}: a gap round the insert in ${[...other.gapped].join(', ')}. It will flash past it.`
      : null,
  dry: ({ state, mould, other }) =>
    [...other.loaded.values()].some((id) => state.lots.get(id)?.oiled === false)
      ? `Inserts in ${mould.name} were laid by dry.`
      : null,
  noPour: ({ mould, run, other }) => {
    const lacks = run.stage.layers.length > 0 ? unpoured(run, other) : [];
    return lacks.length > 0 && other.phase.is !== 'filling'
      ? `${mould.name}: no ${lower(lacks).join(', ')} poured.`
      : null;
  },
  unseenTop: ({ mould, run, other }) =>
    hasTop(run.stage) && other.top === 'unseen'
      ? `TOP of ${mould.name} has not been looked at.`
      : null,
  upsideDown: ({ mould, run, other }) => {
    const sided = run.stage.layers.filter((layer) => place(layer.place).over !== 'both');
    return hasTop(run.stage) && other.top === 'wrong'
      ? `The block stands the wrong way over ${mould.name}: ${listed(lower(sided))} ` +
          'would change places.'
      : null;
  },
  coldMould: ({ mould, other }) =>
    other.warmed ? null : phrase`${mould.name} was not warmed; it likes ${saidHeat(mould.warmTo)}.`,
  worn: ({ mould, other }) =>
    mould.life !== null && other.given + other.cycles >= mould.life
      ? `${mould.name} has given the ${mould.life} shots it was made for.`
      : null,
};

/** What is wrong with shooting into this mould now. */
export function mouldWarnings(state: SessionState, other: MouldState, run: RunState): Warning[] {
  const shooting = { state, run, other, mould: other.mould };
  return (Object.keys(WRONG) as Warning['code'][]).flatMap((code) => {
    const sentence = WRONG[code]!(shooting);
    return sentence === null ? [] : [{ code, sentence }];
  });
}
