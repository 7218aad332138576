import { listed } from '../../../quantity/phrase.ts';
import type { Stage } from '../../../build/build.ts';
import { closingAct, closingCare } from '../../../mould/closure.ts';
import type { Mould } from '../../../mould/schema.ts';
import { partsIn } from '../../guard/mould.ts';
import { isSkipped, skipOf } from '../../skips.ts';
import type { Send } from '../../step.ts';
import { ofTurn } from '../atBench.ts';
import { isTrialNext } from '../work.ts';

/** What becomes of the core rods before the mould is closed. */
const rodsFirst = (stage: Stage, mould: Mould): string =>
  stage.rods && mould.rod
    ? `Core rods in and oiled first${stage.closes ? ', pushed home so that they close the tail off' : ''}. `
    : stage.takes && mould.rod
      ? 'Rods out. '
      : '';

export const close = ofTurn(({ state }, { run, mould: other }) => {
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
      ? `Reseat ${mould.name}: a gap shows on the ${listed(other.gaps)}`
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
});
