import * as z from 'zod';
import { WAYS, type WayKey, type Ways } from './ways.ts';

const one = <Key extends WayKey>(key: Key) =>
  z.enum(Object.keys(WAYS[key].ways) as [Ways[Key], ...Ways[Key][]]).optional();
/** Ways a shop has said; what it has not is the usual. */
export const WaysSchema = z.object({
  bursts: one('bursts'),
  filled: one('filled'),
  topped: one('topped'),
  warmed: one('warmed'),
  laid: one('laid'),
} satisfies Record<WayKey, z.ZodType>);
