import { hasTop } from '../../../build/build.ts';
import { place } from '../../../build/place.ts';
import { layerCup } from '../../layerCup.ts';
import { isSkipped, skipOf } from '../../skips.ts';
import type { RunState, SessionState } from '../../state.ts';
import type { MouldState } from '../../state/mould.ts';
import type { Send } from '../../step.ts';
import { ofTurn } from '../atBench.ts';
import { barrelName } from '../barrels/clean.ts';
import type { Turn } from '../work.ts';

const NO_TOP_IN: ReadonlySet<MouldState['phase']['is']> = new Set(['open', 'filling']);

/** Nobody has looked yet whether each port is over its own half. */
const wantsTop = (state: SessionState, turn: Turn): boolean =>
  hasTop(turn.run.stage) &&
  !NO_TOP_IN.has(turn.mould.phase.is) &&
  turn.mould.top !== 'right' &&
  !isSkipped(state, 'top', turn.mould);

/** The cup whose port belongs over TOP, and the barrel it comes from. */
function overTop(state: SessionState, run: RunState) {
  const { stage, tools } = run;
  const at = stage.layers.findIndex((layer) => place(layer.place).over === 'TOP');
  const barrels = tools.injector?.injector.barrels ?? [];
  const index = tools.order[at] ?? at;
  return {
    letter: layerCup(state, run, stage.layers[at]!.key)?.letter ?? '?',
    barrel: barrelName(barrels[index]?.mark ?? '', index, barrels.length),
  };
}

/**
 * The look at TOP that comes with closing; null where no colour has its own half, or it was left out.
 */
export function overItsHalf(state: SessionState, { run, mould }: Turn) {
  if (run.stage.layers.length === 0 || !hasTop(run.stage) || isSkipped(state, 'top', mould))
    return null;
  const { letter, barrel } = overTop(state, run);
  const send: Send = { kind: 'topChecked', payload: { mould: mould.key, right: true } };
  return { letter, says: comesFrom(run, letter, barrel), send };
}
const comesFrom = (run: RunState, letter: string, barrel: string): string => {
  const mark = run.tools.block?.block.mark;
  return `${letter} comes from the ${barrel} barrel${mark ? `, the port with the ${mark}` : ''}.`;
};

/** Each port over its own half, by the marks on metal; one look is asked for. */
export const top = ofTurn(({ state }, turn) => {
  if (turn.run.stage.layers.length === 0 || !wantsTop(state, turn)) return null;
  const { run, mould } = turn;
  const { letter, barrel } = overTop(state, run);
  const turned = mould.top === 'wrong';
  const checked = (right: boolean): Send => ({
    kind: 'topChecked',
    payload: { mould: mould.key, right },
  });
  return {
    key: 'top',
    target: mould.key,
    sentence: turned
      ? `Turn the block: ${letter} belongs over TOP of ${mould.mould.name}`
      : `Look: is ${letter} over TOP of ${mould.mould.name}?`,
    detail: `${comesFrom(run, letter, barrel)} Each port of the block stands over its own half.`,
    label: `${letter} is over TOP`,
    send: checked(true),
    skip: skipOf('top', turn.mould),
    others: turned ? [] : [{ label: 'It is the other way', send: checked(false) }],
  };
});
