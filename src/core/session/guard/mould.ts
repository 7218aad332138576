import { hasTop } from '../../build/build.ts';
import { place } from '../../build/place.ts';
import { degrees } from '../../quantity/format.ts';
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
/** What is wrong with shooting into this mould now. */

export function mouldWarnings(state: SessionState, other: MouldState, run: RunState): Warning[] {
  const { units } = state.snapshot;
  const { mould } = other;
  const out: Warning[] = [];
  const parts = partsIn(run, other);
  const open = mould.closure === 'open';
  if (other.phase.is === 'open' && !open)
    out.push({ code: 'open', sentence: `${mould.name} is not closed.` });
  else if (other.closures < mould.closures && !open)
    out.push({
      code: 'unclamped',
      sentence: `${mould.name} has ${other.closures} of its ${mould.closures} closures on.`,
    });
  if (other.gaps.length > 0)
    out.push({
      code: 'gap',
      sentence: `${mould.name}: a gap shows on the ${other.gaps.join(' and ')}. It will flash.`,
    });
  if (parts.length > 0 && other.phase.is !== 'open' && !other.looseIn)
    out.push({ code: 'loose', sentence: `${mould.name}: ${parts.join(', ')} not in.` });
  const empty = other.phase.is === 'filling' ? [] : unloaded(run, other);
  if (empty.length > 0)
    out.push({
      code: 'noInsert',
      sentence:
        `${mould.name}: nothing lies in ` +
        `${empty.length === 1 ? `cavity ${empty[0]}` : `${empty.length} cavities`}.`,
    });
  if (other.gapped.size > 0)
    out.push({
      code: 'insertGap',
      sentence: `${mould.name}: a gap round the insert in ${[...other.gapped].join(', ')}. It will flash past it.`,
    });
  if ([...other.loaded.values()].some((id) => state.lots.get(id)?.oiled === false))
    out.push({ code: 'dry', sentence: `Inserts in ${mould.name} were laid by dry.` });
  if (
    run.stage.layers.length > 0 &&
    other.phase.is !== 'filling' &&
    unpoured(run, other).length > 0
  )
    out.push({
      code: 'noPour',
      sentence: `${mould.name}: no ${unpoured(run, other)
        .map((pour) => pour.name.toLowerCase())
        .join(', ')} poured.`,
    });
  if (hasTop(run.stage) && other.top === 'unseen')
    out.push({ code: 'unseenTop', sentence: `TOP of ${mould.name} has not been looked at.` });
  if (hasTop(run.stage) && other.top === 'wrong')
    out.push({
      code: 'upsideDown',
      sentence: `The block stands the wrong way over ${mould.name}: ${run.stage.layers
        .filter((layer) => place(layer.place).over !== 'both')
        .map((layer) => layer.name.toLowerCase())
        .join(' and ')} would change places.`,
    });
  if (!other.warmed)
    out.push({
      code: 'coldMould',
      sentence: `${mould.name} was not warmed; it likes ${degrees(mould.warmTo, units)}.`,
    });
  if (mould.life !== null && other.given + other.cycles >= mould.life)
    out.push({
      code: 'worn',
      sentence: `${mould.name} has given the ${mould.life} shots it was made for.`,
    });
  return out;
}
