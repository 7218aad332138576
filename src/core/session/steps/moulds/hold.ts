import { PUSHES } from '../../../build/build.ts';
import { skipOf } from '../../skips.ts';
import { eachShot } from './each.ts';

/** The pressure is on: until when, and why so. */
export const hold = eachShot(({ mould, shot }) => {
  if (mould.phase.is !== 'holding') return null;
  const { until } = mould.phase;
  const why =
    mould.mould.metal === 'cast'
      ? 'A cast mould wants a firmer hold than a machined one.'
      : PUSHES[shot.stage.push].holding;
  return {
    key: 'hold',
    target: mould.key,
    sentence: `Hold ${mould.mould.name}, ${Math.round((until - mould.since) / 1000)} s`,
    detail: why,
    label: 'Pressure is off',
    until,
    send: { kind: 'held', payload: { mould: mould.key } },
    skip: skipOf('hold', mould),
    caution: 'Never push hard on hot plastic under pressure.',
  };
});
