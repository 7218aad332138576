import * as z from 'zod';
import { IdSchema } from '../id.ts';
import type { DeviceKind } from './protocol.ts';
import { DEVICE_KINDS } from './protocol.ts';

/** Readings in one sending. A reading a second for eight minutes fits; more comes in several. */
const MOST_READINGS = 500;
export const SendingSchema = z.object({
  readings: z
    .array(
      z.object({
        /** in the unit of its kind */
        value: z.number('A reading is a number.'),
        /** ms since 1970 by the device's own clock; left out = now */
        at: z.number().int().optional(),
      }),
    )
    .min(1, 'Send at least one reading.')
    .max(
      MOST_READINGS,
      `Send at most ${MOST_READINGS} readings at a time; nothing of these was taken.`,
    ),
});

export const BindingSchema = z
  .object({
    session: IdSchema,
    target: z.object({
      kind: z.enum(['cup', 'mould', 'injector', 'room', 'pot', 'bench']),
      key: z.string().min(1).max(80),
    }),
  })
  .nullable();
export const NewDeviceSchema = z.object({
  name: z.string().trim().min(1, 'Name the instrument.').max(60),
  kind: z.enum(Object.keys(DEVICE_KINDS) as [DeviceKind, ...DeviceKind[]]),
});
