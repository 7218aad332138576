import * as z from 'zod';
import { mould } from '../effects/onBench.ts';
import { STEP_KINDS } from '../stepKinds.ts';
import { key } from './fields.ts';
import { AGAIN, type EventKind } from './kind.ts';

export const TopCheckedSchema = z.object({ mould: key, right: z.boolean() });

export const topChecked: EventKind<typeof TopCheckedSchema> = {
  work: { name: STEP_KINDS.top.name },
  ...AGAIN,
  apply: (state, event) =>
    mould(
      state,
      event.payload.mould,
      (mould) => void (mould.top = event.payload.right ? 'right' : 'wrong'),
    ),
};
