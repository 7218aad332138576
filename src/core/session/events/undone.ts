import * as z from 'zod';
import { type EventKind, mayComeTwice, OWN, saysNothingOfHeat } from './kind.ts';

export const UndoneSchema = z.object({ event: z.uuid() });

export const undone: EventKind<typeof UndoneSchema> = {
  work: null,
  identity: mayComeTwice,
  rows: () => 'all',
  heat: saysNothingOfHeat,
  brings: OWN,
  apply: () => {},
};
