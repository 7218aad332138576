import { joined, phrase, saidHeat } from '../../../quantity/phrase.ts';
import { skipOf } from '../../skips.ts';
import { eachColdMould } from './warming.ts';

/** Metal nobody has looked at for a while: a look costs less than warming it or not by mistake. */
export const readMould = eachColdMould((_bench, mould, wants) => {
  if (wants.what !== 'look') return null;
  const { celsius, sd } = wants;
  const { name, warmTo } = mould.mould;
  return {
    key: 'readMould',
    target: mould.key,
    sentence: joined([
      phrase`Hold the probe to ${name}: about ${saidHeat(celsius)}, it may be `,
      phrase`${saidHeat(celsius - sd)}`,
    ]),
    detail: phrase`It likes ${saidHeat(warmTo)}. What is read tells whether to warm it, tonight and next time.`,
    label: `Read ${name}`,
    read: { kind: 'mould', key: mould.key },
    skip: skipOf('readMould', mould),
  };
});
