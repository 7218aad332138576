import * as z from 'zod';
import { alter } from '../alter.ts';
import { BARREL_WARM, WARMED_BELOW } from '../../heat/index.ts';
import { SAID } from '../effects/lossChain.ts';
import { setMouldHeat } from '../effects/mouldHeat.ts';
import { roomOf } from '../effects/mouldLoss.ts';
import { mould } from '../effects/onBench.ts';
import { target } from './fields.ts';
import { AGAIN, type EventKind } from './kind.ts';

export const WarmedSchema = z.object({ target });

export const warmed: EventKind<typeof WarmedSchema> = {
  payload: WarmedSchema,
  work: { name: 'Warm metal' },
  ...AGAIN,
  apply: (state, event) => {
    const { kind, key } = event.payload.target;
    if (kind === 'mould') {
      mould(state, key, (mould) => {
        mould.warmed = true;
        setMouldHeat(
          mould,
          { celsius: mould.mould.warmTo - WARMED_BELOW, own: SAID, slope: 0 },
          event.at,
        );
        mould.metalNotes.push({ at: event.at, room: roomOf(state), kind: 'warmed' });
      });
    }
    const injector = state.injectors.get(key);
    if (kind === 'injector' && injector)
      alter(injector, { warmed: true, metal: { celsius: BARREL_WARM, at: event.at } });
  },
};
