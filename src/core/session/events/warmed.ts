import * as z from 'zod';
import { alter } from '../alter.ts';
import { BARREL_WARM, WARMED_BELOW } from '../../heat/index.ts';
import { SAID } from '../effects/lossChain.ts';
import { setMouldHeat } from '../effects/mouldHeat.ts';
import { roomOf } from '../effects/mouldLoss.ts';
import { mould } from '../effects/onBench.ts';
import { target } from './fields.ts';
import { AGAIN, type EventKind } from './kind.ts';

export const WarmedSchema = z.object({
  target,
  /** °C a mould was warmed to; its own heat where nothing is said */
  celsius: z.number().min(0).max(200).optional(),
});

export const warmed: EventKind<typeof WarmedSchema> = {
  work: { name: 'Warm metal' },
  ...AGAIN,
  apply: (state, event) => {
    const { celsius: to, target } = event.payload;
    const { kind, key } = target;
    if (kind === 'mould') {
      mould(state, key, (mould) => {
        mould.warmed = true;
        const celsius = (to ?? mould.mould.warmTo) - WARMED_BELOW;
        setMouldHeat(mould, { celsius, own: SAID, slope: 0 }, event.at);
        mould.metalNotes.push({ at: event.at, room: roomOf(state), kind: 'warmed', celsius });
      });
    }
    const injector = state.injectors.get(key);
    if (kind === 'injector' && injector)
      alter(injector, { warmed: true, metal: { celsius: BARREL_WARM, at: event.at } });
  },
};
