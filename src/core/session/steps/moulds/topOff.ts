import { type Ways, waysOf } from '../../../ways.ts';
import { skipOf } from '../../skips.ts';
import { coolingOf, type MouldState } from '../../state/mould.ts';
import type { Step } from '../../step.ts';
import { eachMould } from './each.ts';

/** What a sprue is filled from: of the injector nobody needs to be told. */
const FROM: Record<Ways['topped'], string> = { injector: '', cup: ' from the cup' };

/** A look at the sprue, and what it took. */
const look = (mould: MouldState, nth: 1 | 2): Pick<Step, 'target' | 'send' | 'others' | 'skip'> => {
  const send = (took: boolean) => ({
    kind: 'toppedOff' as const,
    payload: { mould: mould.key, look: nth, took },
  });
  return {
    target: mould.key,
    send: send(true),
    others: [{ label: 'It took none', send: send(false) }],
    skip: skipOf(nth === 1 ? 'topOff' : 'secondLook', mould),
  };
};

export const topOff = eachMould(({ state, mould, shot }) => {
  if (coolingOf(mould)?.toppedOff !== false) return null;
  const sprues =
    mould.mould.feed === 'each' ? (shot?.cavities.size ?? mould.mould.cavities.length) : 1;
  return {
    key: 'topOff',
    sentence:
      `Top off ${mould.mould.name}${FROM[waysOf(state.snapshot.input.settings).topped]}, ` +
      `fill its ${sprues > 1 ? `${sprues} sprues` : 'sprue'}`,
    detail: 'It shrinks as it sets and pulls the sprue down.',
    label: 'It is topped off',
    ...look(mould, 1),
  };
});

export const secondLook = eachMould(({ mould, now }) => {
  const cooling = coolingOf(mould);
  return cooling?.toppedOff && !cooling.looked && now >= cooling.lookAt
    ? {
        key: 'secondLook',
        sentence: `Look at the sprue of ${mould.mould.name} again, fill once more`,
        detail: `${Math.round((now - mould.since) / 1000)} s since the pressure came off.`,
        label: 'Looked, and filled',
        ...look(mould, 2),
      }
    : null;
});
