import { hasTop, type Stage } from '../../build/build.ts';
import type { Mould } from '../../mould/schema.ts';
import { place } from '../../build/place.ts';
import { closingAct, closingCare } from '../../mould/closure.ts';
import { partsIn } from '../guard/mould.ts';
import type { MouldState } from '../state/mould.ts';
import type { RunState, SessionState } from '../state.ts';
import type { Step, Send } from '../step.ts';
import { barrelName } from './clean.ts';
import { type Turn, isTrialNext } from './work.ts';
import { layerCup } from '../layerCup.ts';
import { isSkipped, skipOf } from '../skips.ts';

/** What becomes of the core rods before the mould is closed. */
const rodsFirst = (stage: Stage, mould: Mould): string =>
  stage.rods && mould.rod
    ? 'Core rods in and oiled first. '
    : stage.takes && mould.rod
      ? 'Rods out. '
      : '';
export function closeStep(state: SessionState, { run, mould: other }: Turn): Step | null {
  const { mould } = other;
  if (
    mould.closure === 'open' ||
    !(other.phase.is === 'open' || (other.phase.is === 'closed' && other.gaps.length > 0)) ||
    isSkipped(state, 'close', other)
  )
    return null;
  const again = other.gaps.length > 0 && other.phase.is !== 'open';
  const closed = (gaps: ('left' | 'right')[], closures = mould.closures, loose = true): Send => ({
    kind: 'closed',
    payload: { mould: other.key, gaps, closures, loose },
  });
  const parts = partsIn(run, other);
  const last = other.pours.at(-1);
  return {
    key: 'close',
    target: other.key,
    sentence: again
      ? `Reseat ${mould.name}: a gap shows on the ${other.gaps.join(' and ')}`
      : `Close ${mould.name}: ${closingAct(mould)}`,
    detail:
      `${rodsFirst(run.stage, mould)}${closingCare(mould).join(' ')} ` +
      `Look down both sides for a gap.${mould.note ? ` Note: ${mould.note}` : ''}`,
    label: 'Closed, no gap',
    send: closed([]),
    skip: skipOf('close', other),
    others: again
      ? []
      : [
          { label: 'Gap on the left', send: closed(['left']) },
          { label: 'Gap on the right', send: closed(['right']) },
          ...(mould.closures > 1
            ? [{ label: 'One closure short', send: closed([], mould.closures - 1) }]
            : []),
          ...(parts.length > 0
            ? [
                {
                  label: `${parts[0]![0]!.toUpperCase()}${parts[0]!.slice(1)} left out`,
                  send: closed([], mould.closures, false),
                },
              ]
            : []),
          ...(last
            ? [
                {
                  label: 'Peel the last pour off, pour it again',
                  send: {
                    kind: 'poured' as const,
                    payload: {
                      mould: other.key,
                      job: run.key,
                      layer: last.layer,
                      cup: last.cup,
                      grams: last.grams,
                      trial: isTrialNext(run),
                      again: true,
                    },
                  },
                },
              ]
            : []),
        ],
  };
}
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

/** Each port over its own half, by the marks on metal; one look is asked for. */
export function topStep(state: SessionState, turn: Turn): Step | null {
  if (!wantsTop(state, turn)) return null;
  const { run, mould } = turn;
  const { letter, barrel } = overTop(state, run);
  const mark = run.tools.block?.block.mark;
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
    detail:
      `${letter} comes from the ${barrel} barrel${mark ? `, the port with the ${mark}` : ''}. ` +
      'Each port of the block stands over its own half.',
    label: `${letter} is over TOP`,
    send: checked(true),
    skip: skipOf('top', turn.mould),
    others: turned ? [] : [{ label: 'It is the other way', send: checked(false) }],
  };
}
