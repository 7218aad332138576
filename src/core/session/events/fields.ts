import * as z from 'zod';
import { EYE, type EyeStage } from '../words.ts';
import { FAULTS, type Fault } from '../faults.ts';

/** Fields that several kinds of event share. */
export const key = z.string().min(1).max(80);
export const grams = z.number().min(0).max(100000);
export const target = z.object({
  kind: z.enum(['cup', 'mould', 'injector', 'block', 'room']),
  key,
});
export const EyeSchema = z.enum(Object.keys(EYE) as [EyeStage, ...EyeStage[]]);
export const FaultSchema = z.enum(Object.keys(FAULTS) as [Fault, ...Fault[]]);
